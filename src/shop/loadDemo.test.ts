import { assess } from "@/core/job/assess";
import { openDatabase } from "@/data/connection";
import { DEMO_JOBS, type DemoJob } from "@/data/demo/jobs";

import { missingPieces } from "@/core/supply/pieces";
import { findJob, listJobs } from "@/data/jobs";
import { listPurchases } from "@/data/purchases";
import { jobList } from "./jobList";
import { benchOf } from "./jobView";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { saveHouse } from "../../tests/saveHouse";
import { DEMO_FINISHED } from "@/data/demo/finished";
import { daysAfter } from "@/core/units/days";
import { loadDemo, loadDemoBooks } from "./loadDemo";

test("the demo is a shop that was worked in: wishes, surveys, roads, remedies, orders and one bike signed", async () => {
  const { db, close } = await openDemoShop();
  // Loaded as any: a second time it does nothing.
  expect(await loadDemo(db, NOW)).toBe(false);
  const bench = await benchOf(db, NOW, "", null);
  const rows = (await listJobs(db, "", 100)).rows;
  expect(rows).toHaveLength(DEMO_JOBS.length + DEMO_FINISHED.length);
  for (const demo of DEMO_FINISHED) {
    const job = (await findJob(db, rows.find((one) => one.customer === demo.customer)!.id))!;
    expect([job.number, job.visits.length, job.rides.length]).toEqual([demo.number, demo.visits.length, 1]);
    expect(job.handed!.at.slice(0, 10)).toBe(daysAfter(NOW, -demo.handedDaysAgo));
    // Nothing of what lies on the shelf now went into them.
    expect(job.taken).toEqual({});
  }
  // One proved less range than was promised, by more than the proof leaves open, and its rider agreed; all its knots are tied.
  const less = rows.find((one) => one.customer === "Nessa Quill")!;
  const { handed, less: settled } = (await findJob(db, less.id))!;
  expect(handed!.proved.filter(({ stands }) => stands === "not kept").map(({ promise }) => promise)).toEqual(["range"]);
  expect(settled.map(({ promise }) => promise)).toEqual(["range"]);
  expect(less.summary.stages.map(({ knot }) => knot)).toEqual(Array.from({ length: 10 }, () => "tied"));
  // One that was ridden on the flat alone taught its pack and nothing of the road.
  const flat = (await findJob(db, rows.find((one) => one.customer === "Doran Thatch")!.id))!;
  expect(flat.handed!.taught.map(({ id }) => id)).toEqual(["capacity", "resistance"]);
  for (const demo of DEMO_JOBS) {
    const row = rows.find((one) => one.customer === demo.customer)!;
    const job = (await findJob(db, row.id))!;
    expect(job.wish.route?.stops).toBe(demo.road.stops);
    expect(job.wish.rangeKm ?? undefined).toBe(demo.road.rangeKm);
    expect(job.wish.readyBy).toBe(new Date(Date.parse(NOW) + demo.wish.readyInDays * 86_400_000).toISOString().slice(0, 10));
    expect(Object.keys(job.donor).sort()).toEqual(Object.keys(demo.survey).sort());
    expect(Object.values(job.donor).every((reading) => reading.earlier.length === 0)).toBe(true);
    expect(Object.keys(job.choices).sort()).toEqual(Object.keys(demo.choices).sort());
    expect(job.accepted.map(({ finding }) => finding.split(" ")[0])).toEqual(
      demo.accept.map(([finding]) => finding.split(" ")[0]),
    );
    const ordered = demo.through === "order" || demo.through === "build";
    expect(job.given.map(({ answer }) => answer?.how)).toEqual(
      ordered ? ["accepted", ...(demo.alsoAsked ? ["declined"] : [])] : [],
    );
    expect(job.orders.length > 0).toBe(ordered);
    expect(job.signed !== null).toBe(demo.through === "build");
    if (demo.through !== "build") continue;
    expect(job.orders.every((order) => order.arrived !== null)).toBe(true);
    expect(Object.keys(job.ticks).length).toBe(assess(job, bench.catalogue, bench.house, NOW.slice(0, 10)).steps.length - 1);
    expect(job.ticks.revisit).toBeUndefined();
    expect(job.ticks.fitHub!.note).toMatch(/40 N·m/);
  }
  // Other house rules reach every job in the list but those that are agreed or signed.
  const priceOf = async (customer: string) => (await jobList(db, customer, 1, NOW)).rows[0]!.summary.allInMinor;
  const [signed, agreed, open] = (["build", "order", "fit"] as const).map((through) =>
    DEMO_JOBS.find((demo) => demo.through === through)!,
  ) as [DemoJob, DemoJob, DemoJob];
  const before = [await priceOf(signed.customer), await priceOf(open.customer), await priceOf(agreed.customer)];
  expect(await saveHouse(db, { taxPercent: 7 })).toMatchObject({ ok: true });
  expect(await priceOf(signed.customer)).toBe(before[0]);
  expect(await priceOf(agreed.customer)).toBe(before[2]);
  expect(await priceOf(open.customer)).toBeLessThan(before[1]!);
  await close();
});

// From a Saturday to a Monday: nothing was delivered on the days before.
test.each(["2026-12-05T09:00:00.000Z", "2026-12-06T09:00:00.000Z", "2026-12-07T09:00:00.000Z"])(
  "whatever day of the week it is loaded, two orders are late, one of them with broken pieces and one short: %s",
  async (now) => {
    const db = await openDatabase(":memory:");
    await loadDemoBooks(db, now);
    const { rows } = await listPurchases(db, { closed: false, limit: 20 });
    expect(rows).toHaveLength(2);
    expect(rows.every((one) => one.dueDay < now.slice(0, 10))).toBe(true);
    const lines = rows.flatMap((one) => one.lines);
    expect(lines.some((line) => line.broken > 0)).toBe(true);
    expect(lines.some((line) => line.came > 0 && missingPieces(line) > 0)).toBe(true);
    // And one that came broken went back, and came again.
    const done = (await listPurchases(db, { closed: true, limit: 20 })).rows.flatMap((one) => one.lines);
    expect(done.filter((line) => line.sentBack > 0 && missingPieces(line) === 0)).toHaveLength(1);
    await db.destroy();
  },
);
