import { constructive, type Planned } from "@/core/bench/constructive";
import { improve } from "@/core/bench/improve";
import { compareWorth, doneAt } from "@/core/bench/lateness";
import { lowerBound } from "@/core/bench/lowerBound";
import type { BenchProblem } from "@/core/bench/problem";
import { NONE_FIXED, type Fixed } from "@/core/bench/serial";
import { unionOf } from "@/core/bench/shifts";
import { DAY_MIN, midnightOf } from "@/core/bench/wall";
import { solve } from "./solve";

export type Watch = {
  /** @param boundMinor null while it is worked out */
  readonly told: (tries: number, lateMinor: number, boundMinor: number | null) => void;
  readonly stopped: () => boolean;
};
export type Better = { readonly best: Planned; readonly boundMinor: number; readonly tries: number };

/** The bound's program has so long where the search goes on as long, and never less than this; by then it has at least a weaker bound. */
const BOUND_MS = 4_000;
const LEAST_BOUND_MS = 1_500;
/** Shares of the hours with which the program is asked for days, before and after the bound: a plan leaves a little idle before each break. */
const SHARES_BEFORE = [0.99];
const SHARES_AFTER = [0.98, 0.96];
/** Each has so long, and is good enough within such a share of the best. */
const HINTS_MS = 2_000;
const HINT_GAP = 0.01;
/** Others have their turn after so long. */
const TURN_MS = 50;
const SEED = 1;

/**
 * Looks for a plan that costs less by being late, while what no plan beats is proved beside it: at most so long, and no longer than
 * until none can cost less. What stands is never made worse.
 *
 * @param stands the plan that stands; null where there is none
 */
export async function betterPlan(
  problem: BenchProblem,
  stands: Planned | null,
  seconds: number,
  { told, stopped }: Watch,
  fixed: Fixed = NONE_FIXED,
): Promise<Better> {
  const first = constructive(problem, fixed);
  let best = stands && compareWorth(stands.worth, first.worth) <= 0 ? stands : first;
  const last = Math.max(problem.nowMin, ...doneAt(problem, best.schedule).filter((one) => one < Infinity));
  const { leastMinor, stepMinor, program } = lowerBound(problem, last);
  const until = performance.now() + seconds * 1000;
  let boundMinor: number | null = program === null ? leastMinor : null;
  let tries = 0;
  const found: number[][][] = [];
  const isOver = () => stopped() || performance.now() >= until || (boundMinor !== null && best.worth.lateMinor <= boundMinor);
  const ending = new AbortController();
  const solving = async () => {
    if (program === null) return;
    const look = async (share: number, ms: number) => {
      const solved = await solve(program(share), ms, { gap: share < 1 ? HINT_GAP : 0, signal: ending.signal });
      if (solved?.values) found.push(hintsOf(problem, solved.values, last));
      return solved;
    };
    const lookAt = async (shares: readonly number[]) => {
      for (const share of shares) if (!isOver()) await look(share, HINTS_MS);
    };
    await lookAt(SHARES_BEFORE);
    if (stopped()) return;
    const solved = await look(1, Math.min(BOUND_MS, Math.max(LEAST_BOUND_MS, until - performance.now())));
    boundMinor = Math.max(leastMinor, solved ? Math.ceil(solved.least / stepMinor - 1e-6) * stepMinor : 0);
    await lookAt(SHARES_AFTER);
  };
  const solved = solving();
  let seed = SEED;
  let plans = improve(problem, best, seed, { fixed });
  while (!isOver()) {
    // A better search begins where jobs might be done by the days that the program says.
    const hints = found.shift();
    if (hints) plans = improve(problem, best, ++seed, { fixed, hints });
    const turn = performance.now() + TURN_MS;
    while (performance.now() < turn) {
      const next = plans.next().value;
      tries += 1;
      if (compareWorth(next.worth, best.worth) < 0) best = next;
    }
    told(tries, best.worth.lateMinor, boundMinor);
    await new Promise((resolve) => setImmediate(resolve));
  }
  // Who stops it waits for nothing more.
  if (stopped()) ending.abort();
  await solved;
  const bound = Math.min(boundMinor ?? leastMinor, best.worth.lateMinor);
  told(tries, best.worth.lateMinor, bound);
  return { best, boundMinor: bound, tries };
}

/** Minutes by which jobs that are to be done on one day are set apart: with one moment for all, all of them are done late. */
const APART_MIN = [60, 120];

/** By when the program has each job done, of one day the dearest first, in some ways: which comes out best, nobody knows before. */
function hintsOf(problem: BenchProblem, values: Readonly<Record<string, number>>, last: number): number[][] {
  const { jobs, nowMin } = problem;
  const today = midnightOf(nowMin);
  const days = Math.ceil((last - today) / DAY_MIN);
  const dayOf = jobs.map((_, job) => {
    for (let day = 0; day < days; day += 1) if ((values[`x_${job}_${day}`] ?? 0) > 0.5) return day;
    return days;
  });
  const ends = unionOf(problem.people.map(({ shifts }) => shifts)).map(([, end]) => end);
  const after = dayOf.map(
    (day, job) =>
      dayOf.filter((other, one) => other === day && (jobs[one]!.lateDayMinor - jobs[job]!.lateDayMinor || job - one) < 0).length,
  );
  const endOf = dayOf.map((day) => {
    const midnight = today + (day + 1) * DAY_MIN;
    return day === days ? last : (ends.findLast((end) => end <= midnight) ?? midnight);
  });
  return APART_MIN.map((apart) => endOf.map((end, job) => (dayOf[job] === days ? last : end - after[job]! * apart)));
}
