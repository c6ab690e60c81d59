import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { AddressInfo } from "node:net";
import type { Page } from "puppeteer-core";
import { connect } from "../../src/data/connection";
import { saveParts, saveSuppliers } from "../../src/data/catalogue";
import { openDesk, PLAIN_DESK } from "../../src/standins/orderDesk";
import { market } from "../market";
import { click, goTo, holds, jobId, openPage, openStand, reload, shows, text, type Stand } from "./stand";

/** From what all jobs want to what lies in the shop: suppliers, the proposal, an order for several jobs, a short delivery. */
let stand: Stand;
beforeAll(async () => {
  stand = await openStand();
});
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
  behind: number;
  searching: object | null;
  totalMinor: number;
  jobs: { jobId: string; number: number; included: boolean; stopped: boolean }[];
  orders: { supplierId: string }[];
};
/** The proposal once it is there: on a busy machine the first answers tell how far it is. */
async function proposal(jobs: string[] | null = null): Promise<Proposal> {
  for (;;) {
    const answer = await fetch(`${stand.base}/api/buying`, { method: "POST", body: JSON.stringify({ jobs, days: null }) });
    const page = (await answer.json()) as Proposal;
    if (page.behind === 0 && page.searching === null) return page;
  }
}

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
});

test("a supplier that takes none so small: what is missing stands at the order, which cannot be placed; with the least taken out it can", async () => {
  const { supplierId } = (await proposal()).orders[0]!;
  const card = '.buying-order:has(a[href="/suppliers/' + supplierId + '"])';
  const least = async (page: Page, amount: string) => {
    await goTo(page, `${stand.base}/suppliers/${supplierId}`);
    await fill(page, "They take no order under", amount);
    await button(page, ".page-head button", "Store");
    await shows(page, ".page-head", "Stored");
    await goTo(page, `${stand.base}/buying`);
    await page.waitForSelector(".buying-order");
  };
  const { page, complaints } = await openPage(stand, `/suppliers/${supplierId}`);
  await fill(page, "They take no order under", "-3");
  await button(page, ".page-head button", "Store");
  await shows(page, ".field .wrong", "expected an amount");
  await least(page, "90000");
  // What can come from others does; what they alone sell cannot.
  const orders = await page.$$eval(".buying-order", (all) =>
    all.map((one) => [
      one.textContent!.includes("takes no order under"),
      one.querySelector<HTMLButtonElement>("button")!.disabled,
    ]),
  );
  for (const [told, shut] of orders) expect(told).toBe(shut);
  // Theirs is not there any more, or told.
  expect(await page.$$eval(card, (all) => all.every((one) => one.textContent!.includes("takes no order under")))).toBe(true);
  await goTo(page, `${stand.base}/suppliers/${supplierId}`);
  await page.waitForSelector("svg[aria-label*='no order under']");
  await least(page, "");
  await page.waitForSelector(card);
  expect(await page.$$eval(".buying-order .note.stop", (all) => all.length)).toBe(0);
  expect(complaints).toEqual([]);
});

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
  await page.waitForFunction((was: string) => (document.querySelector(".buying-total b")?.textContent ?? was) !== was, {}, cheap);
  await page.keyboard.press("End");
  await page.waitForFunction(
    (was: string) => (document.querySelector(".buying-total b") as HTMLElement | null)?.innerText === was,
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
});

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
});

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
  // It is less than half of what it was: asked about, before anything of the list can be taken in.
  await shows(page, ".price-rows", "is this right?");
  await shows(page, ".price-counts button[disabled]", "Take 2 in");
  await page.click(".price-leaps input");
  await click(page, "Take 2 in", ".price-counts");
  await shows(page, ".price-lists .note", "Price list: 2 changed");
  expect(await price()).toBe(5_00);
  await click(page, "Take it back", ".price-lists");
  await shows(page, ".price-lists .note", "Taken back");
  expect(await price()).toBe(before);
  rmSync(folder, { recursive: true });
  expect(complaints).toEqual([]);
});

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
});

test("a pack that came broken: its number from the label, its picture, its way back, and what its part's page shows of it", async () => {
  const { page, complaints } = await openPage(stand, "/buying/B-0005");
  const numbers = 'textarea[aria-label$="serial numbers"]';
  await page.type(numbers, "VP-26-004417");
  await page.type('.receiving-count input[aria-label$="whole pieces that came"]', "1");
  await button(page, ".receiving-buttons button", "Take it in");
  await shows(page, ".note.stop", "came with B-0005 already");
  await page.click(numbers, { clickCount: 3 });
  await page.type(numbers, "VP-26-007001");
  await (await page.$('.delivery-photos input[type="file"]'))!.uploadFile("docs/screenshots/jobs.png");
  await page.waitForSelector(".delivery-photos img");
  await click(page, "Sent back", ".receiving-buttons");
  await page.waitForSelector(".ant-popover textarea, .ant-popover input");
  await page.type(".ant-popover textarea, .ant-popover input", "fetched by their own driver");
  await click(page, "It went", ".ant-popover");
  await shows(page, ".note", "sent back: 1 ×");
  await shows(page, ".receiving-lines", "1 sent back");
  // What was typed before it went is still there, and counting all of it by one button leaves it.
  await button(page, ".receiving-buttons button", "All of it came");
  await holds(page, numbers, "VP-26-007001");
  await button(page, ".receiving-buttons button", "Take it in");
  await shows(page, ".page-head", "complete");
  const paper = await fetch(`${stand.base}/api/buying/B-0005/return.pdf`);
  expect([paper.status, paper.headers.get("content-type")]).toEqual([200, "application/pdf"]);
  await goTo(page, `${stand.base}/parts/bat-36-7-short`);
  await shows(page, ".part-beside", "VP-26-007001");
  await page.focus('[data-path="spec.lengthMm"] input');
  await page.waitForSelector(".part-view .pointed");
  expect(await page.$eval(".part-view .pointed", (one) => one.textContent)).toBe("255");
  expect(complaints).toEqual([]);
});

test("the shelf counted by its labels: read twice is two, what is unknown is said, a reload keeps the count, all of it is stored", async () => {
  const { page, complaints } = await openPage(stand, "/parts/count");
  const box = '[aria-label="Part number, scanned or typed"]';
  // As quick as a reader types: none of it is lost while others are looked up.
  for (const code of ["chain-9", "CHAIN-9", "no-such", "fuse-40", "chain-9"]) {
    await page.type(box, code);
    await page.keyboard.press("Enter");
  }
  await shows(page, ".count-page", "No part has the number “no-such”");
  await shows(page, ".page-head", "Store 2 counts");
  const counted = async () => page.$$eval(".count-page td input", (all) => all.map((one) => (one as HTMLInputElement).value));
  await page.waitForFunction(
    () => [...document.querySelectorAll(".count-page td input")].map((one) => (one as HTMLInputElement).value).join() === "1,3",
  );
  await reload(page);
  expect(await counted()).toEqual(["1", "3"]);
  await click(page, "Store 2 counts", ".page-head");
  await shows(page, ".page-head", "Store 0 counts");
  const part = (await (await fetch(`${stand.base}/api/parts/one?code=CHAIN-9`)).json()) as { there: number };
  expect(part.there).toBe(3);
  const labels = await fetch(`${stand.base}/api/parts/labels.pdf?of=chain-9,fuse-40`);
  expect([labels.status, labels.headers.get("content-type")]).toEqual([200, "application/pdf"]);
  expect((await fetch(`${stand.base}/api/parts/labels.pdf?of=none`)).status).toBe(404);
  expect(complaints).toEqual([]);
});

test("an order goes to its supplier's desk once, however often it is sent; what they say stands with it", async () => {
  const desk = openDesk({ ...PLAIN_DESK, delayEvery: 1, delayDays: 9 });
  await new Promise<void>((resolve) => desk.server.listen(0, "127.0.0.1", resolve));
  const { port } = desk.server.address() as AddressInfo;
  const supplier = await openPage(stand, "/suppliers");
  const way = await openPage(stand, "/buying");
  const number = (await way.page.$$eval(".buying-parcel b", (all) => all.map((one) => one.textContent!))).find((one) =>
    one.startsWith("B-"),
  )!;
  const { page, complaints } = await openPage(stand, `/buying/${number}`);
  const name = (await text(page, "h1")).replace(number, "").trim();
  await click(supplier.page, name, "table");
  await supplier.page.waitForSelector('[aria-label="Their order desk"]');
  await fill(supplier.page, "Their order desk", `http://127.0.0.1:${port}`);
  await button(supplier.page, ".page-head button", "Store");
  await shows(supplier.page, ".page-head", "Stored.");
  await reload(page);
  await click(page, "Send it to their desk", ".from-them");
  await shows(page, ".note", "is sent to");
  await click(page, "Send it again", ".from-them");
  await shows(page, ".from-them", "again is the same order");
  expect(desk.orders.size).toBe(1);
  await click(page, "Ask what is new", ".from-them");
  await shows(page, ".from-them", "a container is late");
  await shows(page, ".from-them", "they have it");
  await page.type('[aria-label="The day on which they say it comes"]', "3.4.2027");
  await click(page, "Note the day", ".from-them");
  await shows(page, ".from-them", "two ways");
  await fill(page, "The day on which they say it comes", "3 Feb 2027");
  await click(page, "Note the day", ".from-them");
  await shows(page, ".page-head", "due Wed 3 Feb 2027");
  desk.server.close();
  expect([...complaints, ...supplier.complaints, ...way.complaints]).toEqual([]);
});

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
});

/** To Buying, as soon as the search's own button answers to hands: by the time the whole page does it may be over. */
async function atSearch(page: Page): Promise<void> {
  await page.goto(`${stand.base}/buying`, { waitUntil: "domcontentloaded" });
  await page.waitForFunction(
    () => {
      const stop = document.querySelector(".buying-search button");
      return stop !== null && Object.keys(stop).some((key) => key.startsWith("__reactProps"));
    },
    { timeout: 60_000 },
  );
}

test("a search that takes long tells how far it is; stopped, it shows what stands by then, and goes on when it is asked to", async () => {
  // Three hundred parts are short on the shelf, each sold by some of twenty suppliers, at days of their own.
  const { catalogue, wants } = market(300, 20, 7919);
  const short = new Map(wants.map((want) => [want.partId, want.quantity]));
  const db = connect(stand.database);
  await saveSuppliers(db, [...catalogue.suppliers.values()]);
  await saveParts(
    db,
    [...catalogue.parts.values()].map((part) => ({ ...part, keepAtLeast: short.get(part.id)!, spec: { barMm: 22 } })),
  );
  await db.destroy();
  const { page, complaints } = await openPage(stand, "/suppliers");
  // The jobs' own needs are worked out first: prices have changed under them.
  await atSearch(page);
  await shows(page, ".buying-search", "What each day sooner costs is worked out", 60_000);
  // What is on its way, and for whom, is there meanwhile.
  await shows(page, ".buying-jobs", "Our shelf");
  await click(page, "Stop and take what stands", ".buying-search");
  await shows(page, ".buying-total", "The search was stopped");
  const points = () => page.$$eval(".buying-hurry .ant-slider-dot", (dots) => dots.length);
  const total = async () => Number((await text(page, ".buying-total b")).replace(/[^\d.]/g, ""));
  const before = { points: await points(), total: await total() };
  await click(page, "Search on", ".buying-total");
  await shows(page, ".buying-search", "is worked out");
  await page.waitForFunction(() => document.querySelector(".buying-search") === null, { timeout: 100_000 });
  await page.waitForSelector(".buying-hurry");
  expect(await points()).toBeGreaterThan(before.points);
  expect(await total()).toBeLessThanOrEqual(before.total);
  expect(complaints).toEqual([]);
});

test("the bench stopped in the middle of a search: the page says so, and follows by itself once it is there again", async () => {
  await stand.stopServer();
  await stand.startServer();
  const { page } = await openPage(stand, "/suppliers");
  await atSearch(page);
  await stand.stopServer();
  await shows(page, ".note.stop", "The bench does not answer");
  await stand.startServer();
  await page.waitForFunction(() => document.querySelector(".note.stop") === null, { timeout: 60_000 });
  await page.waitForSelector(".buying-search");
  await page.waitForFunction(() => document.querySelector(".buying-search") === null, { timeout: 100_000 });
  await page.waitForSelector(".buying-hurry");
});
