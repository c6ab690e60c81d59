import { Floor } from "./floor";
import type { BenchProblem, Schedule, Slot } from "./problem";
import { NONE_FIXED, readyAt, type Fixed } from "./serial";

/** Where a step stood when the plan was kept. */
export type Kept = Pick<Slot, "person" | "place" | "start">;

/**
 * A plan that was kept, as it can still be followed: each step stands where it stood, unless its parts, what comes before it, its
 * people or its place are not there then; what cannot stay moves back by as little as it can, in the order of the plan. What is new is
 * put where there is room, after everything else.
 *
 * @param kept by step; null for what is new
 * @param fixed what stays whatever else moves
 */
export function keepPlan(problem: BenchProblem, kept: readonly (Kept | null)[], fixed: Fixed = NONE_FIXED): Schedule {
  const { steps } = problem;
  const floor = new Floor(problem);
  const schedule: (Slot | null)[] = steps.map(() => null);
  const last: (Slot | undefined)[] = problem.jobs.map(() => undefined);
  const put = (at: number, slot: Slot) => {
    floor.take(at, slot);
    schedule[at] = slot;
    last[steps[at]!.job] = slot;
  };
  for (const [at, slot] of fixed) put(at, slot);
  const waiting = steps.map(({ after }) => after.filter(({ step }) => !schedule[step]).length);
  const next: number[][] = steps.map(() => []);
  for (const [at, { after }] of steps.entries()) for (const { step } of after) if (!schedule[step]) next[step]!.push(at);
  const open = new Set(steps.flatMap((_, at) => (waiting[at] === 0 && !schedule[at] ? [at] : [])));
  const due = (at: number) => problem.jobs[steps[at]!.job]!.dueMin ?? Number.MAX_SAFE_INTEGER / 4;
  const keys = new Map<number, number>();
  const keyOf = (at: number) => {
    const known = keys.get(at);
    if (known !== undefined) return known;
    const before = kept[at];
    const ready = readyAt(problem, at, schedule);
    // What is new comes after all that stood there, the first promised first.
    const key = before ? Math.max(before.start, ready) : Number.MAX_SAFE_INTEGER / 2 + due(at) / 1e6;
    keys.set(at, key);
    return key;
  };
  while (open.size > 0) {
    let at = -1;
    for (const one of open) if (at < 0 || keyOf(one) < keyOf(at) || (keyOf(one) === keyOf(at) && one < at)) at = one;
    open.delete(at);
    const before = kept[at] ?? null;
    const ready = readyAt(problem, at, schedule);
    const slot =
      ready === Infinity ? null : slotOf(floor, problem, at, Math.max(ready, before?.start ?? 0), before ?? last[steps[at]!.job]);
    if (slot) put(at, slot);
    for (const one of next[at]!) {
      waiting[one]! -= 1;
      if (waiting[one] === 0 && !schedule[one]) open.add(one);
    }
  }
  return schedule;
}

function slotOf(
  floor: Floor,
  { steps }: BenchProblem,
  at: number,
  moment: number,
  before?: Pick<Slot, "person" | "place">,
): Slot | null {
  const { people, places } = steps[at]!;
  const isThere =
    before && people.includes(before.person) && (places.length > 0 ? places.includes(before.place) : before.place < 0);
  const same = isThere ? floor.slotWith(at, moment, before.person, places.length > 0 ? [before.place] : []) : null;
  if (same && same.start === moment) return same;
  return floor.bestSlot(at, moment, { person: before?.person, place: before?.place });
}
