import { z } from "zod";
import { Floor } from "./floor";
import { keepPlan, type Kept } from "./keepPlan";
import type { BenchProblem, Schedule, Slot } from "./problem";
import { NONE_FIXED, readyAt, type Fixed } from "./serial";

const id = z.string().max(60);

/** A plan as it is kept: by job and step who does it where, and from when on, wall minutes; `""` for no place. */
export const benchPlanSchema = z.strictObject({
  slots: z.record(id, z.record(id, z.tuple([id, id, z.int()]))),
  /** Jobs that do not move, whatever else does. */
  frozen: z.array(id).max(2_000),
});
export type BenchPlan = z.output<typeof benchPlanSchema>;

export const NO_PLAN: BenchPlan = { slots: {}, frozen: [] };

/** Where each step of a problem stands in a plan; null for what is new, or whose person or place is gone. */
export function keptIn({ steps, jobs, people, places }: BenchProblem, plan: BenchPlan): (Kept | null)[] {
  const person = new Map(people.map((one, i) => [one.id, i]));
  const place = new Map<string, number>([["", -1], ...places.map((one, i): [string, number] => [one.id, i])]);
  return steps.map((step) => {
    const slot = plan.slots[jobs[step.job]!.id]?.[step.id];
    if (!slot) return null;
    const [who, where, start] = slot;
    // Who left is not looked for: whoever does it takes it then.
    return { person: person.get(who) ?? -1, place: place.get(where) ?? -1, start };
  });
}

export function planOf({ steps, jobs, people, places }: BenchProblem, schedule: Schedule, frozen: readonly string[]): BenchPlan {
  const slots: Record<string, Record<string, [string, string, number]>> = {};
  for (const [at, slot] of schedule.entries()) {
    if (!slot) continue;
    const step = steps[at]!;
    (slots[jobs[step.job]!.id] ??= {})[step.id] = [
      people[slot.person]!.id,
      slot.place < 0 ? "" : places[slot.place]!.id,
      slot.start,
    ];
  }
  return { slots, frozen: frozen.filter((one) => jobs.some((job) => job.id === one)) };
}

/**
 * What of frozen jobs can stay just where it stood; the rest of them, whose parts, people or place are not there then, moves like all
 * else, and moves none of these.
 */
export function fixedIn(problem: BenchProblem, kept: readonly (Kept | null)[], frozen: readonly string[]): Fixed {
  if (frozen.length === 0) return NONE_FIXED;
  const { steps, jobs } = problem;
  const floor = new Floor(problem);
  const fixed = new Map<number, Slot>();
  const order = steps
    .flatMap((step, at) => (kept[at] && frozen.includes(jobs[step.job]!.id) ? [at] : []))
    .sort((a, b) => kept[a]!.start - kept[b]!.start || a - b);
  const slots: (Slot | null)[] = steps.map(() => null);
  for (const at of order) {
    const { person, place, start } = kept[at]!;
    const { people, places } = steps[at]!;
    if (!people.includes(person) || (places.length > 0 ? !places.includes(place) : place >= 0)) continue;
    if (readyAt(problem, at, slots) > start) continue;
    const slot = floor.slotWith(at, start, person, places.length > 0 ? [place] : []);
    if (slot?.start !== start) continue;
    floor.take(at, slot);
    slots[at] = slot;
    fixed.set(at, slot);
  }
  return fixed;
}

/** A plan as it can be followed from now on. */
export function followed(
  problem: BenchProblem,
  plan: BenchPlan,
): { readonly kept: readonly (Kept | null)[]; readonly schedule: Schedule } {
  const kept = keptIn(problem, plan);
  return { kept, schedule: keepPlan(problem, kept, fixedIn(problem, kept, plan.frozen)) };
}
