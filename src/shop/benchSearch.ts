import type { Knex } from "knex";
import { fixedIn, planOf, type BenchPlan } from "@/core/bench/benchPlan";
import type { Planned } from "@/core/bench/constructive";
import { doneAt, worthOf } from "@/core/bench/lateness";
import { movesBetween } from "@/core/bench/moves";
import type { Told } from "@/core/bench/page";
import type { BenchProblem } from "@/core/bench/problem";
import { DAY_MIN } from "@/core/bench/wall";
import { benchAsItStands, standing, toldMoves } from "./benchStands";
import { betterPlan, type Watch } from "./betterPlan";

/** What a search found. @property version of the plan that it began from */
export type FoundPlan = {
  readonly plan: BenchPlan;
  readonly version: number;
  readonly lateMinor: number;
  readonly boundMinor: number;
  readonly soonerDays: number;
  readonly moved: readonly Told[];
};

/** Looks for a better plan of the bench as it stands; what is frozen does not move. */
export async function searchPlan(db: Knex, now: string, seconds: number, watch: Watch): Promise<FoundPlan> {
  const at = await benchAsItStands(db, now);
  const { laid, plan, version } = at;
  const { problem } = laid;
  const { kept, schedule } = standing(at);
  const stands: Planned = { order: orderOf(problem, schedule), schedule, worth: worthOf(problem, schedule) };
  const { best, boundMinor } = await betterPlan(problem, stands, seconds, watch, fixedIn(problem, kept, plan.frozen));
  return {
    plan: planOf(problem, best.schedule, plan.frozen),
    version,
    lateMinor: best.worth.lateMinor,
    boundMinor,
    soonerDays: (stands.worth.sumMin - best.worth.sumMin) / DAY_MIN,
    moved: toldMoves(laid, movesBetween(problem, schedule, doneAt(problem, schedule), best.schedule)),
  };
}

/** Steps in the order in which they stand, which is one in which nothing comes before what it needs. */
const orderOf = ({ steps }: BenchProblem, schedule: Planned["schedule"]): number[] =>
  [...steps.keys()].sort((a, b) => (schedule[a]?.start ?? Infinity) - (schedule[b]?.start ?? Infinity) || a - b);
