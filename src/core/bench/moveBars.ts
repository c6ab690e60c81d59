import { bad, good, type Result } from "../result";
import { Floor } from "./floor";
import { keepPlan } from "./keepPlan";
import type { BenchProblem, Schedule, Slot } from "./problem";
import { readyAt, type Fixed } from "./serial";
import { WORK_SAYS } from "./workKinds";

export type Moved = { readonly start: number; readonly schedule: Schedule };

/**
 * Some steps of a job given to somebody, from a moment on or as soon after it as they can be; all else that is not frozen makes room,
 * and moves back by as little as it can.
 *
 * @param steps of one job, in their order
 * @returns why it cannot be, in words
 */
export function moveBars(
  problem: BenchProblem,
  schedule: Schedule,
  frozen: Fixed,
  steps: readonly number[],
  person: number,
  startMin: number,
): Result<Moved> {
  const { name } = problem.people[person]!;
  const cannot = steps.find((at) => !problem.steps[at]!.people.includes(person));
  if (cannot !== undefined) {
    const { work, title } = problem.steps[cannot]!;
    return bad(`${name} does no ${work} (${WORK_SAYS[work]}): ${title}`);
  }
  if (steps.some((at) => frozen.has(at))) return bad("It is frozen: let it move again first.");
  // Only what is frozen, and what comes before these steps, is in the way.
  const floor = new Floor(problem);
  const before = new Set<number>();
  const look = (at: number) => {
    for (const { step } of problem.steps[at]!.after)
      if (!steps.includes(step) && !before.has(step)) {
        before.add(step);
        look(step);
      }
  };
  for (const at of steps) look(at);
  const now: (Slot | null)[] = problem.steps.map((_, at) => frozen.get(at) ?? (before.has(at) ? schedule[at]! : null));
  for (const [at, slot] of now.entries()) if (slot) floor.take(at, slot);
  let from = startMin;
  let first: number | null = null;
  for (const at of steps) {
    const ready = readyAt(problem, at, now);
    if (ready === Infinity) return bad(`${problem.steps[at]!.title} has no day: what it needs has none either.`);
    const slot = floor.slotWith(at, Math.max(ready, from), person, problem.steps[at]!.places);
    if (!slot) return bad(`${name} has no hours for it.`);
    floor.take(at, slot);
    now[at] = slot;
    first ??= slot.start;
    from = slot.end;
  }
  const fixed = new Map([...frozen, ...[...before, ...steps].map((at) => [at, now[at]!] as const)].filter(([, slot]) => slot));
  const then = keepPlan(problem, schedule, fixed);
  const lost = then.findIndex((slot, at) => !slot && schedule[at]);
  if (lost >= 0) return bad(`There is no room left for ${problem.steps[lost]!.title}.`);
  return good({ start: first!, schedule: then });
}
