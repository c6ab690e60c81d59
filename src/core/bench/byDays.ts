import { plannedOf, type Planned } from "./constructive";
import { copyOf, Dispatch, type Manner, type Standing } from "./dispatch";
import { compareWorth, doneAt } from "./lateness";
import { Outlook } from "./outlook";
import type { BenchProblem } from "./problem";
import { NONE_FIXED, type Fixed } from "./serial";
import { chance } from "../units/chance";
import { DAY_MIN, midnightOf } from "./wall";

// These figures were found by trying: seeded shops of 40 jobs come out within two hundredths of each other with others near them.
/** So many ways to the end of a day are gone on with, and each day is worked in so many ways from each of them. */
const KEPT = 6;
const WAYS = 12;
/** So many orders of the jobs are looked at before the first day, before each day, and after each way through it. */
const FIRST_TURNS = 1500;
const DAY_TURNS = 200;
const WAY_TURNS = 60;
/** Ways through a day differ in these. */
const RANK_LOSSES = [0.02, 0.05, 0.1, 0.2, 0.4];
const MOST_OPEN = [4, 8];
const FILL_MIN = [45, 70, 110];
/** Minutes by which jobs that are to be done on one day are set apart, and by which each is moved about. */
const APART_MIN = [0, 15, 30, 60];
const ABOUT_MIN = [0, 15, 40];
/** Of all that came through to the end so many are made plans of. */
const MADE = 2;

/** How far a plan is, in which order its jobs are to go on, and what its lateness will cost. */
type Way = { readonly standing: Standing; readonly order: number[]; readonly cost: number };

/**
 * Better and better plans, made day by day: each day is worked in many ways, and the few are gone on with whose lateness, as far as it
 * can be seen, costs the least (beam search: Ow and Morton, International Journal of Production Research 26, 1988). After each way it is
 * looked anew which jobs are to be done by when. The same seed finds the same; it never ends by itself.
 *
 * @param begin a plan to begin with
 * @yields the best plan so far, after each way through a day
 */
export function* byDays(
  problem: BenchProblem,
  begin: Planned,
  seed: number,
  fixed: Fixed = NONE_FIXED,
): Generator<Planned, never> {
  const roll = chance(seed);
  const one = <T>(some: readonly T[]) => some[Math.floor(roll() * some.length)]!;
  const dispatch = new Dispatch(problem);
  const doneThen = doneAt(problem, begin.schedule);
  const last = Math.max(problem.nowMin, ...doneThen.filter((moment) => moment < Infinity));
  const outlook = new Outlook(problem, last);
  const midnight = midnightOf(problem.nowMin);
  let best = begin;
  const starts = (): Way[] =>
    Array.from({ length: KEPT }, (_, i) => {
      const standing = dispatch.begin(fixed);
      const open = outlook.from(standing, outlook.jobs);
      // One goes on from the plan that is there, the others from some order of promises and of what a late day costs.
      const rank = new Map(
        open.map((job) => {
          const { dueMin, lateDayMinor } = problem.jobs[job]!;
          const due = dueMin === null ? Infinity : (dueMin - problem.nowMin) * (0.5 + roll());
          return [job, i === 0 ? doneThen[job]! : due / (lateDayMinor + 1)];
        }),
      );
      const order = open.sort((a, b) => rank.get(a)! - rank.get(b)! || a - b);
      return { standing, order, cost: outlook.improve(order, 0, FIRST_TURNS, roll) };
    });
  const through = ({ standing, order }: Way, day: number, dayOf: Int32Array): Way => {
    const next = copyOf(standing);
    const manner: Manner = { rankLoss: one(RANK_LOSSES), mostOpen: one(MOST_OPEN), fillMin: one(FILL_MIN) };
    const [apart, about] = [one(APART_MIN), one(ABOUT_MIN)];
    const byMin = new Float64Array(problem.jobs.length).fill(outlook.byEnd.at(-1)!);
    const after = new Map<number, number>();
    for (const job of order.toReversed()) {
      const own = dayOf[job]!;
      const others = after.get(own) ?? 0;
      after.set(own, others + 1);
      byMin[job] = outlook.byEnd[own]! - others * apart + (roll() - 0.5) * 2 * about;
    }
    dispatch.run(next, byMin, manner, midnight + (outlook.days[day]! + 1) * DAY_MIN);
    const open = outlook.from(next, order);
    const toCome = open.length === 0 ? 0 : outlook.improve(open, day + 1, WAY_TURNS, roll);
    return { standing: next, order: open, cost: outlook.paidAt(next) + toCome };
  };
  for (let turn = 0; ; turn += 1) {
    let ways = starts();
    for (let day = 0; day < outlook.days.length && ways.some(({ order }) => order.length > 0); day += 1) {
      const found: Way[] = [];
      for (const way of ways) {
        outlook.from(way.standing, way.order);
        outlook.improve(way.order, day, DAY_TURNS, roll);
        const dayOf = outlook.dayOf.slice();
        for (let k = 0; k < WAYS; k += 1) {
          found.push(through(way, day, dayOf));
          yield best;
        }
      }
      found.sort((a, b) => a.cost - b.cost);
      ways = found.filter(({ cost }, i) => i === 0 || cost - found[i - 1]!.cost > 1e-6).slice(0, KEPT);
    }
    for (const { standing } of ways.slice(0, MADE)) {
      const plan = plannedOf(problem, dispatch.orderOf(standing), fixed, 0);
      if (compareWorth(plan.worth, best.worth) < 0) best = plan;
    }
    yield best;
  }
}
