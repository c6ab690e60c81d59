import { execFileSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { dayLists } from "@/core/bench/dayLists";
import type { BenchPage } from "@/core/bench/page";
import { DEFAULT_FLOOR, type ShopFloor } from "@/core/bench/shopFloor";
import { DAY_MIN, dayAt, midnightOf, wallMin, weekdayAt } from "@/core/bench/wall";
import { DEMO_FLOOR } from "@/data/demo/floor";
import { benchPlan, shopFloor } from "@/data/bench";
import { recordVersion } from "@/data/records";
import { benchLines, findJob, listJobs } from "@/data/jobs";
import { run } from "@/cli/run";
import { benchCalendar } from "@/print/benchCalendar";
import { dayListsPaper } from "@/print/dayListsPaper";
import { pdfOf } from "@/print/pdf";
import ICAL from "ical.js";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { benchBefore, freezeJob, keepBench, makeMove, tryMove } from "./benchPlans";
import { benchPage } from "./benchPage";
import { storeFloor } from "./benchFloor";
import { whatIf } from "./benchWhatIf";
import { searchPlan } from "./benchSearch";
import { listPurchases } from "@/data/purchases";
import { buyingPage, placeJoint } from "./buying";
import { noteDay } from "./desk";
import { openJob } from "./jobView";
import { execute } from "./perform";
import { wallClock, instantOf } from "./wallClock";

let db: Knex;
let file: string;
let close: () => Promise<void>;
beforeEach(async () => {
  ({ db, file, close } = await openDemoShop());
});
afterEach(() => close());

const page = async (now = NOW): Promise<BenchPage> => {
  const found = await benchPage(db, now);
  if (!found.ok) throw new Error(found.error);
  return found.value;
};
const storing = (version: number, at = NOW) => ({ at, by: "Tamsin", version });
const jobOf = (of: BenchPage, name: string) => of.jobs.find((job) => job.name.includes(name))!;
const keepFloor = async (floor: unknown) => storeFloor(db, floor, storing(await recordVersion(db, "floor", "bench")));

test("every step of every job that is not signed, put aside or stopped is on the bench once, or its job says why it has no day", async () => {
  const all = await page();
  const lines = await benchLines(db);
  expect(lines.length).toBeGreaterThan(8);
  for (const { id, line } of lines) {
    const job = all.jobs.find((one) => one.id === id);
    if (!job) {
      expect(all.notPlanned.find((one) => one.id === id)?.why).not.toBe("");
      continue;
    }
    const there = all.bars.filter((bar) => bar.job === id).flatMap(({ steps }) => steps.map((step) => step.id));
    if (job.doneMin !== null) expect(new Set(there)).toEqual(new Set(line.steps.map((step) => step.id)));
    else expect(job.cause).not.toBe("");
    expect(job.minutesLeft).toBeCloseTo(
      line.steps.reduce((sum, step) => sum + Math.max(1, Math.round(step.minutes)), 0),
      6,
    );
  }
  const signed = (await listJobs(db, "Maud", 1)).rows[0]!;
  expect(lines.some(({ id }) => id === signed.id)).toBe(false);
});

test("nobody works with a part before the day after it comes", async () => {
  const all = await page();
  for (const { id, line } of await benchLines(db))
    for (const step of line.steps) {
      const bar = all.bars.find((one) => one.job === id && one.steps.some((piece) => piece.id === step.id));
      if (bar && step.parts) expect(bar.to).toBeGreaterThan(wallMin(step.parts) + DAY_MIN);
    }
});

test("what the demo kept stands a day later, and a part that is late moves its job and is told", async () => {
  expect((await page()).moved).toEqual([]);
  // A week later nothing was done and nothing had come.
  const later = await page("2026-12-04T09:00:00.000Z");
  expect(later.moved.length).toBeGreaterThan(0);
  for (const { says } of later.moved) expect(says).toMatch(/^\d{4} .*ready|no day/);
  expect(later.bars.every((bar) => bar.from >= wallMin(wallClock("2026-12-04T09:00:00.000Z")))).toBe(true);
});

test("a day that a supplier puts off moves the board and the promise, and is told", async () => {
  const { orders, jobs } = await buyingPage(db, { jobs: null, days: null }, NOW);
  const mine = jobs.filter(({ included }) => included).map(({ jobId }) => jobId);
  const { supplierId, totalMinor } = orders.find((order) => order.lines.some((line) => line.for.some((number) => number > 0)))!;
  const wish = { supplierId, jobs: mine, days: null, expectMinor: totalMinor, request: randomUUID() };
  expect(await placeJoint(db, wish, NOW, "Ida")).toEqual({ ok: true, value: expect.any(String) });
  const before = await page();
  const purchase = (await listPurchases(db, { closed: false, limit: 50 })).rows.find((one) => one.placed.at === NOW)!;
  const day = "2027-02-03";
  const late = { purchaseId: purchase.id, version: purchase.version, day, why: "their mill stands still" };
  expect(await noteDay(db, late, NOW, "Ida")).toMatchObject({ ok: true });
  const after = await page();
  const hit = after.jobs.filter(({ waits }) => waits.some((one) => one.day === day));
  expect(hit.length).toBeGreaterThan(0);
  for (const job of hit) {
    expect(job.doneMin!).toBeGreaterThan(wallMin(day));
    expect(job.doneMin!).toBeGreaterThan(before.jobs.find(({ id }) => id === job.id)!.doneMin!);
    expect(after.moved.find((one) => one.job === job.id)?.says).toMatch(/ready .* 2027/);
    const ready = (await openJob(db, job.id, NOW))!.promises.find(({ id }) => id === "ready")!;
    expect(String(ready.predicted) >= day).toBe(true);
  }
});

test("a step that is ticked is off the bench, and its job needs less", async () => {
  const before = jobOf(await page(), "Perran");
  const job = (await findJob(db, before.id))!;
  const ticked = await execute(
    db,
    {
      jobId: job.id,
      version: job.version,
      by: "Jowan",
      command: { do: "tick", step: "survey", note: "", minutes: 25, confirmed: true },
    },
    NOW,
  );
  expect(ticked.ok).toBe(true);
  const after = await page();
  expect(jobOf(after, "Perran").minutesLeft).toBeLessThan(before.minutesLeft);
  expect(after.bars.some((bar) => bar.job === job.id && bar.steps.some(({ id }) => id === "survey"))).toBe(false);
});

describe("a plan that is kept", () => {
  test("over the version it was made from, and back again", async () => {
    const { version } = await page();
    expect(await keepBench(db, null, storing(version + 1))).toMatchObject({
      ok: false,
      error: expect.stringContaining("meanwhile"),
    });
    expect(await keepBench(db, null, storing(version))).toMatchObject({ ok: true });
    expect((await page()).version).toBe(version + 1);
    expect(await benchBefore(db, storing(version + 1))).toMatchObject({ ok: true });
    expect((await page()).version).toBe(version + 2);
  });

  test("a frozen job stays although somebody else is away; it is told where it cannot", async () => {
    const first = await page();
    const { id } = jobOf(first, "Hester");
    expect(await freezeJob(db, { jobId: id, frozen: true }, storing(first.version))).toMatchObject({ ok: true });
    expect(await freezeJob(db, { jobId: "nobody", frozen: true }, storing(first.version + 1))).toMatchObject({ ok: false });
    const own = (of: BenchPage) => of.bars.filter((bar) => bar.job === id).map(({ from, to, person }) => [from, to, person]);
    const frozen = await page();
    expect(jobOf(frozen, "Hester").frozen).toBe(true);
    expect(own(frozen)).toEqual(own(first));
    // A stand is broken for a month: frozen work at the other stays, and so does its own where it is not at that one.
    const used = new Set(frozen.bars.filter((bar) => bar.job === id).map(({ place }) => place));
    const other = DEMO_FLOOR.places.find(({ id: place, kind }) => kind === "stand" && !used.has(place));
    if (other) {
      const out = Array.from({ length: 30 }, (_, i) => dayAt(wallMin(NOW) + i * DAY_MIN));
      const broken = { ...DEMO_FLOOR, places: DEMO_FLOOR.places.map((one) => (one.id === other.id ? { ...one, out } : one)) };
      expect(await keepFloor(broken)).toMatchObject({ ok: true });
      const then = await page();
      expect(own(then)).toEqual(own(first));
      expect(then.bars.some((bar) => bar.place === other.id)).toBe(false);
    }
  });

  test("who is away for a fortnight does nothing in it, and whose promise that hits is told", async () => {
    const off = Array.from({ length: 14 }, (_, i) => dayAt(wallMin(NOW) + i * DAY_MIN));
    const floor: ShopFloor = {
      ...DEMO_FLOOR,
      people: DEMO_FLOOR.people.map((one) => (one.id === "jowan" ? { ...one, off } : one)),
    };
    expect(await keepFloor(floor)).toMatchObject({ ok: true });
    const then = await page();
    expect(then.bars.filter((bar) => bar.person === "jowan" && off.includes(dayAt(bar.from)))).toEqual([]);
    expect(then.moved.length).toBeGreaterThan(0);
    expect(then.moved.some(({ hit }) => hit)).toBe(true);
  });
});

describe("a tag that is moved", () => {
  test("is refused in words where it cannot be, and nothing is stored", async () => {
    const all = await page();
    const bar = all.bars.find((one) => one.steps.some(({ id }) => id === "brakesFirst" || id === "survey"))!;
    const wish = { jobId: bar.job, steps: bar.steps.map(({ id }) => id), personId: "elestren", startMin: bar.from };
    expect(await tryMove(db, wish, NOW)).toMatchObject({
      ok: false,
      error: expect.stringMatching(/^Elestren does no mechanics/),
    });
    const frozen = all.jobs.find((job) => job.frozen)!;
    const stuck = all.bars.find((one) => one.job === frozen.id)!;
    const move = { jobId: frozen.id, steps: [stuck.steps[0]!.id], personId: stuck.person, startMin: stuck.from + 600 };
    expect(await tryMove(db, move, NOW)).toMatchObject({ ok: false, error: expect.stringContaining("frozen") });
    for (const odd of [
      {},
      null,
      { ...wish, startMin: -5 },
      { ...wish, startMin: 1.5 },
      { ...wish, personId: "nobody" },
      { ...wish, steps: [] },
    ])
      expect(await tryMove(db, odd, NOW)).toMatchObject({ ok: false });
    expect((await page()).version).toBe(all.version);
  });

  test("goes there, no sooner than its parts, and what was shown is what is stored", async () => {
    const all = await page();
    const bar = all.bars.find(
      (one) => !jobOf(all, jobs(all, one.job)).frozen && one.person === "jowan" && one.steps.every(({ id }) => id !== "handOver"),
    )!;
    const wish = { jobId: bar.job, steps: bar.steps.map(({ id }) => id), personId: "jowan", startMin: bar.from + 2 * DAY_MIN };
    const tried = await tryMove(db, wish, NOW);
    if (!tried.ok) throw new Error(tried.error);
    expect(tried.value.startMin).toBeGreaterThanOrEqual(wish.startMin);
    expect(await makeMove(db, wish, storing(all.version))).toMatchObject({ ok: true, value: tried.value.says });
    expect(await makeMove(db, wish, storing(all.version))).toMatchObject({ ok: false });
    const then = await page();
    const now = then.bars.find((one) => one.job === bar.job && one.steps.some(({ id }) => id === bar.steps[0]!.id))!;
    expect([now.from, now.person]).toEqual([tried.value.startMin, "jowan"]);
    // Far before its parts come it snaps to the first moment that there is.
    const early = await tryMove(db, { ...wish, startMin: 1 }, NOW);
    expect(early.ok && early.value.startMin).toBeGreaterThanOrEqual(then.nowMin);
  });
});
const jobs = (all: BenchPage, id: string) => all.jobs.find((job) => job.id === id)!.name;

describe("a day that is not promised yet", () => {
  test("is the likelier the later, and the safe one is kept in nine weeks of ten", async () => {
    const { id } = jobOf(await page(), "Silas");
    const asked = await whatIf(db, { jobId: id }, NOW);
    if (!asked.ok) throw new Error(asked.error);
    const { days, safe } = asked.value;
    expect(days.length).toBeGreaterThan(0);
    for (const [i, { share }] of days.entries()) expect(share).toBeGreaterThan(days[i - 1]?.share ?? 0);
    expect(days.find(({ day }) => day === safe)!.share).toBeGreaterThanOrEqual(0.9);
    expect(days.filter(({ day }) => day < safe!).every(({ share }) => share < 0.9)).toBe(true);
    expect(await whatIf(db, { jobId: id }, NOW)).toEqual(asked);
    expect(await whatIf(db, { jobId: "x" }, NOW)).toMatchObject({ ok: false });
    const stopped = (await page()).notPlanned[0]!;
    expect(await whatIf(db, { jobId: stopped.id }, NOW)).toEqual({ ok: false, error: "the fit says stop" });
  });
});

test("a search finds no worse plan, within what is proved, keeps what is frozen, and stops when it is told to", async () => {
  const dear = {
    ...DEMO_FLOOR,
    people: DEMO_FLOOR.people.slice(0, 1).map((one) => ({ ...one, does: [...DEFAULT_FLOOR.people[0]!.does] })),
  };
  expect(await keepFloor(dear)).toMatchObject({ ok: true });
  expect(await keepBench(db, null, storing((await page()).version))).toMatchObject({ ok: true });
  const stood = await benchPlan(db);
  const stands = await page();
  const found = await searchPlan(db, NOW, 2, { told: () => undefined, stopped: () => false });
  expect(found.lateMinor).toBeLessThanOrEqual(stands.lateMinor);
  expect(found.boundMinor).toBeLessThanOrEqual(found.lateMinor);
  expect(found.boundMinor).toBeGreaterThanOrEqual(stands.leastMinor > found.lateMinor ? 0 : stands.leastMinor);
  expect(await keepBench(db, found.plan, storing(found.version))).toMatchObject({ ok: true });
  const then = await page();
  expect(then.lateMinor).toBe(found.lateMinor);
  expect(then.moved).toEqual([]);
  for (const id of stood.frozen) expect((await benchPlan(db)).slots[id]).toEqual(stood.slots[id]);
  expect(stood.frozen).toHaveLength(1);
  const began = Date.now();
  await searchPlan(db, NOW, 60, { told: () => undefined, stopped: () => true });
  expect(Date.now() - began).toBeLessThan(30_000);
});

test.each<[string, (floor: ShopFloor) => unknown, string]>([
  ["a person without a name", (f) => ({ ...f, people: [{ ...f.people[0]!, name: " " }] }), "name: must have a name"],
  [
    "two of one name",
    (f) => ({ ...f, people: [f.people[0]!, { ...f.people[1]!, name: "Jowan" }] }),
    "Jowan, name: there are two of the name Jowan",
  ],
  [
    "hours that end before they begin",
    (f) => ({ ...f, people: [{ ...f.people[0]!, week: [[[600, 500]], [], [], [], [], [], []] }] }),
    "Jowan, working hours",
  ],
  ["a day that is none", (f) => ({ ...f, places: [{ ...f.places[0]!, out: ["soon"] }] }), "Window stand, days out of use"],
  ["a cost under nothing", (f) => ({ ...f, lateDayMinor: -1 }), "What a late day costs must be 0 to 10,000 a day"],
  ["nothing at all", () => null, ""],
])("people and places with %s are refused in the form's words, and stand as they stood", async (_what, change, says) => {
  const answer = await keepFloor(change(DEMO_FLOOR));
  expect(answer.ok).toBe(false);
  if (!answer.ok) expect(answer.error).toContain(says);
  expect(await shopFloor(db)).toEqual(DEMO_FLOOR);
});

test.each<[string, (floor: ShopFloor) => ShopFloor, RegExp]>([
  ["nobody has hours", (f) => ({ ...f, people: f.people.map((one) => ({ ...one, week: one.week.map(() => []) })) }), /no hours/],
  [
    "nobody does electrics",
    (f) => ({ ...f, people: f.people.map((one) => ({ ...one, does: one.does.filter((kind) => kind !== "electrics") })) }),
    /nobody here does electrics/,
  ],
  ["there is no stand", (f) => ({ ...f, places: f.places.filter(({ kind }) => kind !== "stand") }), /there is no stand/],
  ["nobody is there", (f) => ({ ...f, people: [] }), /nobody here does/],
])("where %s, jobs say so and have no day", async (_what, change, says) => {
  expect(await keepFloor(change(DEMO_FLOOR))).toMatchObject({ ok: true });
  const then = await page();
  const held = then.jobs.filter((job) => job.doneMin === null);
  expect(held.length).toBeGreaterThan(1);
  expect(held.some(({ cause }) => says.test(cause))).toBe(true);
  for (const { cause } of held) expect(cause).not.toBe("");
});

test("the day lists and the week as text hold every piece of the week once", async () => {
  const all = await page();
  const monday = midnightOf(all.nowMin) - weekdayAt(all.nowMin) * DAY_MIN;
  const lists = dayLists(
    all.bars,
    all.people.map(({ id }) => id),
    monday,
  );
  const inWeek = all.bars.filter((bar) => bar.from < monday + 7 * DAY_MIN);
  expect(lists.flatMap(({ bars }) => bars)).toHaveLength(inWeek.length);
  const paper = JSON.stringify(dayListsPaper(all, monday).content);
  for (const bar of inWeek) for (const { title } of bar.steps) expect(paper).toContain(JSON.stringify(title).slice(1, -1));
  expect(
    Buffer.from(await pdfOf(dayListsPaper(all, monday)))
      .subarray(0, 5)
      .toString(),
  ).toBe("%PDF-");
  expect(JSON.stringify(dayListsPaper(all, monday + 52 * 7 * DAY_MIN).content)).toContain("Nothing is planned");
  process.env["GULL_DB"] = file;
  const told = await run(["plan-week"], { input: () => "", now: () => NOW });
  expect(told.exit).toBe(0);
  for (const bar of inWeek) expect(told.out).toContain(bar.steps.map(({ title }) => title).join("; "));
  expect(await run(["plan-week", "--all"], { input: () => "", now: () => NOW })).toMatchObject({ exit: 2 });
  expect(JSON.parse((await run(["plan-week", "--json"], { input: () => "", now: () => NOW })).out!)).toHaveProperty("bars");
});

describe("the calendar that others look at", () => {
  const events = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents("vevent").map((one) => new ICAL.Event(one));

  test("is read by another program, has each piece once, and keeps its identifiers when the plan moves", async () => {
    const first = await page();
    const was = events(benchCalendar(first, "jowan", instantOf, new Date(NOW)));
    expect(was).toHaveLength(first.bars.filter((bar) => bar.person === "jowan").length);
    expect(new Set(was.map(({ uid }) => uid)).size).toBe(was.length);
    for (const [i, bar] of first.bars.filter((one) => one.person === "jowan").entries())
      expect(was[i]!.startDate.toJSDate().getTime()).toBe(instantOf(bar.from).getTime());
    const later = await page("2026-11-26T09:00:00.000Z");
    const is = events(benchCalendar(later, "jowan", instantOf, new Date(NOW)));
    const common = is.filter(({ uid }) => was.some((one) => one.uid === uid));
    expect(common.length).toBeGreaterThan(is.length / 2);
    const all = events(benchCalendar(first, "", instantOf, new Date(NOW)));
    expect(all).toHaveLength(first.bars.length + first.jobs.filter(({ due }) => due !== null).length);
  });

  test("nine on the wall is nine on the wall before and after the clocks change", () => {
    const code = `
      import { instantOf, wallClock } from "./src/shop/wallClock";
      const nine = (day) => instantOf(Date.parse(day) / 60000 + 540);
      console.log(JSON.stringify(["2026-10-24", "2026-10-26", "2027-03-27", "2027-03-29"].map((day) => [nine(day).toISOString(), wallClock(nine(day).toISOString())])));
    `;
    const env = { ...process.env, TZ: "Europe/Berlin" };
    const told = execFileSync("npx", ["tsx", "-e", code], {
      env,
      encoding: "utf8",
      stdio: ["ignore", "pipe", "ignore"],
    });
    // Summer time ends on 25 October 2026 there, and begins on 28 March 2027 (EU directive 2000/84/EC).
    expect(JSON.parse(told)).toEqual([
      ["2026-10-24T07:00:00.000Z", "2026-10-24T09:00:00.000Z"],
      ["2026-10-26T08:00:00.000Z", "2026-10-26T09:00:00.000Z"],
      ["2027-03-27T08:00:00.000Z", "2027-03-27T09:00:00.000Z"],
      ["2027-03-29T07:00:00.000Z", "2027-03-29T09:00:00.000Z"],
    ]);
  });
});
