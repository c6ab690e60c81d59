import type { Knex } from "knex";
import { fixedIn, planOf, type BenchPlan } from "@/core/bench/benchPlan";
import { constructive, plannedOf, type Planned } from "@/core/bench/constructive";
import { improve } from "@/core/bench/improve";
import { compareWorth, doneAt, worthOf } from "@/core/bench/lateness";
import { lowerBound } from "@/core/bench/lowerBound";
import { movesBetween } from "@/core/bench/moves";
import type { Told } from "@/core/bench/page";
import { DAY_MIN, midnightOf } from "@/core/bench/wall";
import type { BenchProblem } from "@/core/bench/problem";
import { benchAsItStands, standing, toldMoves } from "./bench";
import { solve } from "./solve";

/** What a search found. @property version of the plan that it began from */
export type FoundPlan = {
  readonly plan: BenchPlan;
  readonly version: number;
  readonly lateMinor: number;
  readonly boundMinor: number;
  readonly soonerDays: number;
  readonly moved: readonly Told[];
};

type Watch = {
  /** @param boundMinor null while it is worked out */
  readonly told: (tries: number, lateMinor: number, boundMinor: number | null) => void;
  readonly stopped: () => boolean;
};

/** The bound's program has so long; what is not proved by then is held job by job. */
const BOUND_MS = 4_000;
/** Others have their turn after so long. */
const TURN_MS = 50;
const SEED = 1;

/**
 * Looks for a plan that costs less by being late: at most so long, and no longer than until none can cost less. What stands is never
 * made worse, and frozen jobs do not move. The same seed and number of tries find the same.
 */
export async function searchPlan(db: Knex, now: string, seconds: number, { told, stopped }: Watch): Promise<FoundPlan> {
  const at = await benchAsItStands(db, now);
  const { laid, plan, version } = at;
  const { problem } = laid;
  const { kept, schedule } = standing(at);
  const fixed = fixedIn(problem, kept, plan.frozen);
  const stands: Planned = { order: orderOf(problem, schedule), schedule, worth: worthOf(problem, schedule) };
  const first = constructive(problem, fixed);
  let best = compareWorth(stands.worth, first.worth) <= 0 ? stands : first;
  const ends = doneAt(problem, best.schedule).filter((one) => one < Infinity);
  const { leastMinor, program } = lowerBound(problem, Math.max(problem.nowMin, ...ends));
  const until = performance.now() + seconds * 1000;
  const solving = program === null ? Promise.resolve(null) : solve(program, BOUND_MS);
  let boundMinor: number | null = program === null ? leastMinor : null;
  let hint: readonly number[] | undefined;
  let tries = 0;
  const isOver = () => stopped() || performance.now() >= until || (boundMinor !== null && best.worth.lateMinor <= boundMinor);
  const runFor = async (plans: Generator<Planned, never>) => {
    while (!isOver()) {
      const turn = performance.now() + TURN_MS;
      while (performance.now() < turn) {
        const next = plans.next().value;
        tries += 1;
        if (compareWorth(next.worth, best.worth) < 0) best = next;
      }
      told(tries, best.worth.lateMinor, boundMinor);
      await new Promise((resolve) => setImmediate(resolve));
      // What the bound's program says of the days is where a better search begins.
      if (hint) return;
    }
  };
  void solving.then((solved) => {
    boundMinor = solved ? Math.max(leastMinor, Math.ceil(solved.least - 1e-6)) : leastMinor;
    if (solved) hint = hintOf(problem, solved.values, Math.max(...ends));
  });
  await runFor(improve(problem, best, SEED, { fixed }));
  if (hint) {
    const again = improve(problem, plannedOf(problem, best.order, fixed), SEED + 1, { fixed, hint });
    hint = undefined;
    await runFor(again);
  }
  await solving;
  const bound = boundMinor ?? leastMinor;
  const found = planOf(problem, best.schedule, plan.frozen);
  told(tries, best.worth.lateMinor, bound);
  return {
    plan: found,
    version,
    lateMinor: best.worth.lateMinor,
    boundMinor: Math.min(bound, best.worth.lateMinor),
    soonerDays: (stands.worth.sumMin - best.worth.sumMin) / DAY_MIN,
    moved: toldMoves(laid, movesBetween(problem, schedule, doneAt(problem, schedule), best.schedule)),
  };
}

/** Steps in the order in which they stand, which is one in which nothing comes before what it needs. */
const orderOf = ({ steps }: BenchProblem, schedule: Planned["schedule"]): number[] =>
  [...steps.keys()].sort((a, b) => (schedule[a]?.start ?? Infinity) - (schedule[b]?.start ?? Infinity) || a - b);

/** By when the program has each job done. */
function hintOf({ jobs, nowMin }: BenchProblem, values: Readonly<Record<string, number>>, last: number): number[] {
  const today = midnightOf(nowMin);
  const days = Math.ceil((last - today) / DAY_MIN);
  return jobs.map((_, job) => {
    for (let day = 0; day < days; day += 1) if ((values[`x_${job}_${day}`] ?? 0) > 0.5) return today + (day + 1) * DAY_MIN;
    return last;
  });
}
