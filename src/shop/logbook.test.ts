import type { Knex } from "knex";
import type { Command } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { readJobFile, writeJobFile } from "@/core/job/jobFile";
import { taughtKey } from "@/core/house/taught";
import { massOf, rideOf } from "@/core/job/rideOf";
import { forecast } from "@/core/ride/forecast";
import { roadSegments } from "@/core/route/roadSegments";
import { removable, upgradeOf } from "@/core/job/upgrade";
import { daysAfter } from "@/core/units/days";
import { bikesWith } from "@/data/logbook";
import { findJob, listJobs, updateJob } from "@/data/jobs";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { carryOut } from "./commands";
import { createJob } from "./createJob";
import { benchOf, openJob, summaryOf } from "./jobView";
import { faultsFound, laterOf, logbookPage, recalled, shopLearned } from "./logbook";
import { execute } from "./perform";
import { assessOn, type Bench } from "./useCase";

/** Bikes that left the shop: visits, what is due, recalls, faults, what they teach, and upgrades. */
let shop: Awaited<ReturnType<typeof openDemoShop>>;
let db: Knex;
let nessa: Job;
let bench: Bench;
const byName = async (name: string) => (await findJob(db, (await listJobs(db, name, 1)).rows[0]!.id))!;
beforeAll(async () => {
  shop = await openDemoShop();
  db = shop.db;
  nessa = await byName("Nessa");
  bench = await benchOf(db, NOW, "Ena", nessa.id);
});
afterAll(() => shop.close());

const TODAY = NOW.slice(0, 10);
const note = (over: Partial<Extract<Command, { do: "note visit" }>> = {}): Command => ({
  do: "note visit",
  kind: "other",
  day: TODAY,
  way: "",
  system: "metric",
  readings: {},
  faults: [],
  did: "looked over",
  ...over,
});
const says = (job: Job, command: Command, by = "Ena"): string => {
  const answer = carryOut(job, command, { ...bench, by });
  return answer.ok ? `done: ${answer.value.says}` : `${answer.error.kind}: ${answer.error.says}`;
};

describe("a visit", () => {
  test("is refused in words where it can be none, and nothing is stored", () => {
    expect(says({ ...nessa, handed: null }, note())).toContain("not handed over yet");
    expect(says(nessa, note(), " ")).toContain("Say who it is");
    expect(says(nessa, note({ did: "" }))).toContain("Nothing is noted");
    expect(says(nessa, note({ day: daysAfter(TODAY, 1) }))).toContain("still to come");
    expect(says(nessa, note({ day: daysAfter(nessa.handed!.at, -1) }))).toContain("before the hand-over");
    expect(says(nessa, note({ day: "the other day" }))).toContain("expected a day");
    expect(says(nessa, note({ day: "3.4.2026" }))).toContain("read two ways");
    expect(says(nessa, note({ way: "far" }))).toContain("expected a distance");
    expect(says(nessa, note({ way: "-4" }))).toMatch(/refused/);
    expect(says(nessa, note({ way: "400000" }))).toContain("300,000");
    expect(says(nessa, note({ readings: { pads: "thin" } }))).toContain("Thinnest pad's lining: expected a length");
    expect(says(nessa, note({ readings: { "pads of gold": "2" } }))).toContain("not measured on this bike");
  });

  test("asks about what can hardly be, all of it at once, and keeps it where that is right", () => {
    const odd = note({ way: "300", readings: { pads: "60 mm" } });
    expect(says(nessa, odd)).toMatch(/^ask: 300 km, less than the 618 of .*; 60 mm for thinnest pad.*is that right/);
    const made = carryOut(nessa, { ...odd, confirmed: true } as Command, bench);
    if (!made.ok) throw new Error(made.error.says);
    expect(made.value.job.visits!.at(-1)!.readings.pads).toEqual({ value: 60, confirmed: true });
  });

  test("a reading outside is said in the history, and a bike with one that hurts is not to be ridden", async () => {
    const answer = await execute(
      db,
      { jobId: nessa.id, version: nessa.version, by: "Ena", command: note({ way: "700 km", readings: { pads: "0.5 mm" } }) },
      NOW,
    );
    if (!answer.ok) throw new Error(answer.error.says);
    const view = (await openJob(db, nessa.id, NOW))!;
    expect(view.history[0]!.says).toContain("Thinnest pad's lining 0.5 mm, outside: at least 1 mm");
    expect(view.logbook!.notRidden).toHaveLength(1);
    const row = (await logbookPage(db, "nessa")).rows[0]!;
    expect(row.line).toMatchObject({ visits: 3, notRidden: [expect.stringContaining("Thinnest pad")] });
    const back = await execute(db, { jobId: nessa.id, version: answer.value.version, by: "Ena", command: { do: "undo" } }, NOW);
    expect(back.ok && back.value.visits).toHaveLength(2);
    nessa = (await findJob(db, nessa.id))!;
  });

  test("goes with the job's file and comes back, with what was proved at the hand-over", () => {
    const read = readJobFile(JSON.parse(JSON.stringify(writeJobFile(nessa, [], bench.house))));
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    expect(read.value.job.visits).toEqual(nessa.visits);
    expect(read.value.job.handed).toEqual(nessa.handed);
  });
});

test("bikes stand in the order in which they are due, and are found by customer, bike and number", async () => {
  const { rows, total } = await logbookPage(db, "");
  expect(total).toBe(2);
  expect(rows.map(({ line }) => line.due.day)).toEqual(rows.map(({ line }) => line.due.day).toSorted());
  expect((await logbookPage(db, "LOW SADDLE")).rows.map(({ customer }) => customer)).toEqual(["Doran Thatch"]);
  expect((await logbookPage(db, "99")).rows.map(({ number }) => number)).toEqual([99]);
  for (const hostile of ["%", "_", "\\", "'; drop table job; --", "\0"])
    expect((await logbookPage(db, hostile)).rows).toEqual([]);
});

describe("a part that is called back", () => {
  const PACK = "bat-36-13-rack";
  const of = async (numbers: string) =>
    Object.fromEntries(((await recalled(db, { partId: PACK, numbers }))?.bikes ?? []).map(({ number, is }) => [number, is]));

  test("is found in finished bikes and in those on the stand; a number names its bike, and what is not known is never said to be another", async () => {
    const maud = (await byName("Maud")).number;
    expect(await of("")).toEqual({ 99: "named", 100: "named", [maud]: "named" });
    expect(await of("eb-0426 -1180".replace(" ", ""))).toEqual({ 99: "named", 100: "perhaps", [maud]: "perhaps" });
    expect(await of("LOT-77")).toEqual({ 99: "perhaps", 100: "perhaps", [maud]: "perhaps" });
    expect(await recalled(db, { partId: "no-such-part", numbers: "" })).toBeNull();
  });

  test("every part of every job's build is found by it, and by no other job", async () => {
    const ids = (await db("job").pluck("id")) as string[];
    const inBike = new Map<string, Set<string>>();
    for (const id of ids) {
      const job = (await findJob(db, id))!;
      for (const { part } of assessOn(job, await benchOf(db, NOW, "", id)).fit.build.supplied)
        inBike.set(part.id, (inBike.get(part.id) ?? new Set()).add(id));
    }
    expect(inBike.size).toBeGreaterThan(50);
    for (const [partId, bikes] of inBike)
      expect([partId, (await bikesWith(db, [partId])).map(({ id }) => id).sort()]).toEqual([partId, [...bikes].sort()]);
  });
});

test("a fault is found again by words of its symptom, whatever their ending, and hostile words find nothing and break nothing", async () => {
  const found = async (words: string) => (await faultsFound(db, words)).map(({ number }) => number);
  expect(await found("cutting out in rain")).toEqual([99]);
  expect(await found("plugs")).toEqual([99]);
  expect(await found("gearbox whines")).toEqual([]);
  for (const hostile of ['"', "*", "a AND", "NEAR(", "symptom:cuts OR (", "\0\0", "'; drop table fault; --", "-", "^"])
    expect(Array.isArray(await found(hostile))).toBe(true);
  expect(await found("")).toEqual([99]);
});

test("two bikes teach their pack's charge; taken over, it changes the forecast of an open job of that pack and says so", async () => {
  const learned = await shopLearned(db);
  if (!learned.ok) throw new Error(learned.error);
  const charge = learned.value.pooled.find(({ key }) => key === taughtKey("capacity", "bat-36-13-rack"))!;
  expect(charge.bikes).toBe(2);
  // They were made with 0.95 and 0.93 of what the pack was sold with.
  expect(Math.abs(charge.times - 0.94)).toBeLessThan(0.03);
  const maud = await byName("Maud");
  const rideWith = (taught: Bench["house"]["taught"]) => {
    const { fit, promises } = assessOn(maud, { ...bench, house: { ...bench.house, taught } });
    const input = rideOf(fit.build, maud.wish, massOf(promises)).input!;
    return { input, range: forecast(input, roadSegments(maud.wish.route!)).rangeKm! };
  };
  const own = { times: charge.times, sd: charge.sd, priorSd: charge.priorSd, bikes: charge.bikes };
  const [before, after] = [
    rideWith({}),
    rideWith({ [charge.key]: own, "drag step-through": { times: 1, sd: 0.06, priorSd: 0.12, bikes: 4 } }),
  ];
  expect(after.range.likely / before.range.likely).toBeCloseTo(charge.times, 1);
  // Half as open about the air: a narrower band.
  const width = ({ range }: typeof before) => (range.high - range.low) / range.likely;
  expect(width(after)).toBeLessThan(width(before));
  expect(after.input.assumptions.join("\n")).toMatch(
    /Taught by finished bikes: drag area × 1 \(4 bikes\), pack's charge × 0\.9\d \(2 bikes\)/,
  );
  expect(before.input.assumptions.join("\n")).not.toContain("Taught");
});

describe("an upgrade", () => {
  const begin = (off: Record<string, string>, renews = nessa.id) =>
    createJob(db, { customer: "Nessa Quill", bike: "Wharf", by: "Ena", start: { renews, off } }, NOW);

  test("of a bike that is not handed over, or of pieces that are not in it, is refused", async () => {
    expect(await begin({}, (await byName("Maud")).id)).toMatchObject({
      ok: false,
      error: expect.stringContaining("not handed over"),
    });
    expect(await begin({ "no-such-part": "shelf" })).toMatchObject({
      ok: false,
      error: expect.stringContaining("not in this bike"),
    });
    expect(await begin({ "hf250-622": "bin" })).toMatchObject({ ok: false });
    const arm = removable(assessOn(nessa, bench).fit.build, assessOn(nessa, bench).steps).find(
      ({ kind }) => kind === "torque-arm",
    )!;
    expect(await begin({ [arm.partId]: "shelf" })).toMatchObject({
      ok: false,
      error: expect.stringContaining("not to be put on the shelf"),
    });
  });

  test("of which nothing comes off has nothing to buy and no work but what is done whenever a bike was here", async () => {
    const made = await begin({});
    if (!made.ok) throw new Error(made.error);
    const view = (await openJob(db, made.value, NOW))!;
    expect(view.history.at(-1)!.says).toContain("the bike of job 0099 is upgraded");
    expect(view.sheet.lines.filter(({ priceMinor }) => priceMinor !== 0)).toEqual([]);
    expect(view.sheet.plan.orders).toEqual([]);
    expect(view.steps.map(({ id }) => id)).toEqual(["survey", "settings", "checks", "roadTest", "handOver", "revisit"]);
    const was = (await openJob(db, nessa.id, NOW))!;
    // What was read at its bench is read anew; what fits fits.
    const fits = ({ findings }: typeof was) =>
      findings.filter(({ rule }) => !rule.startsWith("bench/")).map(({ key, verdict }) => [key, verdict]);
    expect(fits(view)).toEqual(fits(was));
  });

  test("whichever piece comes off: it is in the build no more, all else is and is bought by nobody, and its step takes it off", () => {
    const was = assessOn(nessa, bench);
    const pieces = removable(was.fit.build, was.steps);
    expect(pieces.length).toBeGreaterThan(12);
    const before = new Set(was.fit.build.supplied.map(({ part }) => part.id));
    for (const { partId, fates, kind } of pieces) {
      const job: Job = {
        ...nessa,
        signed: null,
        ticks: {},
        orders: [],
        sources: {},
        taken: {},
        given: [],
        ...upgradeOf(nessa, was, { [partId]: fates[0]! }),
      };
      const now = assessOn(job, bench);
      const inIt = new Set(now.fit.build.supplied.map(({ part }) => part.id));
      expect([partId, inIt.has(partId)]).toEqual([partId, false]);
      for (const one of inIt) expect(before).toContain(one);
      const bought = now.sheet.lines.filter(
        ({ partId: id, source }) => id !== null && source !== "customer" && source !== "in the kit",
      );
      expect([partId, bought.map(({ says }) => says)]).toEqual([partId, []]);
      const off = now.steps.find(({ id }) => id === "takeOff");
      // Without its motor a bike has no work order yet.
      if (kind !== "hub-motor") expect([partId, off?.does.length]).toEqual([partId, 3]);
    }
  });

  test("a new pack of the same sort in the old one's place is bought and fitted; the old one lies on the shelf as used once it is off, and not before", async () => {
    const made = await begin({ "bat-36-13-rack": "shelf" });
    if (!made.ok) throw new Error(made.error);
    const act = async (command: Command | { do: "undo" }) => {
      const job = (await findJob(db, made.value))!;
      const answer = await execute(db, { jobId: made.value, version: job.version, by: "Ena", command }, NOW);
      if (!answer.ok) throw new Error(`${command.do}: ${answer.error.says}`);
    };
    await act({ do: "choose", slot: "battery", partId: "bat-36-13-rack" });
    const view = (await openJob(db, made.value, NOW))!;
    const line = view.sheet.lines.find(({ partId }) => partId === "bat-36-13-rack")!;
    expect(line.priceMinor).toBeGreaterThan(0);
    // The charger that its decision brought is the customer's, though that decision waited for a pack.
    expect(view.sheet.lines.find(({ says: name }) => name.startsWith("Charger"))).toMatchObject({
      source: "customer",
      why: "in the bike already",
    });
    expect(view.steps.map(({ id }) => id)).toEqual(expect.arrayContaining(["takeOff", "cradle"]));
    expect(view.steps.map(({ id }) => id)).not.toContain("fitHub");
    const used = async () =>
      (await db("part").where({ id: "bat-36-13-rack-used" }).first()) as { in_stock: number; used: string } | undefined;
    expect(await used()).toBeUndefined();
    await act({ do: "tick", step: "survey", note: "" });
    await act({ do: "mark", mark: "takeOff powerless" });
    await act({ do: "tick", step: "takeOff", note: "" });
    expect(await used()).toMatchObject({ in_stock: 1, used: expect.stringContaining("came off a bike of ours") });
    await act({ do: "undo" });
    expect(await used()).toMatchObject({ in_stock: 0 });
  });

  test("handed over, the bike's logbook goes on there: it is due once, and a recall says that the old pack may have come off", async () => {
    const made = await begin({ "bat-36-13-rack": "customer" });
    if (!made.ok) throw new Error(made.error);
    const begun = (await findJob(db, made.value))!;
    const now = await benchOf(db, NOW, "Ena", begun.id);
    expect((await logbookPage(db, "nessa")).rows.map(({ number }) => number)).toEqual([99]);
    const handed: Job = { ...begun, version: begun.version + 1, handed: { ...nessa.handed!, at: NOW } };
    expect(await updateJob(db, handed, begun.version, summaryOf(handed, now), NOW)).toBe(true);
    expect((await logbookPage(db, "nessa")).rows.map(({ number }) => number)).toEqual([begun.number]);
    expect(await laterOf(db, nessa.id)).toEqual({ id: begun.id, number: begun.number });
    expect(await laterOf(db, begun.id)).toBeUndefined();
    const old = (await recalled(db, { partId: "bat-36-13-rack", numbers: "" }))!.bikes.find(({ number }) => number === 99)!;
    expect(old.goesOnIn).toBe(begun.number);
    // Taken back, it is where it was.
    const back: Job = { ...handed, version: handed.version + 1, handed: null };
    expect(await updateJob(db, back, handed.version, summaryOf(back, now), NOW)).toBe(true);
    expect((await logbookPage(db, "nessa")).rows.map(({ number }) => number)).toEqual([99]);
  });
});
