import type { AddressInfo } from "node:net";
import { createServer } from "node:http";
import { SHELF } from "@/core/supply/needs";
import { orderedPieces } from "@/core/supply/pieces";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { findRawSupplier } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { findPurchase, listPurchases } from "@/data/purchases";
import { ODD_DESK, openDesk, PLAIN_DESK, type Desk } from "@/standins/orderDesk";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { buyingPage, placeJoint, takeDelivery } from "./buying";
import { askDesk, noteDay, sendToDesk } from "./desk";
import { openJob } from "./jobView";
import { storeSupplier } from "./suppliers";
import { dueDay } from "@/core/supply/standing";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
let placed: Purchase;
const desks: Desk[] = [];
beforeAll(async () => {
  shop = await openDemoShop();
  const asked = { jobs: (await buyingPage(shop.db, { jobs: null, days: null }, NOW)).jobs.map((job) => job.jobId), days: null };
  const page = await buyingPage(shop.db, asked, NOW);
  const order = page.orders.find(
    (one) => one.lines.length > 1 && one.lines.some((line) => line.for.some((number) => number > 0)),
  )!;
  const wish = {
    supplierId: order.supplierId,
    jobs: asked.jobs,
    days: null,
    expectMinor: order.totalMinor,
    request: "desk-test-order-1",
  };
  const made = await placeJoint(shop.db, wish, NOW, "Ida");
  if (!made.ok) throw new Error(made.error);
  placed = (await listPurchases(shop.db, { closed: false, limit: 1 })).rows[0]!;
});
afterAll(async () => {
  for (const desk of desks) desk.server.close();
  await shop.close();
});

const now = async () => (await findPurchase(shop.db, placed.id))!;
async function listening(manner: Partial<typeof PLAIN_DESK>): Promise<Desk> {
  const desk = openDesk({ ...PLAIN_DESK, ...manner });
  desks.push(desk);
  await new Promise<void>((resolve) => desk.server.listen(0, "127.0.0.1", resolve));
  await at(`http://127.0.0.1:${(desk.server.address() as AddressInfo).port}`);
  return desk;
}
/** The supplier's desk is here from now on. */
async function at(desk: string) {
  const raw = (await findRawSupplier(shop.db, placed.supplierId))!;
  const stored = await storeSupplier(shop.db, { ...raw, terms: { ...(raw.terms as object), desk } }, { at: NOW, by: "Ida" });
  expect(stored).toMatchObject({ ok: true });
}
const send = () => sendToDesk(shop.db, { purchaseId: placed.id }, NOW, "Ida");
const ask = () => askDesk(shop.db, { supplierId: placed.supplierId }, NOW, "Ida");

test("without a desk, with one that is down, and with one that answers too late: said as it is, and a retry never orders twice", async () => {
  expect(await send()).toMatchObject({ ok: false, error: expect.stringContaining("no order desk") as string });
  await at("http://127.0.0.1:6000");
  for (const answer of [await send(), await ask()])
    expect(answer).toMatchObject({ ok: false, error: expect.stringContaining("kept for something else") as string });
  await at("http://127.0.0.1:39999");
  expect(await send()).toMatchObject({ ok: false, error: expect.stringContaining("not known whether") as string });
  expect((await now()).desk).toMatchObject({ state: "unsure" });
  const desk = await listening({ downFor: 1, lateEvery: 2, lateMs: 5_000 });
  expect(await send()).toMatchObject({ ok: false, error: expect.stringContaining("down or busy (503)") as string });
  // The second request is taken up and answered too late; the third is the same order.
  expect(await send()).toMatchObject({ ok: false, error: expect.stringContaining("not known whether") as string });
  expect(desk.orders.size).toBe(1);
  expect(await send()).toEqual({ ok: true, value: `${placed.number} is sent to ${placed.supplierName}.` });
  expect(desk.orders.size).toBe(1);
  expect((await now()).desk).toMatchObject({ state: "sent" });
});

test("news come in once and in order, whoever asks at once; a day moves the order and its jobs, and who must be told is named", async () => {
  await listening({ delayEvery: 1, delayDays: 30, dearerEvery: 1 });
  expect(await send()).toMatchObject({ ok: true });
  const before = await now();
  const [first, second] = await Promise.all([ask(), ask()]);
  expect([first.ok, second.ok]).toEqual([true, true]);
  const after = await now();
  const what = after.news.map((one) => one.what);
  expect(what.slice(0, 4)).toEqual(["acknowledged", "confirmed", "price", "delayed"]);
  expect(what.slice(4).every((one) => one === "shipped")).toBe(true);
  expect(new Set(after.news.map((one) => one.seq)).size).toBe(after.news.length);
  expect(Date.parse(after.dueDay) - Date.parse(before.dueDay)).toBe(30 * 86_400_000);
  // What somebody outside says changes no price and brings no piece.
  expect([after.goodsMinor, after.lines.map((line) => [line.packPriceMinor, line.came])]).toEqual([
    before.goodsMinor,
    before.lines.map((line) => [line.packPriceMinor, line.came]),
  ]);
  const jobs = [...new Set(after.lines.flatMap((line) => line.for.map((share) => share.jobId)))].filter((id) => id !== SHELF);
  expect(jobs.length).toBeGreaterThan(0);
  for (const id of jobs) {
    const job = (await findJob(shop.db, id))!;
    expect(job.orders.filter((order) => order.purchase === after.number).map(dueDay)).toEqual([after.dueDay]);
    const said = [first, second].map((one) => (one.ok ? one.value : "")).join();
    if (job.wish.readyBy !== null && job.wish.readyBy < after.dueDay) expect(said).toContain(job.wish.customer);
    expect((await openJob(shop.db, id, NOW))!.history[0]!.says).toContain("delayed");
  }
  expect(await ask()).toEqual({ ok: true, value: "Nothing new." });
  expect(await now()).toEqual(after);
});

test("a desk that answers nonsense: nothing is taken in of it, each is told, and what is sound beside it is heard", async () => {
  let body = "<html>";
  const server = createServer((_request, response) => void response.end(body));
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  await at(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  const before = await now();
  const base = before.news.at(-1)!.seq;
  const of = (n: number, more: object) => ({ seq: base + n, order: placed.number, ...more });
  for (const text of ["<html>", "7", "{}", `[${"[".repeat(5_000)}`, `"${"x".repeat(500_000)}"`]) {
    body = text;
    expect(await ask()).toMatchObject({ ok: false, error: expect.stringContaining("does not read") as string });
  }
  body = JSON.stringify([
    of(1, { what: "confirmed", day: "1999-01-01" }),
    of(2, { what: "confirmed", day: "2099-01-01" }),
    of(3, { what: "price", line: 400, packPriceMinor: 100 }),
    of(4, { what: "price", line: 0, packPriceMinor: -1 }),
    of(5, { what: "shipped", parcel: "P", lines: [{ line: 0, pieces: orderedPieces(before.lines[0]!) + 1 }] }),
    { seq: base + 6, order: "B-0001", what: "refused", why: "" },
    of(7, { what: "gift" }),
    null,
    of(8, { what: "acknowledged", theirNumber: "D9" }),
  ]);
  const told = await ask();
  expect(told.ok && told.value.split(" · ")).toHaveLength(9);
  const after = await now();
  expect(after).toEqual({ ...before, news: [...before.news, expect.objectContaining({ seq: base + 8, what: "acknowledged" })] });
  expect(await ask()).toMatchObject({ ok: true, value: expect.not.stringContaining("1999") as string });
  // One that never stops talking: what is kept of it has a bound, and the last it said is there.
  body = JSON.stringify(Array.from({ length: 400 }, (_, i) => of(100 + i, { what: "acknowledged", theirNumber: `D${i}` })));
  expect((await ask()).ok).toBe(true);
  const many = (await now()).news;
  expect(many).toHaveLength(200);
  expect(many.at(-1)!.says).toContain("D399");
  server.close();
});

test("a day told by telephone moves the order and its jobs; news never disturb who counts what came", async () => {
  const before = await now();
  const day = "2027-02-03";
  const wish = { purchaseId: placed.id, version: before.version, day, why: "their mill stands still" };
  expect(await noteDay(shop.db, { ...wish, day: "soon" }, NOW, "Ida")).toMatchObject({ ok: false });
  expect(await noteDay(shop.db, { ...wish, day: "2020-01-01" }, NOW, "Ida")).toMatchObject({ ok: false });
  const noted = await noteDay(shop.db, wish, NOW, "Ida");
  expect(noted).toMatchObject({ ok: true, value: expect.stringContaining("their mill stands still") as string });
  expect((await noteDay(shop.db, wish, NOW, "Ida")).ok).toBe(true);
  const after = await now();
  expect([after.dueDay, after.news.at(-1)!.seq, after.version]).toEqual([day, 0, before.version]);
  const came = { purchaseId: placed.id, version: before.version, delivery: [{ line: 0, good: 1, broken: 0 }] };
  expect(await takeDelivery(shop.db, came, NOW, "Tam")).toMatchObject({ ok: true });
});

test("an address that is not on this machine is no desk: nothing of a shop is sent away by itself", async () => {
  const raw = (await findRawSupplier(shop.db, placed.supplierId))!;
  for (const desk of [
    "http://example.org",
    "https://127.0.0.1:4180",
    "http://127.0.0.1.example.org",
    "http://127.0.0.1:1@example.org",
    "file:///etc/passwd",
  ]) {
    const stored = await storeSupplier(shop.db, { ...raw, terms: { ...(raw.terms as object), desk } }, { at: NOW, by: "Ida" });
    expect([desk, stored.ok]).toEqual([desk, false]);
  }
});

test("the odd desk does all that a desk may do to a shop", () => {
  expect(Object.values(ODD_DESK).every((one) => one > 0)).toBe(true);
});
