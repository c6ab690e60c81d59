import type { TaskId } from "@/core/standards/tasks";
import { recordedTrack } from "@/data/demo/recordedRoad";
import { profileOf } from "@/core/route/profile";
import { routeByHand } from "@/core/route/byHand";
import type { Knex } from "knex";
import type { Command } from "@/core/job/command";
import type { Answer } from "@/core/job/givenSheet";
import type { Strokes } from "@/core/job/signaturePad";
import type { Job } from "@/core/job/job";
import { donorItem, type DonorKey } from "@/core/donor/items";
import type { Finding } from "@/core/fit/finding";
import type { PlannedOrder } from "@/core/supply/supplyPlan";
import { saveParts, saveSuppliers } from "@/data/catalogue";
import { DEMO_JOBS, type DemoJob } from "@/data/demo/jobs";
import { DEMO_BROKEN_PART, DEMO_PARTS } from "@/data/demo/parts";
import { DEMO_FINISHED, type DemoFinished } from "@/data/demo/finished";
import { asSold, OLD_PRICES } from "@/data/demo/oldPrices";
import { because } from "@/data/shelfMoves";
import { DEMO_SUPPLIERS } from "@/data/demo/suppliers";
import { writeSetting } from "@/data/settings";
import { createJob } from "./createJob";
import { DEMO_FLOOR } from "@/data/demo/floor";
import { writeFloor } from "@/data/bench";
import { benchLines, findJob } from "@/data/jobs";
import { freezeJob, keepBench } from "./benchPlans";
import { checksOfJob } from "@/core/job/proof";
import { stepOfCheck } from "@/core/prove/checks";
import { makeChecks } from "./makeChecks";
import { cleaned } from "@/core/prove/log/cleaned";
import { readLogCsv } from "@/core/prove/log/readLogCsv";
import { asCsv, madeUpRide } from "@/core/prove/madeUpRide";
import { massOf, rideOf, type RideOf } from "@/core/job/rideOf";
import { roadSegments } from "@/core/route/roadSegments";
import type { Wish } from "@/core/wish/wish";
import { assessOn } from "./useCase";
import { benchOf } from "./jobView";
import { AFTER_SIGNING } from "@/core/work/signature";
import { bringLine, execute } from "./perform";
import { buyingPage, callOffJoint, placeJoint, takeDelivery } from "./buying";
import { sendBackBroken } from "./damage";
import { SHELF } from "@/core/supply/needs";
import { missingPieces } from "@/core/supply/pieces";
import { DEMO_DELIVERIES, type DemoDelivery } from "@/data/demo/deliveries";
import { findPurchase, listPurchases } from "@/data/purchases";
import { DAY_MS, daysAfter } from "@/core/units/days";

/** Fills an empty database with the invented shop, by the same use cases that a person's clicks go through. Does nothing when jobs exist. */
export async function loadDemo(db: Knex, now: string): Promise<boolean> {
  if (await db("job").first()) return false;
  await loadDemoBooks(db, now);
  // The last in the list was taken in last, so that the list of jobs begins with the one that moved most.
  await db.transaction(async (trx) => {
    for (const demo of DEMO_FINISHED) await playFinished(trx, demo, now);
    for (const demo of [...DEMO_JOBS].reverse()) await playJob(trx, demo, now);
    await planBench(trx, now);
  });
  return true;
}

/** The plan of the bench as it was kept today, with the job frozen whose parts are under way. */
async function planBench(db: Knex, now: string): Promise<void> {
  const by = "Tamsin";
  await keepBench(db, null, { at: now, by, version: 0 });
  const under = (await benchLines(db)).find(({ line }) => line.agreed);
  if (under) await freezeJob(db, { jobId: under.id, frozen: true }, { at: now, by, version: 1 });
}

/** The demo's parts, suppliers, rules and what was bought for its shelf: a shop before its first job. */
export async function loadDemoBooks(db: Knex, now: string): Promise<void> {
  await saveSuppliers(db, DEMO_SUPPLIERS);
  const ago = (days: number) => ({
    says: "Price list",
    at: new Date(Date.parse(now) - days * DAY_MS).toISOString(),
    by: "Tamsin",
  });
  for (const old of OLD_PRICES)
    await db.transaction((trx) => because(trx, ago(old.daysAgo), () => saveParts(trx, asSold(DEMO_PARTS, old))));
  const begun = { ...ago(20), says: "there when this list was begun" };
  await db.transaction((trx) => because(trx, begun, () => saveParts(trx, [...DEMO_PARTS, DEMO_BROKEN_PART])));
  // The pound and the franc have a rate, the dollar has none: offers in dollars stay unpriced and say so.
  await writeSetting(db, "house", {
    shopName: "The Slip Workshop",
    shopAddress: "3 Ferry Slip, Saltmarsh",
    taxNumber: "XX 000 112 358",
    rates: { GBP: 1.15, CHF: 1.06 },
    ratesOf: {
      GBP: { day: ago(6).at.slice(0, 10), source: "our bank" },
      CHF: { day: ago(48).at.slice(0, 10), source: "our bank" },
    },
    rateBufferPercent: 2,
  });
  await writeFloor(db, DEMO_FLOOR);
  for (const delivery of DEMO_DELIVERIES) await playDelivery(db, delivery, now);
}

/** What was bought for the shelf, by the same use cases as the Buying screen's. */
async function playDelivery(db: Knex, { keep, daysAgo, came, calledOff }: DemoDelivery, now: string): Promise<void> {
  const by = "Tamsin";
  const at = (days: number) => new Date(Date.parse(now) - days * DAY_MS).toISOString();
  await saveParts(
    db,
    DEMO_PARTS.filter((part) => keep[part.id] !== undefined).map((part) => ({ ...part, keepAtLeast: keep[part.id]! })),
  );
  if (daysAgo === 0) return;
  const page = await buyingPage(db, { jobs: null, days: null }, at(daysAgo));
  for (const { supplierId, totalMinor: expectMinor } of page.orders) {
    const wish = { supplierId, jobs: [SHELF], days: null, expectMinor, request: `demo-order-${daysAgo}-${supplierId}` };
    const placed = await placeJoint(db, wish, at(daysAgo), by);
    if (!placed.ok) throw new Error(`demo order: ${placed.error}`);
  }
  const open = (await listPurchases(db, { closed: false, limit: 50 })).rows.filter((one) => one.placed.at === at(daysAgo));
  for (const purchase of open) {
    let now = purchase;
    for (const parcel of came) {
      const delivery = now.lines.flatMap((line, i) => {
        const one = parcel.of === null ? { good: missingPieces(line), broken: 0 } : parcel.of[line.partId];
        return one ? [{ line: i, ...one }] : [];
      });
      if (delivery.length === 0) continue;
      const wish = { purchaseId: now.id, version: now.version, delivery };
      const taken = await takeDelivery(db, wish, at(parcel.daysAgo), by);
      if (!taken.ok) throw new Error(`demo delivery: ${taken.error}`);
      now = (await findPurchase(db, now.id))!;
      if (parcel.sentBack === undefined) continue;
      const back = {
        purchaseId: now.id,
        version: now.version,
        how: parcel.sentBack,
        request: `demo-back-${now.number.toLowerCase()}`,
      };
      const sent = await sendBackBroken(db, back, at(parcel.daysAgo - 1), by);
      if (!sent.ok) throw new Error(`demo return: ${sent.error}`);
      now = (await findPurchase(db, now.id))!;
    }
    if (calledOff) await callOffJoint(db, { purchaseId: now.id, version: now.version, why: calledOff }, at(daysAgo), by);
  }
}

/** A bike that left the shop: its job as it was then, its hand-over, and its visits since. */
async function playFinished(db: Knex, demo: DemoFinished, now: string): Promise<void> {
  const ago = (days: number) => new Date(Date.parse(now) - days * DAY_MS).toISOString();
  const handed = ago(demo.handedDaysAgo);
  const id = await playJob(db, demo, handed, demo.number);
  const act = async (command: Command, at: string) => {
    const job = (await findJob(db, id))!;
    const answer = await execute(db, { jobId: id, version: job.version, by: "Tamsin", command }, at, "later");
    if (!answer.ok) throw new Error(`demo bike of ${demo.customer}, ${command.do}: ${answer.error.says}`);
  };
  if (demo.less) await act({ do: "agree to less", customer: demo.customer, ...demo.less }, handed);
  await act({ do: "hand over", customer: demo.customer, strokes: HAND }, handed);
  for (const { daysAgo, ...visit } of demo.visits)
    await act({ do: "note visit", day: ago(daysAgo).slice(0, 10), system: "metric", ...visit }, ago(daysAgo));
  await bringLine(db, id, now);
}

async function playJob(db: Knex, demo: DemoJob, now: string, number?: number): Promise<string> {
  const by = "Tamsin";
  const take = number === undefined ? undefined : () => Promise.resolve(number);
  const created = await createJob(db, { customer: demo.customer, bike: demo.bike, by }, now, take);
  if (!created.ok) throw new Error(created.error);
  let job = (await findJob(db, created.value))!;
  const bench = await benchOf(db, now, by, job.id);
  const assessed = () => assessOn(job, bench);
  const act = async (command: Command, at = now) => {
    const answer = await execute(db, { jobId: job.id, version: job.version, by, command }, at, "later");
    if (!answer.ok) throw new Error(`demo job of ${demo.customer}, ${command.do}: ${answer.error.says}`);
    job = answer.value;
  };
  for (const command of beginningOf(demo, now)) await act(command);
  for (const [finding, remedy] of demo.accept) await act(acceptCommand(assessed().fit.findings, finding, remedy));
  for (const [partId, quantity] of Object.entries(demo.renew ?? {})) await act({ do: "put in", partId, quantity });
  // What lies on the shelf now did not lie there then.
  if (number !== undefined)
    for (const { key, source } of assessed().sheet.lines)
      if (source === "stock") await act({ do: "source", line: key, source: "buy" });
  if (demo.through === "order" || demo.through === "build") {
    await agree(demo, () => job, act);
    const minor = assessed().sheet.depositMinor;
    await act({ do: "take payment", minor, back: false, how: "transfer", says: "deposit" });
  }
  if (demo.through === "order" || demo.through === "build") {
    const ordered = new Date(Date.parse(now) - (demo.orderedDaysAgo ?? 0) * DAY_MS).toISOString();
    await placeOrders(
      demo,
      () => assessed().sheet.plan.orders,
      (command) => act(command, ordered),
    );
  }
  const markAll = async (id: string, at = now) => {
    const marks = assessed().steps.find((step) => step.id === id)?.marks ?? [];
    for (const { key } of marks) await act({ do: "mark", mark: key }, at);
  };
  for (const { step, daysAgo, minutes, note, despite } of demo.begun ?? []) {
    await markAll(step, new Date(Date.parse(now) - daysAgo * DAY_MS).toISOString());
    await act(
      { do: "tick", step, note, minutes, confirmed: true, ...(despite !== undefined && { despite }) },
      new Date(Date.parse(now) - daysAgo * DAY_MS).toISOString(),
    );
  }
  if (demo.through === "build") {
    for (const order of job.orders) await act({ do: "arrived", orderId: order.id });
    for (const step of assessed().steps)
      if (!AFTER_SIGNING.has(step.id)) {
        const checks = checksOfJob(job, assessed()).filter(({ check }) => stepOfCheck(check) === step.id);
        for (const command of makeChecks(checks, demo.proved?.readings)) await act(command);
        await markAll(step.id);
        await act({
          do: "tick",
          step: step.id,
          note: demo.cameOut?.took[step.id as TaskId]?.[1] ?? "",
          minutes: demo.cameOut?.took[step.id as TaskId]?.[0] ?? null,
          confirmed: true,
        });
      }
    for (const [i, more] of (demo.cameOut?.billedOverMinor ?? []).entries()) {
      const order = job.orders[i];
      if (!order) continue;
      const bill = {
        number: `R-${4410 + 37 * i}`,
        goodsMinor: order.goodsMinor + more.goods,
        carriageMinor: order.carriageMinor + more.carriage,
      };
      await act({ do: "note bill", orderId: order.id, bill });
    }
    for (const [partId, serial] of Object.entries(demo.serials ?? {})) await act({ do: "note serial", partId, serial });
    if (demo.proved) {
      const [front, rear] = demo.proved.weighed;
      await act({ do: "weigh", front, rear, system: "metric" });
      const { build } = assessed().fit;
      for (const command of ridesOf(demo.proved, rideOf(build, job.wish, massOf(assessed().promises)), job.wish))
        await act(command);
    }
    await act({ do: "sign" });
  }
  await bringLine(db, job.id, now);
  return job.id;
}

/** Its rides, as a meter would have recorded them. */
function ridesOf(
  { truth, airC, rides }: NonNullable<DemoJob["proved"]>,
  { input }: RideOf,
  { route, riderKg, loadKg }: Wish,
): Command[] {
  if (!input || !route || riderKg === null) throw new Error("a demo job that is ridden wants a road, a drive and a rider");
  return rides.map(({ name, flatKm, seed }): Command => {
    const flat = flatKm === null ? null : routeByHand({ distanceKm: flatKm, climbM: 0, hillPercent: null, hillKm: null });
    if (flat && !flat.ok) throw new Error(flat.error);
    const road = flat ? { ...flat.value, stops: 0, surfaces: [] } : route;
    const made = readLogCsv(asCsv(madeUpRide(input, roadSegments(road), { truth, seed, airC })));
    if (!made.ok) throw new Error(made.error.says);
    const ride = cleaned(made.value);
    if (!ride.ok) throw new Error(ride.error);
    return {
      do: "take in ride",
      ride: { ...ride.value, name, riderKg, loadKg: loadKg ?? 0, airC, windKmh: 0, windFromDeg: null },
    };
  });
}

/** What is done to a demo job before its findings are answered: the wish, the survey, the road, the drive. */
export function beginningOf(demo: DemoJob, now: string): Command[] {
  const { readyInDays, ...wish } = demo.wish;
  const { rangeKm, hillKmh, stops, surfaces = [] } = demo.road;
  const recorded = "recorded" in demo.road;
  const road =
    "recorded" in demo.road
      ? profileOf(recordedTrack(demo.road.recorded))
      : routeByHand({ ...demo.road, hillPercent: wish.hillPercent ?? null, hillKm: wish.hillKm ?? null });
  if (!road.ok) throw new Error(`demo road of ${demo.customer}: ${road.error}`);
  const name = "recorded" in demo.road ? demo.road.recorded.name : (wish.purpose ?? "").slice(0, 80);
  const route = { name, source: recorded ? ("file" as const) : ("by hand" as const), ...road.value, stops, surfaces };
  const readyBy = daysAfter(now, readyInDays);
  return [
    { do: "edit wish", wish: { ...wish, rangeKm, hillKmh, readyBy } },
    ...(Object.entries(demo.survey) as [DonorKey, string | [string, "tape"]][]).map(([key, entry]): Command => {
      const item = donorItem(key);
      const [text, how] = typeof entry === "string" ? [entry, item.kind === "choice" ? ("seen" as const) : item.tool] : entry;
      return { do: "measure", key, text, system: "metric", how, confirmed: false };
    }),
    { do: "edit wish", wish: { route } },
    ...Object.entries(demo.choices).map(([slot, partId]): Command => ({ do: "choose", slot: slot as "kit", partId })),
  ];
}

/** A quick hand: what stands for a signature in the demo. */
const HAND: Strokes = [
  Array.from({ length: 40 }, (_, i) => [40 + 9 * i, Math.round(90 - 34 * Math.sin(i / 2.1) * Math.cos(i / 9))]),
  [
    [60, 140],
    [420, 118],
  ],
];

/** Gives the sheet, and beside it another one where the job has a further wish: that is declined, and the first is accepted. */
async function agree(demo: DemoJob, job: () => Job, act: (command: Command) => Promise<void>): Promise<void> {
  const answer = (given: number, is: Answer) =>
    act({ do: "answer sheet", given, expectMinor: job().given[given]!.allInMinor, answer: is });
  await act({ do: "give sheet", overBudget: true });
  if (demo.alsoAsked) {
    await act({ do: "add line", line: { quantity: 1, group: "dressing", ...demo.alsoAsked.line } });
    await act({ do: "give sheet", overBudget: true });
    await answer(1, { how: "declined", why: demo.alsoAsked.declined });
    await act({ do: "take up sheet", given: 0 });
  }
  await answer(0, { how: "accepted", name: demo.customer, strokes: demo.alsoAsked ? HAND : null });
}

async function placeOrders(
  demo: DemoJob,
  planned: () => readonly PlannedOrder[],
  act: (command: Command) => Promise<void>,
): Promise<void> {
  const all = planned().length;
  for (let placed = 0; placed < (demo.through === "build" ? all : 1); placed += 1) {
    const [order] = planned();
    if (order)
      await act({
        do: "place order",
        supplierId: order.supplier.id,
        expectMinor: order.goodsMinor + order.carriageMinor,
        overBudget: true,
      });
  }
}

/** The remedy that a finding of this rule offers now, by the start of its id. */
function acceptCommand(findings: readonly Finding[], rule: string, start: string): Command {
  const finding = findings.find((f) => f.key.startsWith(rule) && f.remedies.some((r) => r.id.startsWith(start)));
  const remedy = finding?.remedies.find((r) => r.id.startsWith(start));
  if (!finding || !remedy)
    throw new Error(
      `the demo expects ${rule} to offer ${start}; findings: ${findings
        .filter((f) => f.verdict !== "clear")
        .map((f) => `${f.key} ${f.verdict} [${f.remedies.map((r) => r.id).join(", ")}] ${f.says}`)
        .join(" | ")}`,
    );
  return { do: "accept", finding: finding.key, remedy: remedy.id };
}
