import type { Knex } from "knex";
import { z } from "zod";
import { barsOf, busyOf, jobsOnBoard, weeksOf } from "@/core/bench/board";
import { fixedIn, followed, planOf, type BenchPlan } from "@/core/bench/benchPlan";
import { asTheyCame, constructive, jobByJob } from "@/core/bench/constructive";
import { headsOf } from "@/core/bench/heads";
import { keepPlan, type Kept } from "@/core/bench/keepPlan";
import { doneAt, lateMinorOf, worthOf } from "@/core/bench/lateness";
import { moveBars, type Moved } from "@/core/bench/moveBars";
import { movesBetween, type Move } from "@/core/bench/moves";
import type { BenchPage, Told, WhatIf } from "@/core/bench/page";
import { problemOf, type Laid, type OnBench } from "@/core/bench/problemOf";
import { serial } from "@/core/bench/serial";
import { simulate } from "@/core/bench/simulate";
import { shopFloorSchema, type ShopFloor } from "@/core/bench/shopFloor";
import { DAY_MIN, dayAt, midnightOf, wallMin } from "@/core/bench/wall";
import type { Schedule } from "@/core/bench/problem";
import { bad, good, type Result } from "@/core/result";
import { formatDay } from "@/core/units/date";
import { benchPlan, shopFloor, writeBenchPlan, writeFloor } from "@/data/bench";
import { benchLines } from "@/data/jobs";
import { appendRecord, recordHistory, recordVersion } from "@/data/records";
import { houseRules } from "@/data/settings";
import type { Storing } from "./parts";
import { tagNumber } from "@/core/units/tagNumber";
import { wallClock } from "./wallClock";

const PLAN = "bench";
const FLOOR = "bench";
/** Simulated weeks of a page; and of a question, whose answer is read closer. */
const PAGE_WEEKS = 300;
const ASKED_WEEKS = 1_000;
const SEED = 20_261_130;
/** So many jobs are planned, those that are promised first: what comes after them is a guess of a guess. */
const MOST_PLANNED = 120;
/** So many steps and jobs are gone through in all simulated weeks together: with very many jobs there are fewer weeks. */
const MOST_LOOKS = 150_000_000;
const LEAST_WEEKS = 60;
/** What begins now begins at the next five minutes. */
const STEP_MIN = 5;

export type Standing = {
  readonly laid: Laid;
  readonly plan: BenchPlan;
  readonly version: number;
  readonly floor: ShopFloor;
  readonly notPlanned: BenchPage["notPlanned"];
};

/** The bench as it stands: every job with work left, on the people and places there are. */
export async function benchAsItStands(db: Knex, now: string): Promise<Standing> {
  const [lines, floor, plan, version, house] = await Promise.all([
    benchLines(db),
    shopFloor(db),
    benchPlan(db),
    recordVersion(db, "plan", PLAN),
    houseRules(db),
  ]);
  const nowMin = Math.ceil(wallMin(wallClock(now)) / STEP_MIN) * STEP_MIN;
  const open = lines.filter(({ line }) => line.steps.length > 0);
  const named = ({ id, number, customer, bike }: (typeof lines)[number]) => ({ id, number, name: customer || bike });
  const all = open.filter(({ line }) => !line.stopped).map((row): OnBench => ({ ...named(row), due: row.due, line: row.line }));
  const first = new Set(
    [...all]
      .sort((a, b) => Number(plan.frozen.includes(b.id)) - Number(plan.frozen.includes(a.id)) || byDay(a, b))
      .slice(0, MOST_PLANNED),
  );
  const [jobs, beyond] = [all.filter((one) => first.has(one)), all.filter((one) => !first.has(one))];
  return {
    laid: problemOf(jobs, floor, house.closedDays, nowMin),
    plan,
    version,
    floor,
    notPlanned: [
      ...open.filter(({ line }) => line.stopped).map((row) => ({ ...named(row), why: "the fit says stop" })),
      ...beyond.map(({ id, number, name }) => ({ id, number, name, why: `${MOST_PLANNED} jobs are promised before it` })),
    ],
  };
}

/** The first promised first, then the lowest number. */
const byDay = (a: OnBench, b: OnBench): number =>
  (a.due ?? "9999") < (b.due ?? "9999") ? -1 : (a.due ?? "9999") > (b.due ?? "9999") ? 1 : a.number - b.number;

const weeksFor = ({ problem }: Laid, wanted: number): number =>
  Math.max(LEAST_WEEKS, Math.min(wanted, Math.floor(MOST_LOOKS / Math.max(1, problem.steps.length * problem.jobs.length))));

/** How the bench is followed from now on: as its plan says, or as found at once where nobody kept one. */
export function standing({ laid, plan }: Pick<Standing, "laid" | "plan">): {
  readonly kept: readonly (Kept | null)[];
  readonly schedule: Schedule;
} {
  if (Object.keys(plan.slots).length > 0) return followed(laid.problem, plan);
  const { schedule } = constructive(laid.problem);
  return { kept: schedule, schedule };
}

export async function benchPage(db: Knex, now: string): Promise<Result<BenchPage>> {
  const at = await benchAsItStands(db, now);
  const { laid, plan, version, floor } = at;
  const { problem } = laid;
  const { kept, schedule } = standing(at);
  const house = await houseRules(db);
  const fixed = fixedIn(problem, kept, plan.frozen);
  const likely = simulate(problem, schedule, weeksFor(laid, PAGE_WEEKS), SEED);
  const until = problem.nowMin + 70 * DAY_MIN;
  const near = (spans: readonly (readonly [number, number])[]) => spans.filter(([from]) => from < until);
  const costOf = (minutes: number) => Math.round((minutes * house.hourCostMinor) / 60);
  const money = laid.jobs.map(({ number, name, line }) => {
    const left = line.steps.reduce((sum, step) => sum + step.minutes, 0);
    // Of what is sold, what the steps that are left are a share of.
    const share = line.soldMinutes > 0 ? Math.min(1, left / line.soldMinutes) : 0;
    return { says: `${tagNumber(number)} ${name}`, soldMinor: Math.round(line.soldMinor * share), costMinor: costOf(left) };
  });
  return good({
    nowMin: problem.nowMin,
    version,
    isKept: Object.keys(plan.slots).length > 0,
    floor,
    floorVersion: await recordVersion(db, "floor", FLOOR),
    people: problem.people.map(({ id, name, shifts }) => ({ id, name, shifts: near(shifts) })),
    places: floor.places.map(({ id, name, kind }, i) => ({ id, name, kind, open: near(problem.places[i]!.open) })),
    bars: barsOf(problem, schedule),
    jobs: jobsOnBoard(laid, schedule, likely, plan.frozen, fixed),
    notPlanned: at.notPlanned,
    weeks: weeksOf(problem, schedule),
    busy: busyOf(problem, schedule),
    lateMinor: worthOf(problem, schedule).lateMinor,
    leastMinor: lateMinorOf(problem, headsOf(problem).done),
    plainLateMinor: asTheyCame(problem).worth.lateMinor,
    currency: house.currency,
    moved: toldMoves(laid, movesBetween(problem, kept, doneIn(laid, kept), schedule)),
    money: {
      soldMinor: money.reduce((sum, one) => sum + one.soldMinor, 0),
      costMinor: money.reduce((sum, one) => sum + one.costMinor, 0),
      losing: money.filter((one) => one.soldMinor < one.costMinor).map((one) => one.says),
    },
    behind: 0,
  });
}

/** When each job was to be done by a plan; Infinity where it says nothing of one. */
export function doneIn({ problem }: Laid, kept: readonly (Kept | null)[]): number[] {
  const done = problem.jobs.map(() => problem.nowMin);
  for (const [at, { job, minutes, curesMin }] of problem.steps.entries()) {
    const slot = kept[at];
    const end = slot ? ("end" in slot ? (slot as { end: number }).end : slot.start + minutes) : Infinity;
    done[job] = Math.max(done[job]!, end + curesMin);
  }
  return done;
}

const dayOf = (done: number): string => (done === Infinity ? "no day" : formatDay(dayAt(done - 1)));

/** Moves in words, where a day is another than before: what moves within its day is not told. */
export function toldMoves({ problem }: Laid, moves: readonly Move[]): Told[] {
  return moves.flatMap((move): Told[] => {
    const { id, number, name } = problem.jobs[move.job]!;
    const [was, is] = [dayOf(move.doneBefore), dayOf(move.doneNow)];
    const who = `${tagNumber(number)} ${name}`;
    if (was === is && move.lateBefore === move.lateNow) {
      const shifted = move.from !== null && move.to !== null && midnightOf(move.from) !== midnightOf(move.to);
      return shifted
        ? [{ job: id, says: `${who}: begins ${formatDay(dayAt(move.to!))}, ready ${is} as before`, hit: false }]
        : [];
    }
    const late =
      move.lateNow > 0 ? `, ${move.lateNow} day${move.lateNow === 1 ? "" : "s"} late` : move.lateBefore > 0 ? ", in time" : "";
    const before = move.doneBefore === Infinity ? "new here" : `was ${was}`;
    return [{ job: id, says: `${who}: ready ${is} (${before})${late}`, hit: move.lateNow > move.lateBefore }];
  });
}

const nothingThere = "There is no such job on the bench.";
const askSchema = z.object({ jobId: z.string().max(60) });

/** When a job would be done, among all the others as they stand; and what it would move if it were taken first. */
export async function whatIf(db: Knex, raw: unknown, now: string): Promise<Result<WhatIf>> {
  const asked = askSchema.safeParse(raw);
  if (!asked.success) return bad(nothingThere);
  const at = await benchAsItStands(db, now);
  const { laid, plan } = at;
  const { problem } = laid;
  const job = problem.jobs.findIndex(({ id }) => id === asked.data.jobId);
  if (job < 0) return bad(at.notPlanned.find(({ id }) => id === asked.data.jobId)?.why ?? nothingThere);
  const { kept, schedule } = standing(at);
  const own = (one: number) => problem.steps[one]!.job === job;
  const fixed = fixedIn(problem, kept, plan.frozen);
  const others = new Map([...fixed].filter(([one]) => !own(one)));
  // First of all that is not frozen, and the rest moves as little as it must.
  const early = serial(problem, jobByJob(problem, [job]), others);
  const first = keepPlan(
    problem,
    kept.map((slot, one) => (own(one) ? (early[one] ?? null) : slot)),
    new Map([...others, ...early.flatMap((slot, one) => (slot && own(one) ? [[one, slot] as const] : []))]),
  );
  const likely = simulate(problem, schedule, weeksFor(laid, ASKED_WEEKS), SEED)[job];
  const ahead = simulate(problem, first, weeksFor(laid, ASKED_WEEKS), SEED)[job];
  const safeOf = (law: typeof likely) => (law && law.p90 < Infinity ? dayAt(law.p90 - 1) : null);
  const days: WhatIf["days"][number][] = [];
  if (likely && likely.p90 < Infinity)
    for (let end = midnightOf(likely.ends[0]! - 1) + DAY_MIN; days.length < 40; end += DAY_MIN) {
      const share = likely.ends.filter((one) => one <= end).length / likely.ends.length;
      const before = days.at(-1)?.share ?? 0;
      if (share > before) days.push({ day: dayAt(end - 1), share });
      if (share >= 0.995 || end > problem.nowMin + 200 * DAY_MIN) break;
    }
  return good({
    name: problem.jobs[job]!.name,
    days,
    safe: safeOf(likely),
    first: {
      safe: safeOf(ahead),
      moved: toldMoves(
        laid,
        movesBetween(problem, schedule, doneAt(problem, schedule), first).filter((move) => move.job !== job),
      ),
    },
    cause: laid.troubles.get(asked.data.jobId) ?? "",
  });
}

const CHANGED = "The plan was changed meanwhile: look at it as it is now, then try again. Nothing was stored.";

/** Stores a plan over the version it was made from. */
async function storePlan(db: Knex, plan: BenchPlan, says: string, { at, by, version }: Storing): Promise<Result<string>> {
  return db.transaction(async (trx): Promise<Result<string>> => {
    const now = await recordVersion(trx, "plan", PLAN);
    if (version !== now) return bad(CHANGED);
    const before = await benchPlan(trx);
    await writeBenchPlan(trx, plan);
    await appendRecord(trx, { kind: "plan", recordId: PLAN, version: now + 1, at, by, says, before, after: null });
    return good(says);
  });
}

/** Keeps a plan that was found, or what stands now where none is given. */
export async function keepBench(db: Knex, proposed: BenchPlan | null, storing: Storing): Promise<Result<string>> {
  if (proposed) return storePlan(db, proposed, "Kept the plan that was found", storing);
  const at = await benchAsItStands(db, storing.at);
  return storePlan(db, planOf(at.laid.problem, standing(at).schedule, at.plan.frozen), "Kept the plan as it stands", storing);
}

/** Back to the plan that stood before the last change. */
export async function benchBefore(db: Knex, storing: Storing): Promise<Result<string>> {
  const [last] = await recordHistory(db, "plan", PLAN, 0, 1);
  if (!last) return bad("There is no plan before this one.");
  return storePlan(db, last.before as BenchPlan, `Took back: ${last.says}`.slice(0, 200), storing);
}

const freezeSchema = z.object({ jobId: z.string().max(60), frozen: z.boolean() });

/** A job stays where it stands, whatever else moves; or moves again. */
export async function freezeJob(db: Knex, raw: unknown, storing: Storing): Promise<Result<string>> {
  const asked = freezeSchema.safeParse(raw);
  if (!asked.success) return bad(nothingThere);
  const { jobId, frozen } = asked.data;
  const at = await benchAsItStands(db, storing.at);
  const job = at.laid.problem.jobs.find(({ id }) => id === jobId);
  if (!job) return bad(nothingThere);
  const others = at.plan.frozen.filter((one) => one !== jobId);
  const plan = planOf(at.laid.problem, standing(at).schedule, frozen ? [...others, jobId] : others);
  return storePlan(
    db,
    plan,
    `${tagNumber(job.number)} ${job.name}: ${frozen ? "stays where it stands" : "moves again"}`,
    storing,
  );
}

const moveSchema = z.object({
  jobId: z.string().max(60),
  steps: z.array(z.string().max(60)).min(1).max(100),
  personId: z.string().max(60),
  startMin: z.int().min(0).max(1e9),
});
export type MoveShown = { readonly startMin: number; readonly says: string; readonly moved: readonly Told[] };

/** Steps of a job given to somebody from a moment on: what that would move, or why it cannot be. Nothing is stored. */
export async function tryMove(db: Knex, raw: unknown, now: string): Promise<Result<MoveShown>> {
  const tried = movedBy(raw, await benchAsItStands(db, now));
  return tried.ok ? good(tried.value.shown) : tried;
}

/** The same, stored. */
export async function makeMove(db: Knex, raw: unknown, storing: Storing): Promise<Result<string>> {
  const at = await benchAsItStands(db, storing.at);
  const tried = movedBy(raw, at);
  if (!tried.ok) return tried;
  return storePlan(db, planOf(at.laid.problem, tried.value.schedule, at.plan.frozen), tried.value.shown.says, storing);
}

function movedBy(raw: unknown, at: Standing): Result<{ shown: MoveShown; schedule: Schedule }> {
  const asked = moveSchema.safeParse(raw);
  if (!asked.success) return bad("This cannot be moved: it is no longer on the bench.");
  const { laid, plan } = at;
  const { problem } = laid;
  const { kept, schedule } = standing(at);
  const job = problem.jobs.findIndex(({ id }) => id === asked.data.jobId);
  const steps = problem.steps.flatMap((step, i) => (step.job === job && asked.data.steps.includes(step.id) ? [i] : []));
  const person = problem.people.findIndex(({ id }) => id === asked.data.personId);
  if (job < 0 || steps.length === 0 || person < 0) return bad("This cannot be moved: it is no longer on the bench.");
  const moved: Result<Moved> = moveBars(
    problem,
    schedule,
    fixedIn(problem, kept, plan.frozen),
    steps,
    person,
    asked.data.startMin,
  );
  if (!moved.ok) return moved;
  const { start } = moved.value;
  const { number, name } = problem.jobs[job]!;
  const when = `${formatDay(dayAt(start))}, ${new Date(start * 60_000).toISOString().slice(11, 16)}`;
  return good({
    schedule: moved.value.schedule,
    shown: {
      startMin: start,
      says: `${tagNumber(number)} ${name}: ${problem.people[person]!.name} takes it on ${when}`,
      moved: toldMoves(laid, movesBetween(problem, schedule, doneAt(problem, schedule), moved.value.schedule)),
    },
  });
}

/** Why people and places were not kept; where somebody else was first, so is said. */
export async function storeFloor(db: Knex, raw: unknown, { at, by, version }: Storing): Promise<Result<number>> {
  const read = shopFloorSchema.safeParse(raw);
  if (!read.success) {
    const [issue] = read.error.issues;
    return bad(floorSentence(issue!.path, issue!.message, raw));
  }
  return db.transaction(async (trx): Promise<Result<number>> => {
    const [before, now] = [await shopFloor(trx), await recordVersion(trx, "floor", FLOOR)];
    if (version !== now)
      return bad("People and places were changed meanwhile: look at them as they are now. Yours still stand here.");
    await writeFloor(trx, read.data);
    const says = "Changed: who works here and where";
    await appendRecord(trx, { kind: "floor", recordId: FLOOR, version: now + 1, at, by, says, before, after: read.data });
    return good(now + 1);
  });
}

const FIELDS: Readonly<Record<string, string>> = {
  name: "name",
  week: "working hours",
  off: "days away",
  does: "kinds of work",
  kind: "kind",
  out: "days out of use",
  lateDayMinor: "What a late day costs",
};

/** A refusal in the words of the form: whose, which box, and what is wrong. */
function floorSentence(path: readonly PropertyKey[], message: string, raw: unknown): string {
  const [list, at, field] = path;
  if (list === "people" || list === "places") {
    const rows = (raw as { people?: { name?: unknown }[]; places?: { name?: unknown }[] } | null)?.[list];
    const name = typeof at === "number" ? rows?.[at]?.name : undefined;
    const whose = typeof name === "string" && name !== "" ? name : list === "people" ? "Somebody" : "A place";
    const box = typeof field === "string" ? `, ${FIELDS[field] ?? "this"}` : "";
    return `${whose}${box}: ${message}`;
  }
  return `${FIELDS[String(list)] ?? "This"} ${message}`;
}
