import { byDays } from "@/core/bench/byDays";
import { constructive, type Planned } from "@/core/bench/constructive";
import { improve } from "@/core/bench/improve";
import { compareWorth, doneAt } from "@/core/bench/lateness";
import { lowerBound } from "@/core/bench/lowerBound";
import type { BenchProblem } from "@/core/bench/problem";
import { NONE_FIXED, type Fixed } from "@/core/bench/serial";
import { solve } from "./solve";

export type Watch = {
  /** @param boundMinor null while it is worked out */
  readonly told: (tries: number, lateMinor: number, boundMinor: number | null) => void;
  readonly stopped: () => boolean;
};
export type Better = { readonly best: Planned; readonly boundMinor: number; readonly tries: number };

/** The bound's program has no less than this; by then it has at least a weaker bound. */
const LEAST_BOUND_MS = 1_500;
/** Others have their turn after so long. */
const TURN_MS = 50;
/** One turn in so many goes to the search job by job. */
const PLAIN_TURN = 4;
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
  const isOver = () => stopped() || performance.now() >= until || (boundMinor !== null && best.worth.lateMinor <= boundMinor);
  const ending = new AbortController();
  const solving = async () => {
    if (program === null) return;
    const solved = await solve(program, Math.max(LEAST_BOUND_MS, seconds * 1000), { signal: ending.signal });
    boundMinor = Math.max(leastMinor, solved ? Math.ceil(solved.least / stepMinor - 1e-6) * stepMinor : 0);
  };
  const solved = solving();
  // Day by day the most is found where more is promised than there are hours for; job by job where little is.
  const days = byDays(problem, best, SEED, fixed);
  const plain = improve(problem, best, SEED, { fixed });
  for (let turns = 1; !isOver(); turns += 1) {
    const plans = turns % PLAIN_TURN === 0 ? plain : days;
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
