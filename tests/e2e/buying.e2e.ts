import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "puppeteer-core";
import { click, goTo, jobId, openPage, openStand, reload, shows, text, type Stand } from "./stand";

/** From what all jobs want to what lies in the shop: suppliers, the proposal, an order for several jobs, a short delivery. */
let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
}, 120_000);
afterAll(() => stand.stop());

const fill = async (page: Page, label: string, value: string) => {
  const box = `[aria-label="${label}"]`;
  await page.click(box, { clickCount: 3 });
  await page.keyboard.press("Backspace");
  await page.type(box, value);
};
const button = (page: Page, selector: string, words: string) =>
  page.waitForFunction(
    (s: string, w: string) => {
      const found = [...document.querySelectorAll(s)].find(
        (one) => one.textContent!.trim().startsWith(w) && !(one as HTMLButtonElement).disabled,
      );
      (found as HTMLElement | undefined)?.click();
      return found !== undefined;
    },
    {},
    selector,
    words,
  );
type Proposal = {
  totalMinor: number;
  jobs: { jobId: string; number: number; included: boolean; stopped: boolean }[];
  orders: { supplierId: string }[];
};
const proposal = async (jobs: string[] | null = null) =>
  (await (
    await fetch(`${stand.base}/api/buying`, { method: "POST", body: JSON.stringify({ jobs, days: null }) })
  ).json()) as Proposal;

test("a supplier is kept with all it asks: what is wrong stands at its box, two windows do not overwrite each other, undo is a click", async () => {
  const { page, complaints } = await openPage(stand, "/suppliers/new");
  await fill(page, "Name", "Gannet Freight");
  await fill(page, "Short name", "gannet");
  await fill(page, "Carriage of an order", "12.505");
  await button(page, ".page-head button", "Store");
  await shows(page, ".field .wrong", "can be read two ways");
  await fill(page, "Carriage of an order", "12.50");
  await button(page, ".supplier-columns button", "One more step");
  await fill(page, "Step 1: goods from", "100");
  await fill(page, "Step 1: carriage", "20");
  await button(page, ".page-head button", "Store");
  await shows(page, ".field .wrong", "must not be more than the step before");
  await fill(page, "Step 1: carriage", "6");
  await shows(page, ".supplier-costs", "in the shop");
  await button(page, ".page-head button", "Store");
  await page.waitForFunction(() => window.location.pathname === "/suppliers/gannet");
  await page.waitForNetworkIdle();
  const other = await openPage(stand, "/suppliers/gannet");
  await fill(other.page, "Terms of payment", "30 days net");
  await fill(page, "Name", "Gannet Freight and Parts");
  await button(page, ".page-head button", "Store");
  await shows(page, ".page-head", "Stored.");
  await button(other.page, ".page-head button", "Store");
  await shows(other.page, ".page-head", "Changed meanwhile");
  expect(await other.page.$eval('[aria-label="Terms of payment"]', (box) => (box as HTMLInputElement).value)).toBe("30 days net");
  expect(await other.page.$eval('[aria-label="Name"]', (box) => (box as HTMLInputElement).value)).toBe(
    "Gannet Freight and Parts",
  );
  await button(other.page, ".page-head button", "Store");
  await shows(other.page, ".page-head", "Stored.");
  await shows(other.page, ".part-changes", "Changed: terms of payment");
  await button(other.page, ".part-changes button", "As before this");
  await other.page.waitForFunction(
    () => (document.querySelector('[aria-label="Terms of payment"]') as HTMLInputElement).value === "",
  );
  expect([...complaints, ...other.complaints]).toEqual([]);
}, 90_000);

test("what several jobs want is placed in one order, and stands in each of them", async () => {
  const { page, complaints } = await openPage(stand, "/buying");
  const before = await proposal();
  const [perran, tegen] = [await jobId(stand, "Perran"), await jobId(stand, "Tegen")];
  const labels = await page.$$eval(
    ".buying-job input",
    (boxes, numbers) =>
      boxes
        .map((box) => box.getAttribute("aria-label")!)
        .filter((label) => numbers.some((n) => label.startsWith(`Buy for job ${n},`))),
    before.jobs.filter((job) => [perran, tegen].includes(job.jobId)).map((job) => job.number),
  );
  expect(labels).toHaveLength(2);
  // One right after the other, before any answer: both stay ticked.
  for (const label of labels) await page.click(`[aria-label="${label}"]`);
  for (const label of labels)
    expect(await page.$eval(`[aria-label="${label}"]`, (box) => (box as HTMLInputElement).checked)).toBe(true);
  const asked = before.jobs.filter((job) => job.included || [perran, tegen].includes(job.jobId)).map((job) => job.jobId);
  const together = await proposal(asked);
  await page.waitForFunction((n: number) => document.querySelectorAll(".buying-order").length === n, {}, together.orders.length);
  // Sooner is dearer: one step to the left by its key.
  const cheap = await text(page, ".buying-total b");
  await page.focus(".buying-hurry .ant-slider-handle");
  await page.keyboard.press("Home");
  await page.waitForFunction((was: string) => document.querySelector(".buying-total b")!.textContent !== was, {}, cheap);
  await page.keyboard.press("End");
  await page.waitForFunction(
    (was: string) => (document.querySelector(".buying-total b") as HTMLElement).innerText === was,
    {},
    cheap,
  );
  const shared = await page.$$eval(".buying-order", (all) =>
    all.findIndex(
      (one) => new Set([...one.querySelectorAll("td:nth-child(2)")].flatMap((cell) => cell.textContent!.split(", "))).size > 1,
    ),
  );
  expect(shared).toBeGreaterThanOrEqual(0);
  const order = (await page.$$(".buying-order"))[shared]!;
  // A double click is one order.
  await (await order.$("button"))!.click({ clickCount: 2 });
  await shows(page, ".note", "is placed with");
  const said = await text(page, ".note");
  const number = /B-\d{4}/.exec(said)![0];
  await shows(page, ".buying-way", number);
  const way = await page.$$eval(".buying-parcel b", (all) => all.map((one) => one.textContent));
  expect(way.filter((one) => one === number)).toHaveLength(1);
  const open = await openPage(stand, `/buying/${number}`);
  const links = await open.page.$$eval(".receiving-foot a", (all) => all.map((one) => one.getAttribute("href")!));
  for (const link of links) {
    await goTo(open.page, stand.base + link);
    await shows(open.page, ".order-card.placed", number);
    expect(await open.page.$$eval(".order-card.placed button", (all) => all.map((one) => one.textContent))).not.toContain(
      "It is here",
    );
  }
  for (const paper of ["order.pdf", "order.csv", "order.xml"])
    expect([paper, (await fetch(`${stand.base}/api/buying/${number}/${paper}`)).status]).toEqual([paper, 200]);
  expect((await fetch(`${stand.base}/api/buying/${number}/claim.pdf`)).status).toBe(404);
  expect([...complaints, ...open.complaints]).toEqual([]);
}, 120_000);

test("a delivery that is short: counted at the door, refused in the window that was second, finished when the rest comes", async () => {
  const { page, complaints } = await openPage(stand, "/buying");
  await page.type(".buying-find", "b-0006");
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => window.location.pathname === "/buying/B-0006");
  await shows(page, ".page-head", "late, was due");
  const second = await openPage(stand, "/buying/B-0006");
  const boxes = '.receiving-count input[aria-label$="whole pieces that came"]';
  await page.type(boxes, "1000");
  await button(page, ".receiving-buttons button", "Take it in");
  await shows(page, ".note.stop", "waited for");
  await page.click(boxes, { clickCount: 3 });
  await page.type(boxes, "1");
  // Half counted, and the page is loaded anew: the count is still there.
  await reload(page);
  expect(await page.$eval(boxes, (box) => (box as HTMLInputElement).value)).toBe("1");
  await button(page, ".receiving-buttons button", "Take it in");
  await shows(page, ".note", "B-0006 of");
  await button(second.page, ".receiving-buttons button", "All of it came");
  await button(second.page, ".receiving-buttons button", "Take it in");
  await shows(second.page, ".note.stop", "Somebody else has taken in a delivery");
  const claim = await fetch(`${stand.base}/api/buying/B-0006/claim.pdf`);
  expect([claim.status, claim.headers.get("content-type")]).toEqual([200, "application/pdf"]);
  await reload(second.page);
  await button(second.page, ".receiving-buttons button", "All of it came");
  await button(second.page, ".receiving-buttons button", "Take it in");
  await shows(second.page, ".page-head", "complete");
  expect([...complaints, ...second.complaints]).toEqual([]);
}, 90_000);

test("a price list: a row that does not read keeps it out, mended it comes in as a whole, and is taken back", async () => {
  const folder = mkdtempSync(join(tmpdir(), "gull-list-"));
  const file = join(folder, "list.csv");
  const { page, complaints } = await openPage(stand, "/suppliers/lowtide");
  const choose = async (text: string) => {
    writeFileSync(file, text);
    await (await page.$('input[aria-label="Choose a price list"]'))!.uploadFile(file);
  };
  const price = async () =>
    (
      (await (await fetch(`${stand.base}/api/parts?find=chain-7`)).json()) as { rows: { id: string; bestMinor: number }[] }
    ).rows.find((row) => row.id === "chain-7")!.bestMinor;
  const before = await price();
  /** Chooses the column once the list's own preview asks for it: the box of the one before may still stand there. */
  const ourColumn = async () => {
    await shows(page, ".price-lists", "Say which column holds our part number");
    await page.click('[aria-label="Column of: Our part number"]');
    await page.waitForFunction(() => {
      const open = ".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option";
      const option = [...document.querySelectorAll(open)].find((one) => one.textContent === "Part");
      (option as HTMLElement | undefined)?.click();
      return option !== undefined;
    });
  };
  await choose("Part;Cost to you;Pack\nchain-7;1.000,5;1\nchain-8;13,00;1\nchain-9;0,00;1\n");
  await ourColumn();
  await shows(page, ".price-counts", "does not read");
  await shows(page, ".price-counts button", "Nothing is taken in");
  await choose("Part;Cost to you;Pack\nchain-7;5,00;1\nchain-8;13,00;1\n");
  await ourColumn();
  await shows(page, ".price-counts button", "Take 2 in");
  await click(page, "Take 2 in", ".price-counts");
  await shows(page, ".price-lists .note", "Price list: 2 changed");
  expect(await price()).toBe(5_00);
  await click(page, "Take it back", ".price-lists");
  await shows(page, ".price-lists .note", "Taken back");
  expect(await price()).toBe(before);
  rmSync(folder, { recursive: true });
  expect(complaints).toEqual([]);
}, 90_000);

test("a part's shelf: what moved and why, counted once, refused in the window that was second", async () => {
  const { page, complaints } = await openPage(stand, "/parts/chain-12");
  const second = await openPage(stand, "/parts/chain-12");
  await shows(page, ".shelf", "Came with B-0002");
  await shows(page, ".shelf", "by moving average");
  const box = '[aria-label="Pieces counted on the shelf"]';
  await page.type(box, "a few");
  await click(page, "Counted", ".shelf");
  await shows(page, ".shelf", "a whole number");
  await page.click(box, { clickCount: 3 });
  await page.type(box, "7");
  await page.type('[aria-label="Why the count is another"]', "found behind the stand");
  await click(page, "Counted", ".shelf");
  await shows(page, ".shelf tbody", "Counted: 7 instead of");
  await shows(page, ".shelf tbody tr", "found behind the stand");
  await second.page.type(box, "3");
  await click(second.page, "Counted", ".shelf");
  await shows(second.page, ".shelf", "changed meanwhile");
  await reload(second.page);
  await shows(second.page, ".shelf", "7 pieces");
  expect(complaints).toEqual([]);
}, 60_000);

test("while the customer looks nothing of it is shown, and nonsense is answered in words", async () => {
  const { page } = await openPage(stand, "/buying");
  await click(page, "Only us", ".rail");
  await shows(page, ".card.empty", "not shown while the customer looks");
  expect(await page.$(".buying-order")).toBeNull();
  for (const path of ["/suppliers", "/suppliers/lowtide"]) {
    await goTo(page, stand.base + path);
    await shows(page, ".card.empty", "not shown while the customer looks");
  }
  for (const body of ["", "[]", "null", "{", '{"jobs":7}', '{"days":-4}', '{"jobs":["x"],"days":1e9}']) {
    const answer = await fetch(`${stand.base}/api/buying`, { method: "POST", body });
    expect([body, answer.status < 500]).toEqual([body, true]);
  }
  for (const path of ["/buying/B-9999", "/buying/%00", "/suppliers/none"])
    expect([path, (await fetch(stand.base + path)).status]).toEqual([path, 404]);
}, 60_000);
