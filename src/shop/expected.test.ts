import { randomUUID } from "node:crypto";
import { expectedDay } from "@/core/supply/expected";
import { dueDay } from "@/core/supply/standing";
import { missingPieces } from "@/core/supply/pieces";
import { loadCatalogue } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { listPurchases, seenDays } from "@/data/purchases";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { dice } from "../../tests/dice";
import { saveHouse } from "../../tests/saveHouse";
import { buyingPage, callOffJoint, placeJoint, takeDelivery } from "./buying";
import { jobList } from "./jobList";
import { openJob } from "./jobView";
import { perform } from "./perform";
import { wallClock } from "./wallClock";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

const DAY_MS = 86_400_000;
const idsOf = async () => (await jobList(shop.db, "", 40, NOW)).rows.map((row) => row.id);

test("whatever is ordered, comes, is sent back or undone: what is reckoned with is what was seen", async () => {
  const { db } = shop;
  const roll = dice(20261128);
  const ids = await idsOf();
  let now = NOW;
  const done: Record<string, number> = {};
  const act = async (id: string, command: object) => {
    const job = (await findJob(db, id))!;
    const result = await perform(db, { jobId: id, version: job.version, by: "Tam", command }, now);
    const what = (command as { do: string }).do;
    if (result.ok) done[what] = (done[what] ?? 0) + 1;
  };
  const waits = async () => (await listPurchases(db, { closed: false, limit: 20 })).rows;
  const steps = 60;
  for (let step = 0; step < steps; step += 1) {
    now = new Date(Date.parse(now) + roll(0, 3) * DAY_MS).toISOString();
    const id = ids[roll(0, ids.length - 1)]!;
    const job = (await findJob(db, id))!;
    const open = job.orders.filter((order) => !order.off && !order.purchase);
    const order = open[roll(0, Math.max(0, open.length - 1))];
    const what = roll(0, 6);
    if (what <= 1) {
      const { sheet } = (await openJob(db, id, now))!;
      const planned = sheet.plan.orders[0];
      if (planned)
        await act(id, {
          do: "place order",
          supplierId: planned.supplier.id,
          expectMinor: planned.goodsMinor + planned.carriageMinor,
          overBudget: true,
        });
    } else if (what === 2 && order) await act(id, { do: "arrived", orderId: order.id });
    else if (what === 3 && order && roll(0, 2) === 0)
      await act(id, { do: "call off", orderId: order.id, why: "not wanted any more" });
    else if (what === 4) await act(id, { do: "undo" });
    else if (what === 5) {
      const page = await buyingPage(db, { jobs: [id], days: null }, now);
      const joint = page.orders[0];
      const wish = { jobs: [id], days: null, request: randomUUID() };
      if (joint) await placeJoint(db, { ...wish, supplierId: joint.supplierId, expectMinor: joint.totalMinor }, now, "Tam");
    } else {
      const [purchase] = await waits();
      if (!purchase) continue;
      if (roll(0, 4) === 0)
        await callOffJoint(db, { purchaseId: purchase.id, version: purchase.version, why: "they have none" }, now, "Tam");
      else {
        // All of it, or a part: what is missing then is given up as somebody calls it off.
        const whole = roll(0, 1) === 1;
        const delivery = purchase.lines.map((line, at) => ({
          line: at,
          good: whole ? missingPieces(line) : Math.min(1, missingPieces(line)),
          broken: 0,
        }));
        await takeDelivery(db, { purchaseId: purchase.id, version: purchase.version, delivery }, now, "Tam");
      }
    }
    const { seenDays: reckoned } = await loadCatalogue(db);
    expect(Object.fromEntries(reckoned)).toEqual(await seenDays(db));
  }
  // Each door was gone through.
  for (const what of ["place order", "arrived", "undo"]) expect([what, done[what]! > 0]).toEqual([what, true]);
});

test("a job's ready date comes from the part that is last: each order's day is that of its slowest line, and a placed one is due then", async () => {
  const { db } = shop;
  const at = "2026-12-02T09:00:00.000Z";
  const { catalogue, closedDays } = { catalogue: await loadCatalogue(db), closedDays: [] };
  let placed = 0;
  for (const id of await idsOf()) {
    const view = (await openJob(db, id, at))!;
    for (const order of view.sheet.plan.orders) {
      const days = order.lines.map((line) => expectedDay(line.offer, at.slice(0, 10), catalogue, { closedDays }));
      expect(view.arrivals[order.supplier.id]).toBe(days.sort().at(-1));
    }
    const ready = view.promises.find((one) => one.id === "ready")!;
    const last = Object.values(view.arrivals).sort().at(-1);
    if (typeof ready.predicted === "string" && last) expect(ready.predicted > last).toBe(true);
    const first = view.sheet.plan.orders[0];
    if (!first || placed > 2) continue;
    const expectMinor = first.goodsMinor + first.carriageMinor;
    const command = { do: "place order", supplierId: first.supplier.id, expectMinor, overBudget: true };
    const done = await perform(db, { jobId: id, version: view.job.version, by: "Tam", command }, at);
    if (!done.ok) continue;
    placed += 1;
    const order = (await findJob(db, id))!.orders.find((one) => !view.job.orders.some((before) => before.id === one.id))!;
    const days = first.lines.map((line) => expectedDay(line.offer, wallClock(at), catalogue, { closedDays }));
    expect(dueDay(order)).toBe(days.sort().at(-1));
  }
  expect(placed).toBeGreaterThan(0);
});

test("days off move what is promised, in the job, in the list and in Buying; taken out again, all is as it was", async () => {
  const { db } = shop;
  const at = "2026-12-21T09:00:00.000Z";
  const seen = async () => ({
    ready: (await Promise.all((await idsOf()).map((id) => openJob(db, id, at)))).map(
      (view) => view!.promises.find((one) => one.id === "ready")!.predicted,
    ),
    buying: (await buyingPage(db, { jobs: null, days: null }, at)).frontier.map((point) => point.arrives),
  });
  const before = await seen();
  const closedDays = Array.from({ length: 14 }, (_, i) =>
    new Date(Date.parse("2026-12-22") + i * DAY_MS).toISOString().slice(0, 10),
  );
  await saveHouse(db, { closedDays });
  const closed = await seen();
  expect(closed.buying.every((day) => !closedDays.includes(day))).toBe(true);
  expect(closed.ready.filter((day) => typeof day === "string").every((day) => !closedDays.includes(day as string))).toBe(true);
  expect(closed.ready).not.toEqual(before.ready);
  closed.ready.forEach((day, i) => {
    if (typeof day === "string") expect(day >= (before.ready[i] as string)).toBe(true);
  });
  await saveHouse(db, { closedDays: [] });
  expect(await seen()).toEqual(before);
});
