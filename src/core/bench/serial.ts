import { Floor } from "./floor";
import type { BenchProblem, Schedule, Slot } from "./problem";

/** Slots that stay whatever else moves, by step. */
export type Fixed = ReadonlyMap<number, Slot>;
export const NONE_FIXED: Fixed = new Map();

/** When a step can begin, by what comes before it and its parts; Infinity where something before it has no slot. */
export function readyAt({ steps, nowMin }: BenchProblem, at: number, schedule: Schedule): number {
  const step = steps[at]!;
  let ready = Math.max(nowMin, step.fromMin);
  for (const { step: before, lagMin } of step.after) {
    const slot = schedule[before];
    if (!slot) return Infinity;
    ready = Math.max(ready, slot.end + lagMin);
  }
  return ready;
}

/**
 * Steps put one after the other, each as early as those before it in the list leave room (serial generation: Kolisch, European Journal
 * of Operational Research 90, 1996).
 *
 * @param order indexes of steps, nothing before what it needs
 * @param stayMin how much later a bike is done that stays in the same hands
 */
export function serial(problem: BenchProblem, order: readonly number[], fixed: Fixed = NONE_FIXED, stayMin?: number): Schedule {
  const floor = new Floor(problem);
  const schedule: (Slot | null)[] = problem.steps.map(() => null);
  const last: (Slot | undefined)[] = problem.jobs.map(() => undefined);
  for (const [at, slot] of fixed) {
    floor.take(at, slot);
    schedule[at] = slot;
  }
  for (const at of order) {
    if (schedule[at]) continue;
    const ready = readyAt(problem, at, schedule);
    const { job } = problem.steps[at]!;
    const before = last[job];
    const slot = ready === Infinity ? null : floor.bestSlot(at, ready, { person: before?.person, place: before?.place, stayMin });
    if (!slot) continue;
    floor.take(at, slot);
    schedule[at] = slot;
    last[job] = slot;
  }
  return schedule;
}
