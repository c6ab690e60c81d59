import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "puppeteer-core";
import { click, goTo, holds, jobId, openPage, openStand, reload, shows, text, type Stand } from "./stand";

/** What a customer agrees to: sheets beside each other, a discount, a signature; and the days that nobody works. */
let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
}, 120_000);
afterAll(() => stand.stop());

const allIn = async (page: Page) => (await text(page, ".tally .budget .tally-row .num")).replace(/\s+/g, " ");
const paper = async (address: string): Promise<string> => {
  const answer = await fetch(stand.base + address);
  expect([address, answer.status]).toEqual([address, 200]);
  const folder = mkdtempSync(join(tmpdir(), "gull-paper-"));
  const file = join(folder, "sheet.pdf");
  writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
  const says = execFileSync("pdftotext", ["-layout", file, "-"], { encoding: "utf8" });
  rmSync(folder, { recursive: true });
  return says;
};

test("two sheets beside each other: one is taken up and signed with a pen, and stays at its price whatever parts cost then", async () => {
  const id = await jobId(stand, "Perran");
  const { page, complaints } = await openPage(stand, `/jobs/${id}/sheet`);
  await click(page, "Give it to the customer");
  await shows(page, ".options", "A was given on");
  const price = await allIn(page);
  // A discount that cannot be, then one that can.
  await page.type('[aria-label^="Discount"]', "120 %");
  await page.type('[aria-label="Why there is a discount"]', "comes again");
  await click(page, "Take off");
  await shows(page, ".says", "over 0 and at most 100 %");
  await holds(page, '[aria-label="Why there is a discount"]', "comes again");
  await page.click('[aria-label^="Discount"]', { clickCount: 3 });
  await page.type('[aria-label^="Discount"]', "5 %");
  await click(page, "Take off");
  await shows(page, ".totals", "Discount: comes again");
  await click(page, "Give it to the customer");
  await shows(page, ".options thead", "B given");
  expect(await allIn(page)).not.toBe(price);
  // A is not on the bench: it is taken up before it is accepted.
  expect(await text(page, ".options-deeds")).not.toContain("Accept");
  await click(page, "Take it up", ".options");
  await shows(page, ".tally .budget", price);
  await click(page, "Accept A", ".options");
  await page.waitForSelector(".sign-pad");
  await holds(page, '[aria-label="Accepted by"]', "Perran Lusk");
  await page.click(".ant-modal .main-action");
  await shows(page, ".ant-modal", "Nothing is drawn yet");
  const pad = (await (await page.$(".sign-pad"))!.boundingBox())!;
  await page.mouse.move(pad.x + 50, pad.y + 60);
  await page.mouse.down();
  for (let i = 0; i < 30; i += 1) await page.mouse.move(pad.x + 50 + 8 * i, pad.y + 60 + 30 * Math.sin(i));
  await page.mouse.up();
  await page.click(".ant-modal .main-action");
  await shows(page, ".options", "A stands: accepted by Perran Lusk");
  const signed = await paper(`/api/jobs/${id}/sheet.pdf?given=0`);
  expect(signed).toContain("Accepted by Perran Lusk on");
  expect(await paper(`/api/jobs/${id}/sheet.pdf?given=1`)).toContain("Signature ____");
  // Dearer work moves no cent of it, and is told to the shop, not to the customer who looks.
  const other = await openPage(stand, "/house");
  await other.page.click('[aria-label="Labour"]', { clickCount: 3 });
  await other.page.keyboard.type("77");
  await click(other.page, "Keep them");
  await shows(other.page, ".house-effects", "Kept.");
  await reload(page);
  await shows(page, ".options", "that is the shop’s own affair");
  expect(await allIn(page)).toBe(price);
  // What is added was not agreed.
  await page.type(".add-line input", "Brass bell");
  await page.type('[aria-label="Price each, before tax"]', "250");
  await click(page, "Add line");
  await shows(page, ".options .note.stop", "call the customer");
  await shows(page, ".options .note.stop", "New: 1 × Brass bell");
  await goTo(page, `${stand.base}/jobs/${id}/order`);
  await shows(page, ".note", "was not agreed like this");
  await page.keyboard.press("Escape");
  await page.keyboard.press("z");
  await shows(page, ".tally .budget", price);
  await goTo(page, `${stand.base}/jobs/${id}/sheet`);
  await click(page, "Only us");
  await page.waitForFunction(() => !document.querySelector(".options")!.textContent!.includes("own affair"));
  expect(await text(page, ".options")).toContain("A stands");
  expect(complaints).toEqual([]);
}, 120_000);

test("an invoice is issued once, reads as a paper and as a file, and is taken back by a credit note", async () => {
  const id = await jobId(stand, "Maud");
  const { page, complaints } = await openPage(stand, `/jobs/${id}/sheet`);
  await page.type('[aria-label="The customer\'s address on the invoice"]', "2 Slip Lane, Saltmarsh");
  // Two tabs ask for it: the second is told of the first.
  const second = await openPage(stand, `/jobs/${id}/sheet`);
  await click(page, "Issue the invoice");
  await shows(page, ".invoices", "R-0001, pay by");
  await click(second.page, "Issue the invoice");
  await shows(second.page, ".invoices", "R-0001 stands already");
  const price = (await allIn(page)).replace(/[^\d.]/g, "");
  const says = (await paper(`/api/jobs/${id}/invoice.pdf?number=R-0001`)).replace(/\s+/g, " ");
  expect(says).toContain("Invoice R-0001");
  expect(says).toContain("2 Slip Lane, Saltmarsh");
  expect(says).toContain("To pay:");
  const xml = await (await fetch(`${stand.base}/api/jobs/${id}/invoice.xml?number=R-0001`)).text();
  expect(xml).toContain(`<cbc:TaxInclusiveAmount currencyID="EUR">${price}</cbc:TaxInclusiveAmount>`);
  await click(page, "Take R-0001 back");
  await click(page, "Take it back", ".ant-popover");
  await shows(page, ".invoices", "credit note for R-0001");
  await reload(page);
  await shows(page, ".invoices", "none issued");
  expect(await paper(`/api/jobs/${id}/invoice.pdf?number=R-0002`)).toContain("Credit note R-0002");
  for (const number of ["R-0009", "", "%00"])
    expect((await fetch(`${stand.base}/api/jobs/${id}/invoice.pdf?number=${number}`)).status).toBe(404);
  expect(complaints).toEqual([]);
}, 90_000);

test("days off, typed and from a calendar's file, move what is promised", async () => {
  const id = await jobId(stand, "Perran");
  const folder = mkdtempSync(join(tmpdir(), "gull-days-"));
  const ready = () => text(job.page, ".tally");
  const job = await openPage(stand, `/jobs/${id}/order`);
  const before = await ready();
  const { page, complaints } = await openPage(stand, "/house");
  const box = '[aria-label="Days off"]';
  await page.type(box, "soon");
  await page.focus('[aria-label="Name of the shop"]');
  await shows(page, ".house-rule", "Line 1: expected a day such as");
  await page.click(box, { clickCount: 3 });
  const today = new Date();
  const iso = (days: number) => new Date(today.getTime() + days * 86_400_000).toISOString().slice(0, 10);
  await page.type(box, `${iso(1)} to ${iso(12)}`);
  await page.focus('[aria-label="Name of the shop"]');
  await shows(page, ".house-effects", "1 rule changed");
  const file = (await page.$('input[aria-label="Add those of a calendar\'s file"]'))!;
  const wrong = join(folder, "wrong.ics");
  writeFileSync(wrong, "day;name\n2026-12-25;Christmas\n");
  await file.uploadFile(wrong);
  await shows(page, ".house-rule", "no calendar");
  const right = join(folder, "right.ics");
  const event = `BEGIN:VEVENT\r\nUID:1\r\nDTSTART;VALUE=DATE:${iso(13).replaceAll("-", "")}\r\nEND:VEVENT`;
  writeFileSync(right, `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\n${event}\r\nEND:VCALENDAR`);
  await file.uploadFile(right);
  await shows(page, ".house-rule", "1 of 1 days are new");
  await click(page, "Keep them");
  await shows(page, ".house-effects", "Kept.");
  await reload(job.page);
  expect(await ready()).not.toBe(before);
  expect(complaints).toEqual([]);
  rmSync(folder, { recursive: true });
}, 90_000);

test("a finished job says how its money came out; a bill and a time are noted, asked about where they are odd, and taken back", async () => {
  const id = await jobId(stand, "Maud");
  const { page, complaints } = await openPage(stand, `/jobs/${id}/sheet`);
  await shows(page, ".came-out", "How it came out lost 16.60 €");
  await click(page, "Every line and step", ".came-out");
  await shows(page, ".came-out-whole", "Fit the hub motor");
  await goTo(page, `${stand.base}/jobs/${id}/order`);
  await shows(page, ".bill-box", "against the order");
  await click(page, "Take the bill back", ".order-card");
  const goods = '[aria-label$="goods as billed"]';
  await page.waitForSelector(goods);
  await page.type(goods, "12.505");
  await click(page, "Note it", ".bill-box");
  await shows(page, ".bill-box", "0 where there was none");
  await page.type('[aria-label$="carriage as billed"]', "0");
  await click(page, "Note it", ".bill-box");
  await shows(page, ".bill-box", "can be read two ways");
  await page.click(goods, { clickCount: 3 });
  await page.type(goods, "90");
  await page.keyboard.press("Enter");
  await shows(page, ".ant-popover", "is it the bill of this order");
  await click(page, "It is", ".ant-popover");
  await shows(page, ".bill-box", "90.00 €");
  await goTo(page, `${stand.base}/jobs/${id}/sheet`);
  await shows(page, ".came-out", "lost 73.60 €");
  // The customer who looks sees none of it.
  await click(page, "Only us");
  await page.waitForFunction(() => !document.querySelector(".came-out"));
  await click(page, "Customer looks");
  await goTo(page, `${stand.base}/jobs/${id}/build`);
  await click(page, "Fit the hub motor", ".steps");
  await shows(page, ".step-foot", "took 95 min");
  await click(page, "not so", ".step-foot");
  await page.waitForSelector('[aria-label="Minutes that the step took"]');
  await page.type('[aria-label="Minutes that the step took"]', "half an h");
  await shows(page, ".step-foot", "minutes, such as 35");
  await page.click('[aria-label="Minutes that the step took"]', { clickCount: 3 });
  await page.type('[aria-label="Minutes that the step took"]', "600");
  await page.keyboard.press("Enter");
  await shows(page, ".ant-popover", "600 minutes for a step of about 28");
  await click(page, "Not yet", ".ant-popover");
  await page.click('[aria-label="Minutes that the step took"]', { clickCount: 3 });
  await page.type('[aria-label="Minutes that the step took"]', "65");
  await click(page, "Note the time", ".step-foot");
  await shows(page, ".step-foot", "took 65 min");
  await goTo(page, `${stand.base}/house`);
  await shows(page, ".house-lessons", "it lost money");
  expect(complaints).toEqual([]);
}, 120_000);

test("a kit's part is found by its name, laid out with the box, and another tax for work stands on the sheet", async () => {
  const { page, complaints } = await openPage(stand, "/parts/kit-front-622");
  await shows(page, ".kit-box", "Front hub 250, laced in 622");
  await click(page, "Add one", ".figures-group");
  const box = '[data-path="spec.contents.6.partId"] input';
  await page.waitForSelector(box);
  await page.type(box, "fuse 20");
  await page.waitForSelector(".ant-select-item-option");
  await page.click(".ant-select-item-option");
  await page.type('[data-path="spec.contents.6.quantity"] input', "1");
  await click(page, "Store", ".page-head");
  await shows(page, ".page-head", "Stored.");
  await shows(page, ".kit-box", "Fuse 20 A");
  await goTo(page, `${stand.base}/house`);
  await page.type('[aria-label="Tax on work, where it has a rate of its own"]', "9");
  await shows(page, ".house-effects", "jobs change");
  await click(page, "Keep them");
  await shows(page, ".house-effects", "Kept.");
  await goTo(page, `${stand.base}/jobs/${await jobId(stand, "Ivo")}/sheet`);
  await shows(page, ".totals", "Tax on work, 9 %");
  await shows(page, ".totals", "Tax on goods, 20 %");
  expect(complaints).toEqual([]);
}, 120_000);
