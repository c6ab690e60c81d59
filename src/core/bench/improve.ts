import { Latest } from "./byLatest";
import { plannedOf, type Planned } from "./constructive";
import { compareWorth, doneAt, lateDays } from "./lateness";
import type { BenchProblem } from "./problem";
import { chance } from "../units/chance";
import { DAY_MIN } from "./wall";
import { NONE_FIXED, type Fixed } from "./serial";

/** One turn in so many moves a single step, the others the days by which jobs are to be done: the more jobs, the more the days decide. */
const stepTurn = (jobs: number) => Math.min(21, Math.max(5, Math.round(jobs / 2)));
/** And one in so many gives a step to somebody, or lets whoever is free have it again: the first who is free is not always the best. */
const handTurn = (jobs: number) => stepTurn(jobs) + 2;
/** And one in so many lets bikes change hands for the least gain, or only for a clear one. */
const MANNER_TURN = 31;
/** By so much a target moves at the most, either way: mostly a little. */
const FAR_MIN = [DAY_MIN / 2, DAY_MIN, 2 * DAY_MIN, 8 * DAY_MIN];

/** Other days for one or two jobs: mostly a sooner one for a late job. */
function moveTargets(problem: BenchProblem, from: Planned, targets: readonly number[], roll: () => number): number[] {
  const done = doneAt(problem, from.schedule);
  const all = [...problem.jobs.keys()];
  const late = all.filter((job) => lateDays(done[job]!, problem.jobs[job]!.dueMin) > 0);
  const pick = (some: readonly number[]) => some[Math.floor(roll() * some.length)]!;
  const moved = [...targets];
  if (roll() < 0.15) {
    // Two change places.
    const [one, other] = [pick(all), pick(all)];
    [moved[one], moved[other]] = [moved[other]!, moved[one]!];
    return moved;
  }
  const turns = roll() < 0.5 ? 1 : 2;
  for (let turn = 0; turn < turns; turn += 1) {
    const isLate = late.length > 0 && roll() < 0.4;
    const job = pick(isLate ? late : all);
    moved[job]! += Math.round((roll() - (isLate ? 0.8 : 0.5)) * 2 * pick(FAR_MIN));
  }
  return moved;
}

/** A step taken out and put in elsewhere, after all that it needs and before all that needs it. */
function moveStep({ steps }: BenchProblem, order: readonly number[], roll: () => number): number[] {
  const from = Math.floor(roll() * order.length);
  const at = order[from]!;
  const rest = order.filter((one) => one !== at);
  let [low, high] = [0, rest.length];
  for (const [i, one] of rest.entries()) {
    if (steps[at]!.after.some(({ step }) => step === one)) low = i + 1;
    if (high === rest.length && steps[one]!.after.some(({ step }) => step === at)) high = i;
  }
  const to = low + Math.floor(roll() * (high - low + 1));
  return [...rest.slice(0, to), at, ...rest.slice(to)];
}

/** One try in so many that is worse is followed all the same, for so many turns: what is best may lie behind it. */
const STRAY = 0.04;
const STRAY_TURNS = 40;

/** Who alone has a step, by step; -1 where anybody may who does it. */
type Hands = readonly number[];

const inHands = (problem: BenchProblem, hands: Hands): BenchProblem =>
  hands.every((one) => one < 0)
    ? problem
    : { ...problem, steps: problem.steps.map((step, at) => (hands[at]! < 0 ? step : { ...step, people: [hands[at]!] })) };

function moveHand({ steps }: BenchProblem, hands: Hands, roll: () => number): Hands {
  const at = Math.floor(roll() * steps.length);
  const { people } = steps[at]!;
  const to = hands[at]! < 0 && people.length > 1 ? people[Math.floor(roll() * people.length)]! : -1;
  return hands.map((one, i) => (i === at ? to : one));
}

/**
 * How a plan is made of the days by which jobs are to be done.
 *
 * @property stay how much later a bike is done that stays in the same hands
 */
type Ways = { readonly hands: Hands; readonly stay: number | undefined };
type At = Ways & { readonly plan: Planned; readonly targets: readonly number[] };

/**
 * Better and better plans: the day by which a job is to be done moves, or a single step, or who has it, and what is no worse is kept
 * (local search). The same seed finds the same. It never ends by itself: whoever asks says when it is enough.
 *
 * @param begin where it begins
 * @yields the best plan so far, after each try
 */
export function* improve(
  problem: BenchProblem,
  begin: Planned,
  seed: number,
  { fixed = NONE_FIXED, stayMin }: { fixed?: Fixed; stayMin?: number | undefined } = {},
): Generator<Planned, never> {
  const roll = chance(seed);
  const latest = new Latest(problem);
  const planned = (order: readonly number[], { hands, stay }: Ways): Planned =>
    // Days may move and leave the order as it is: it is the same plan then.
    hands === now.hands && stay === now.stay && order.every((at, i) => at === now.plan.order[i])
      ? now.plan
      : plannedOf(inHands(problem, hands), order, fixed, stay);
  const aimed = (targets: readonly number[], ways: Ways): At => ({
    ...ways,
    targets,
    plan: planned(latest.order(targets), ways),
  });
  const far = Math.max(...begin.schedule.map((slot) => slot?.end ?? 0));
  const targets = doneAt(problem, begin.schedule).map((one) => Math.min(one, far));
  let best: At = { hands: problem.steps.map(() => -1), stay: stayMin, plan: begin, targets };
  let now = best;
  let astray = 0;
  const weigh = (next: At) => {
    const better = compareWorth(next.plan.worth, now.plan.worth);
    const strays = better > 0 && astray === 0 && roll() < STRAY;
    if (better <= 0 || strays) now = next;
    if (compareWorth(now.plan.worth, best.plan.worth) <= 0) [best, astray] = [now, 0];
    else if (strays || astray > 0) astray += 1;
    if (astray > STRAY_TURNS) [now, astray] = [best, 0];
  };
  const stays = stayMin === 0 ? [0] : [stayMin, 0];
  for (const stay of stays) {
    weigh(aimed(targets, { ...now, stay }));
    yield best.plan;
  }
  for (let turn = 1; ; turn += 1) {
    if (turn % MANNER_TURN === 0) {
      weigh(aimed(now.targets, { ...now, stay: stays[Math.floor(roll() * stays.length)] }));
    } else if (turn % handTurn(problem.jobs.length) === 0) {
      const hands = moveHand(problem, now.hands, roll);
      weigh({ ...now, hands, plan: planned(now.plan.order, { ...now, hands }) });
    } else if (turn % stepTurn(problem.jobs.length) === 0 || problem.jobs.length < 2) {
      weigh({ ...now, plan: planned(moveStep(problem, now.plan.order, roll), now) });
    } else {
      weigh(aimed(moveTargets(problem, now.plan, now.targets, roll), now));
    }
    yield best.plan;
  }
}
