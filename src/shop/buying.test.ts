import { randomUUID } from "node:crypto";
import { formatMoney } from "@/core/money/money";
import { NO_TERMS } from "@/core/parts/noTerms";
import { loadCatalogue, saveSuppliers } from "@/data/catalogue";
import { findJob, listJobs } from "@/data/jobs";
import { findPurchase, listPurchases } from "@/data/purchases";
import { SHELF } from "@/core/supply/needs";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { missingPieces, orderedPieces } from "@/core/supply/pieces";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { buyingPage, callOffJoint, placeJoint, storeJoint, takeDelivery, type AskedPlan, type Helpers } from "./buying";
import { openJob } from "./jobView";
import { perform } from "./perform";
import { searchHere } from "./searches";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

const LATER = "2026-12-01T10:00:00.000Z";
/** Every job that no stop forbids: the demo's own are seldom whole. */
const everyone = async (): Promise<AskedPlan> => {
  const page = await buyingPage(shop.db, { jobs: null, days: null }, NOW);
  return { jobs: page.jobs.filter((job) => !job.stopped).map((job) => job.jobId), days: null };
};
const stock = async (partId: string) => (await loadCatalogue(shop.db)).parts.get(partId)!.inStock;
const numbers = async () => (await listPurchases(shop.db, { closed: false, limit: 50 })).rows.map((one) => one.number);
const purchaseNamed = async (number: string) =>
  (await listPurchases(shop.db, { closed: false, limit: 50 })).rows.find((one) => one.number === number)!;

describe("what all jobs want, bought together", () => {
  test("everything that can be bought is in the proposal, for those that want it, at no more than job by job", async () => {
    const asked = await everyone();
    const page = await buyingPage(shop.db, asked, NOW);
    expect(page.jobs.filter((job) => job.included).length).toBeGreaterThanOrEqual(4);
    expect(page.jobs.filter((job) => job.stopped).every((job) => !job.included)).toBe(true);
    expect(page.orders.length).toBeGreaterThan(1);
    expect(page.totalMinor).toBe(page.orders.reduce((sum, order) => sum + order.totalMinor, 0));
    expect(page.totalMinor).toBeLessThan(page.apartMinor!);
    expect(page.proved).toBe(true);
    for (const order of page.orders) {
      expect(Object.values(order.landed).reduce((sum, minor) => sum + minor, 0)).toBe(order.totalMinor);
      for (const line of order.lines) expect(line.for.length).toBeGreaterThan(0);
    }
    // By itself it takes in whom nothing speaks against.
    const quiet = await buyingPage(shop.db, { jobs: null, days: null }, NOW);
    for (const job of quiet.jobs) expect([job.number, job.included]).toEqual([job.number, !job.stopped && job.notYet === ""]);
  });
  test("from the earliest to the cheapest: later is always cheaper, and each point is there within its days", async () => {
    const asked = await everyone();
    const page = await buyingPage(shop.db, asked, NOW);
    const points = page.frontier;
    expect(points.length).toBeGreaterThan(1);
    for (let i = 1; i < points.length; i += 1) {
      expect(points[i]!.days).toBeGreaterThan(points[i - 1]!.days);
      expect(points[i]!.totalMinor).toBeLessThan(points[i - 1]!.totalMinor);
    }
    for (const point of points) {
      const at = await buyingPage(shop.db, { ...asked, days: point.days }, NOW);
      expect(at.days).toBe(point.days);
      // What comes later is what nobody has sooner.
      for (const order of at.orders.filter((one) => one.arrives > point.arrives))
        expect(order.lines.some((line) => at.later.includes(line.name))).toBe(true);
    }
  });
});

test("a search that is given up is told, proposes nothing and places nothing; what is on its way is shown all the same", async () => {
  const gone: Helpers = { search: (input) => ({ ...searchHere(input), done: Promise.resolve(null) }) };
  const page = await buyingPage(shop.db, { jobs: null, days: 399 }, NOW, gone);
  expect([page.orders, page.frontier, page.totalMinor]).toEqual([[], [], 0]);
  expect(page.says).toContain("took too long");
  expect(page.purchases.length).toBeGreaterThan(0);
  const wish = { supplierId: "lowtide", jobs: [SHELF], days: 398, expectMinor: 0, request: randomUUID() };
  expect(await placeJoint(shop.db, wish, NOW, "Ida", gone)).toMatchObject({ ok: false, error: page.says });
});

test("an order under what its supplier takes is told and not placed; one that more jobs make large enough is", async () => {
  const asked = await everyone();
  const before = (await loadCatalogue(shop.db)).suppliers;
  const least = (leastOrderMinor: number) =>
    saveSuppliers(
      shop.db,
      [...before.values()].map((one) => ({ ...one, terms: { ...NO_TERMS, ...one.terms, leastOrderMinor } })),
    );
  await least(90_000_00);
  const page = await buyingPage(shop.db, asked, NOW);
  expect(page.orders.length).toBeGreaterThan(0);
  for (const order of page.orders)
    expect(order.notTaken).toContain(
      `takes no order under ${formatMoney(90_000_00, before.get(order.supplierId)!.currency)}: goods for`,
    );
  expect(page.frontier.at(-1)!.notTaken).toBe(page.orders.length);
  const taken = await numbers();
  const { supplierId, totalMinor, notTaken: why } = page.orders[0]!;
  const wish = { supplierId, jobs: asked.jobs!, days: null, expectMinor: totalMinor };
  const answer = await placeJoint(shop.db, { ...wish, request: randomUUID() }, NOW, "Ida");
  expect(answer).toMatchObject({ ok: false, error: expect.stringContaining(why) });
  expect(await numbers()).toEqual(taken);
  // By itself each job lacks more than together.
  await least(60_00);
  const together = await buyingPage(shop.db, asked, NOW);
  const alone = await Promise.all(asked.jobs!.map((id) => buyingPage(shop.db, { jobs: [id], days: null }, NOW)));
  const lacking = (one: typeof page) => one.orders.filter((order) => order.notTaken !== "").length;
  expect(lacking(together)).toBeLessThan(alone.reduce((sum, one) => sum + lacking(one), 0));
  expect(together.orders.some((order) => order.notTaken === "")).toBe(true);
  await saveSuppliers(shop.db, [...before.values()]);
});

describe("one order for several jobs", () => {
  let placed: Purchase;
  let jobs: string[];
  test("is placed once, whatever is sent twice; its shares add up to it to the cent, and the jobs want nothing of it any more", async () => {
    const asked = await everyone();
    const before = await numbers();
    const page = await buyingPage(shop.db, asked, NOW);
    const order = page.orders.find((one) => new Set(one.lines.flatMap((line) => line.for)).size > 1)!;
    const wish = { supplierId: order.supplierId, jobs: asked.jobs!, days: null, request: randomUUID() };
    expect(await placeJoint(shop.db, { ...wish, expectMinor: order.totalMinor - 1 }, NOW, "Ida")).toMatchObject({
      ok: false,
      error: expect.stringContaining("has changed since it was shown"),
    });
    expect(await numbers()).toEqual(before);
    const answers = [
      // As a worker is sent it.
      await placeJoint(shop.db, { ...wish, expectMinor: order.totalMinor }, NOW, "Ida", {
        store: (one) => storeJoint(shop.db, structuredClone(one)),
      }),
      await placeJoint(shop.db, { ...wish, expectMinor: order.totalMinor }, NOW, "Ida"),
    ];
    expect(answers[0]).toMatchObject({ ok: true, value: expect.stringContaining("is placed with") });
    expect(answers[1]).toEqual(answers[0]);
    const fresh = (await numbers()).filter((number) => !before.includes(number));
    expect(fresh).toHaveLength(1);
    placed = await purchaseNamed(fresh[0]!);
    jobs = [...new Set(placed.lines.flatMap((line) => line.for.map((share) => share.jobId)))].filter((id) => id !== SHELF);
    expect(jobs.length).toBeGreaterThan(1);
    // What the shelf pays of it is no job's.
    const forShelf = placed.lines.some((line) => line.for.some((share) => share.jobId === SHELF));
    let [goods, carriage] = [0, 0];
    for (const id of jobs) {
      const view = (await openJob(shop.db, id, NOW))!;
      const mine = view.job.orders.filter((one) => one.purchase === placed.number);
      expect(mine).toHaveLength(1);
      goods += mine[0]!.goodsMinor;
      carriage += mine[0]!.carriageMinor;
      const bought = new Set(mine[0]!.lines.map((line) => line.partId));
      expect(view.sheet.plan.wants.filter((want) => bought.has(want.partId) && want.quantity > 0)).toEqual([]);
      for (const line of mine[0]!.lines) expect(line.because.length).toBeGreaterThan(0);
    }
    if (forShelf) expect(goods).toBeLessThan(placed.goodsMinor);
    else expect([goods, carriage]).toEqual([placed.goodsMinor, placed.carriageMinor]);
    const after = await buyingPage(shop.db, asked, NOW);
    expect(after.orders.some((one) => one.supplierId === placed.supplierId && one.lines.length === order.lines.length)).toBe(
      false,
    );
  });
  test("is not received, called off or undone in one of its jobs alone", async () => {
    const job = (await findJob(shop.db, jobs[0]!))!;
    const order = job.orders.find((one) => one.purchase === placed.number)!;
    const act = (command: object) => perform(shop.db, { jobId: job.id, version: job.version, by: "Tam", command }, NOW);
    for (const command of [
      { do: "arrived", orderId: order.id },
      { do: "call off", orderId: order.id, why: "too late" },
    ])
      expect(await act(command)).toMatchObject({ ok: false, error: { says: expect.stringContaining("under Buying") } });
    expect(await act({ do: "undo" })).toMatchObject({ ok: false, error: { says: expect.stringContaining("under Buying") } });
  });
  test("what came short keeps its jobs waiting, what came broken is waited for again, more than was ordered is refused", async () => {
    const take = (delivery: object[], version = placed.version) =>
      takeDelivery(shop.db, { purchaseId: placed.id, version, delivery }, LATER, "Tam");
    for (const delivery of [[], [{ line: 0, good: 0, broken: 0 }]])
      expect(await take(delivery)).toMatchObject({ ok: false, error: expect.stringContaining("Nothing is counted") });
    expect(await take([{ line: 0, good: orderedPieces(placed.lines[0]!) + 1, broken: 0 }])).toMatchObject({
      ok: false,
      error: expect.stringContaining("waited for"),
    });
    for (const bad of [
      { line: 0, good: -1, broken: 0 },
      { line: 0, good: 1.5, broken: 0 },
      { line: 99, good: 1, broken: 0 },
    ])
      expect((await take([bad])).ok).toBe(false);
    const spares = placed.lines.map(
      (line) => orderedPieces(line) - line.for.reduce((sum, share) => sum + (share.jobId === SHELF ? 0 : share.quantity), 0),
    );
    const before = await Promise.all(placed.lines.map((line) => stock(line.partId)));
    // Everything but the first line, which comes broken.
    const all = placed.lines.map((line, i) => ({ line: i, good: i === 0 ? 0 : orderedPieces(line), broken: i === 0 ? 1 : 0 }));
    expect(await take(all)).toMatchObject({ ok: true, value: expect.stringContaining("broken") });
    expect(await take(all)).toMatchObject({ ok: false, error: expect.stringContaining("Somebody else has taken in") });
    const half = (await findPurchase(shop.db, placed.id))!;
    expect(half.closed).toBeNull();
    expect(missingPieces(half.lines[0]!)).toBe(orderedPieces(placed.lines[0]!));
    const waiting = new Set(half.lines[0]!.for.map((share) => share.jobId));
    for (const id of jobs) {
      const order = (await findJob(shop.db, id))!.orders.find((one) => one.purchase === placed.number)!;
      expect([id, order.arrived !== null]).toEqual([id, !waiting.has(id)]);
    }
    const rest = [{ line: 0, good: orderedPieces(placed.lines[0]!), broken: 0 }];
    expect(await take(rest, half.version)).toMatchObject({ ok: true, value: expect.stringContaining("all of it is here") });
    for (const id of jobs)
      expect((await findJob(shop.db, id))!.orders.find((one) => one.purchase === placed.number)!.arrived).not.toBeNull();
    const now = await Promise.all(placed.lines.map((line) => stock(line.partId)));
    expect(now).toEqual(before.map((pieces, i) => pieces + spares[i]!));
    expect(await take(rest, half.version + 1)).toMatchObject({ ok: false, error: expect.stringContaining("closed") });
    expect(await numbers()).not.toContain(placed.number);
  });
  test("called off before anything came its parts are wanted again; with a part here the rest is given up, and what came is on the shelf", async () => {
    const asked = await everyone();
    const wantedBefore = Object.fromEntries((await listJobs(shop.db, "", 50)).rows.map((row) => [row.id, row.summary.buys]));
    const place = async () => {
      const page = await buyingPage(shop.db, asked, NOW);
      const order = page.orders[0]!;
      const request = randomUUID();
      const wish = { supplierId: order.supplierId, jobs: asked.jobs!, days: null, request, expectMinor: order.totalMinor };
      const answer = await placeJoint(shop.db, wish, NOW, "Ida");
      if (!answer.ok) throw new Error(answer.error);
      return purchaseNamed(answer.value.split(" ")[0]!);
    };
    const first = await place();
    expect(await callOffJoint(shop.db, { purchaseId: first.id, version: 1, why: "" }, NOW, "Ida")).toMatchObject({ ok: false });
    expect(await callOffJoint(shop.db, { purchaseId: first.id, version: 1, why: "sold out" }, NOW, "Ida")).toMatchObject({
      ok: true,
    });
    expect(await callOffJoint(shop.db, { purchaseId: first.id, version: 1, why: "sold out" }, NOW, "Ida")).toMatchObject({
      ok: true,
    });
    expect(await callOffJoint(shop.db, { purchaseId: first.id, version: 2, why: "another" }, NOW, "Ida")).toMatchObject({
      ok: false,
    });
    await buyingPage(shop.db, asked, NOW);
    expect(Object.fromEntries((await listJobs(shop.db, "", 50)).rows.map((row) => [row.id, row.summary.buys]))).toEqual(
      wantedBefore,
    );
    const second = await place();
    expect(second.number).not.toBe(first.number);
    const line = second.lines.findIndex((one) => orderedPieces(one) > 0);
    const { partId } = second.lines[line]!;
    const before = await stock(partId);
    const came = { purchaseId: second.id, version: 1, delivery: [{ line, good: 1, broken: 0 }] };
    expect(await takeDelivery(shop.db, came, LATER, "Tam")).toMatchObject({ ok: true });
    const whole = second.lines.length === 1 && orderedPieces(second.lines[0]!) === 1;
    const off = await callOffJoint(shop.db, { purchaseId: second.id, version: 2, why: "the rest is sold out" }, LATER, "Ida");
    expect(off.ok).toBe(!whole);
    if (!whole) expect([before, before + 1]).toContain(await stock(partId));
  });
});
