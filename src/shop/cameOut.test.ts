import { minutesOf } from "@/core/work/steps";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import type { Command } from "@/core/job/command";
import { findJob, listJobs } from "@/data/jobs";
import { findPurchase, listPurchases } from "@/data/purchases";
import { NOW, openDemoShop } from "@/../tests/demoShop";
import { noteJointBill } from "./bills";
import { buyingPage, placeJoint } from "./buying";
import { houseRules, previewHouse, storeHouse } from "./houseRules";
import { openJob } from "./jobView";
import { lessonsOf } from "./lessons";
import { perform } from "./perform";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
let maud: string;
beforeAll(async () => {
  shop = await openDemoShop();
  maud = (await listJobs(shop.db, "Maud", 1)).rows[0]!.id;
});
afterAll(() => shop.close());

const act = async (command: Command, jobId = maud) => {
  const { version } = (await findJob(shop.db, jobId))!;
  return perform(shop.db, { jobId, version, by: "Tamsin", command }, NOW, null);
};
const view = async (jobId = maud) => (await openJob(shop.db, jobId, NOW))!;

test("the demo's signed job lost money, every order is billed, and what made the difference adds up", async () => {
  const out = (await view()).cameOut!;
  expect(out.unbilled).toBe(0);
  expect(out.quoted.leftMinor).toBeGreaterThan(0);
  expect(out.real.leftMinor).toBeLessThan(0);
  expect(out.because.reduce((sum, one) => sum + one.minor, 0)).toBe(out.real.leftMinor - out.quoted.leftMinor);
  // Bills by hand: their sum over the orders is what parts and carriage cost more.
  const { job } = await view();
  const over = job.orders.reduce(
    (sum, one) => sum + one.billed!.goodsMinor + one.billed!.carriageMinor - one.goodsMinor - one.carriageMinor,
    0,
  );
  const { ordered, real } = out;
  expect(real.partsMinor + real.carriageMinor - ordered.partsMinor - ordered.carriageMinor).toBe(over);
});

test("a job that is not signed has nothing that came out", async () => {
  const odo = (await listJobs(shop.db, "Odo", 1)).rows[0]!.id;
  expect((await view(odo)).cameOut).toBeNull();
});

test("a time or a bill noted later leaves signature, price and promises as they are, and is taken back whole", async () => {
  const before = await view();
  const order = before.job.orders[0]!;
  expect(await act({ do: "note bill", orderId: order.id, bill: null })).toMatchObject({ ok: true });
  expect(await act({ do: "note minutes", step: "fitHub", minutes: null })).toMatchObject({ ok: true });
  const without = await view();
  expect(without.cameOut).toMatchObject({ unbilled: 1, untimed: before.cameOut!.untimed + 1 });
  expect(without.work.changed).toEqual([]);
  expect(without.sheet).toEqual(before.sheet);
  expect(without.promises).toEqual(before.promises);
  const { number, goodsMinor, carriageMinor } = order.billed!;
  expect(await act({ do: "note bill", orderId: order.id, bill: { number, goodsMinor, carriageMinor } })).toMatchObject({
    ok: true,
  });
  expect(await act({ do: "note minutes", step: "fitHub", minutes: 95 })).toMatchObject({ ok: true });
  expect((await view()).cameOut).toEqual(before.cameOut);
});

test.each([
  ["minutes far over", { do: "note minutes", step: "fitHub", minutes: 600 }, "600 minutes"],
  ["minutes of an unknown step", { do: "note minutes", step: "nothing", minutes: 6 }, "not ticked"],
  ["a bill of another order", { do: "note bill", orderId: "x", bill: null }, "no such order"],
] as [string, Command, string][])("%s: asked or refused in words", async (_, command, says) => {
  const answer = await act(command);
  expect(answer).toMatchObject({ ok: false, error: { says: expect.stringContaining(says) } });
});

test("a bill far from its order is asked about, and taken where it is said to be right", async () => {
  const order = (await view()).job.orders[0]!;
  const bill = { number: "", goodsMinor: order.goodsMinor * 2, carriageMinor: 0 };
  expect(await act({ do: "note bill", orderId: order.id, bill })).toMatchObject({
    ok: false,
    error: { says: expect.stringContaining("is it the bill of this order") },
  });
  expect(await act({ do: "note bill", orderId: order.id, bill, confirmed: true })).toMatchObject({ ok: true });
  expect(await act({ do: "undo" } as never)).toMatchObject({ ok: true });
});

test("what is nonsense as minutes or a bill is refused at the door", async () => {
  for (const minutes of [-1, 2881, NaN, "20", Infinity])
    expect([minutes, (await act({ do: "note minutes", step: "fitHub", minutes } as never)).ok]).toEqual([minutes, false]);
  for (const goodsMinor of [-1, 1.5, 2e9, "7", null])
    expect([
      goodsMinor,
      (await act({ do: "note bill", orderId: "x", bill: { number: "", goodsMinor, carriageMinor: 0 } } as never)).ok,
    ]).toEqual([goodsMinor, false]);
});

test("a joint order's bill is shared among its jobs to the cent, once however often it is sent, and an old window is told", async () => {
  const page = await buyingPage(shop.db, { jobs: null, days: null }, NOW);
  const jobs = page.jobs.filter((job) => job.included).map((job) => job.jobId);
  const { supplierId, totalMinor } = page.orders[0]!;
  const wish = { supplierId, jobs, days: null, expectMinor: totalMinor, request: "bill-test-order-1" };
  expect(await placeJoint(shop.db, wish, NOW, "Tamsin")).toMatchObject({ ok: true });
  const [purchase] = (await listPurchases(shop.db, { closed: false, limit: 50 })).rows.filter((one) => one.placed.at === NOW);
  const bill = { number: "R-1", goodsMinor: purchase!.goodsMinor + 333, carriageMinor: purchase!.carriageMinor + 101 };
  const note = (version: number, over = {}) =>
    noteJointBill(shop.db, { purchaseId: purchase!.id, version, bill, ...over }, NOW, "Tamsin");
  expect(await note(purchase!.version)).toMatchObject({ ok: true });
  expect(await note(purchase!.version)).toMatchObject({ ok: true });
  expect((await findPurchase(shop.db, purchase!.id))!.version).toBe(purchase!.version + 1);
  expect(await note(purchase!.version, { bill: { ...bill, number: "R-2" } })).toMatchObject({
    ok: false,
    error: expect.stringContaining("changed meanwhile"),
  });
  expect(await note(purchase!.version + 1, { bill: { ...bill, goodsMinor: 1 } })).toMatchObject({ ok: false });
  let shares = 0;
  for (const jobId of new Set(purchase!.lines.flatMap((line) => line.for.map((share) => share.jobId)))) {
    const job = await findJob(shop.db, jobId);
    for (const order of job?.orders.filter((one) => one.purchase === purchase!.number) ?? []) {
      shares += 1;
      expect(order.billed).toMatchObject({ number: "R-1", by: "Tamsin" });
      expect(await act({ do: "note bill", orderId: order.id, bill: null }, jobId)).toMatchObject({
        ok: false,
        error: { says: expect.stringContaining(purchase!.number) },
      });
    }
  }
  expect(shares).toBeGreaterThan(0);
  expect(await note(purchase!.version + 1, { bill: null })).toMatchObject({ ok: true });
});

test("finished work proposes, nothing is taken by itself, and what the owner takes is quoted from then on", async () => {
  const house = await houseRules(shop.db);
  const lessons = await lessonsOf(shop.db, house);
  expect(lessons).toMatchObject({ lost: 1, jobs: 2 });
  expect(lessons.minutes.find((one) => one.task === "fitHub")).toMatchObject({ times: 2, meanMinutes: 65, proposed: null });
  expect(lessons.reserve.reduce((sum, { jobs }) => sum + jobs, 0)).toBe(2);
  for (const { overPercent } of lessons.reserve) expect(overPercent).toEqual(expect.any(Number));
  expect(house.minutes).toEqual({});
  const minutes = { harness: { minutes: 90, spread: 20 } };
  const preview = await previewHouse(shop.db, { minutes }, NOW);
  if (!preview.ok) throw new Error(preview.error);
  // Odo's sheet was accepted: an agreed price stands whatever the shop's minutes become.
  const odo = preview.value.changed.find((job) => job.customer.startsWith("Odo"));
  expect(odo?.priceMinor ?? 0).toBe(0);
  const ivo = preview.value.changed.find((job) => job.customer.startsWith("Ivo"))!;
  expect(ivo.priceMinor).toBeGreaterThan(0);
  const stored = await storeHouse(shop.db, { minutes }, { at: NOW, by: "Tamsin", version: null });
  expect(stored).toMatchObject({ ok: true });
  const harness = (await view((await listJobs(shop.db, "Ivo", 1)).rows[0]!.id)).steps.find((step) => step.id === "harness")!;
  expect(harness).toMatchObject(minutes.harness);
  // The signed job quotes what it was signed with.
  expect((await view()).cameOut!.steps.find((step) => step.id === "harness")!.quotedMinutes).toBe(
    minutesOf("harness", DEFAULT_HOUSE_RULES).minutes,
  );
  for (const wrong of [{ harness: { minutes: 0, spread: 1 } }, { nonsense: { minutes: 5, spread: 1 } }, { harness: 5 }]) {
    expect((await storeHouse(shop.db, { minutes: wrong }, { at: NOW, by: "", version: null })).ok).toBe(false);
    expect((await storeHouse(shop.db, { minutesOn: { trike: wrong } }, { at: NOW, by: "", version: null })).ok).toBe(false);
  }
  expect((await storeHouse(shop.db, { minutesOn: { "A trike": {} } }, { at: NOW, by: "", version: null })).ok).toBe(false);
});

test("what long load carriers took is taken over for them alone, and no other bike is quoted otherwise", async () => {
  const lines = (await listJobs(shop.db, "", 60)).rows;
  // Times as a shop of more finished bikes has them.
  for (const [i, { id }] of lines.slice(0, 8).entries())
    await shop
      .db("job")
      .where({ id })
      .update({
        summary: shop.db.raw("json_set(summary, '$.took', json(?), '$.frameKind', ?)", [
          JSON.stringify({ settings: i < 4 ? 60 : 20 }),
          i < 4 ? "long-wheelbase" : "diamond",
        ]),
      });
  const house = await houseRules(shop.db);
  const lesson = (await lessonsOf(shop.db, house)).minutes.find((one) => one.task === "settings")!;
  const [diamond, long] = lesson.onBikes;
  expect([diamond!.name, long!.name]).toEqual(["Diamond", "Long load carrier"]);
  expect(long!.proposed!.minutes).toBeGreaterThan(diamond!.learned.minutes);
  const minutesOn = { "long-wheelbase": { settings: long!.proposed! } };
  const preview = await previewHouse(shop.db, { minutesOn }, NOW);
  if (!preview.ok) throw new Error(preview.error);
  const kinds = new Map(
    await Promise.all(lines.map(async ({ id }) => [id, (await findJob(shop.db, id))!.donor.frameKind?.value] as const)),
  );
  expect(preview.value.changed.length).toBeGreaterThan(0);
  expect(preview.value.changed.filter(({ id }) => kinds.get(id) !== "long-wheelbase")).toEqual([]);
  expect(await storeHouse(shop.db, { minutesOn }, { at: NOW, by: "Tamsin", version: null })).toMatchObject({ ok: true });
  const again = (await lessonsOf(shop.db, await houseRules(shop.db))).minutes.find((one) => one.task === "settings")!;
  expect(again.onBikes[1]).toMatchObject({ quoted: long!.proposed, proposed: null });
  expect(again.quoted).toEqual(lesson.quoted);
});
