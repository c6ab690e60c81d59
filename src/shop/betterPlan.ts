import { constructive, plannedOf, type Planned } from "@/core/bench/constructive";
import { improve } from "@/core/bench/improve";
import { compareWorth, doneAt } from "@/core/bench/lateness";
import { lowerBound } from "@/core/bench/lowerBound";
import type { BenchProblem } from "@/core/bench/problem";
import { NONE_FIXED, type Fixed } from "@/core/bench/serial";
import { DAY_MIN, midnightOf } from "@/core/bench/wall";
import { solve } from "./solve";

export type Watch = {
  /** @param boundMinor null while it is worked out */
  readonly told: (tries: number, lateMinor: number, boundMinor: number | null) => void;
  readonly stopped: () => boolean;
};
export type Better = { readonly best: Planned; readonly boundMinor: number; readonly tries: number };

/** The bound's program has so long; what is not proved by then is held job by job. */
const BOUND_MS = 4_000;
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
  const { leastMinor, program } = lowerBound(problem, last);
  const until = performance.now() + seconds * 1000;
  let boundMinor: number | null = program === null ? leastMinor : null;
  let hint: readonly number[] | undefined;
  let tries = 0;
  const solving =
    program === null
      ? Promise.resolve()
      : solve(program, BOUND_MS).then((solved) => {
          boundMinor = solved ? Math.max(leastMinor, Math.ceil(solved.least - 1e-6)) : leastMinor;
          if (solved) hint = hintOf(problem, solved.values, last);
        });
  const isOver = () => stopped() || performance.now() >= until || (boundMinor !== null && best.worth.lateMinor <= boundMinor);
  // Ends early where the bound's program has said by which days jobs might be done: a better search begins there.
  const runFor = async (plans: Generator<Planned, never>, isHinted: boolean) => {
    while (!isOver() && (isHinted || hint === undefined)) {
      const turn = performance.now() + TURN_MS;
      while (performance.now() < turn) {
        const next = plans.next().value;
        tries += 1;
        if (compareWorth(next.worth, best.worth) < 0) best = next;
      }
      told(tries, best.worth.lateMinor, boundMinor);
      await new Promise((resolve) => setImmediate(resolve));
    }
  };
  await runFor(improve(problem, best, SEED, { fixed }), false);
  if (hint) await runFor(improve(problem, plannedOf(problem, best.order, fixed), SEED + 1, { fixed, hint }), true);
  await solving;
  const bound = Math.min(boundMinor ?? leastMinor, best.worth.lateMinor);
  told(tries, best.worth.lateMinor, bound);
  return { best, boundMinor: bound, tries };
}

/** By when the program has each job done. */
function hintOf({ jobs, nowMin }: BenchProblem, values: Readonly<Record<string, number>>, last: number): number[] {
  const today = midnightOf(nowMin);
  const days = Math.ceil((last - today) / DAY_MIN);
  return jobs.map((_, job) => {
    for (let day = 0; day < days; day += 1) if ((values[`x_${job}_${day}`] ?? 0) > 0.5) return today + (day + 1) * DAY_MIN;
    return last;
  });
}
