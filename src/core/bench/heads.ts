import { Free } from "./free";
import { PAUSE_OVER_MIN, type BenchProblem } from "./problem";
import { afterMinutes, unionOf } from "./shifts";

/**
 * What no plan beats, each job as if it had the shop to itself: the earliest begin of each step, the least time from its end to the end
 * of its job, and the earliest end of each job. Infinity where somebody or something is missing altogether.
 */
export type Heads = { readonly head: readonly number[]; readonly tail: readonly number[]; readonly done: readonly number[] };

export function headsOf(problem: BenchProblem): Heads {
  const { steps, jobs, people, nowMin } = problem;
  const free = people.map(({ shifts }) => new Free(shifts));
  const head = steps.map(() => Infinity);
  const end = steps.map(() => Infinity);
  for (const [at, step] of steps.entries()) {
    let ready = Math.max(nowMin, step.fromMin);
    for (const { step: before, lagMin } of step.after) ready = Math.max(ready, end[before]! + lagMin);
    if (ready === Infinity) continue;
    for (const person of step.people) {
      const parts = free[person]!.fit(ready, step.minutes, step.minutes > PAUSE_OVER_MIN);
      if (!parts) continue;
      head[at] = Math.min(head[at]!, parts[0]![0]);
      end[at] = Math.min(end[at]!, parts.at(-1)![1]);
    }
  }
  const tail = steps.map(({ curesMin }) => curesMin);
  for (let at = steps.length - 1; at >= 0; at -= 1)
    for (const { step: before, lagMin } of steps[at]!.after)
      tail[before] = Math.max(tail[before]!, lagMin + steps[at]!.minutes + tail[at]!);
  const done = jobs.map(() => nowMin);
  for (const [at, { job, curesMin }] of steps.entries()) done[job] = Math.max(done[job]!, end[at]! + curesMin);
  // One bike is in one pair of hands: all that is done to it takes at least its minutes of the hours in which anybody works.
  const anybody = unionOf(people.map(({ shifts }) => shifts));
  for (const job of jobs.keys()) {
    const own = steps.flatMap((step, at) => (step.job === job && step.onBike ? [at] : []));
    for (const first of own) {
      const later = own.filter((at) => head[at]! >= head[first]!);
      const minutes = later.reduce((sum, at) => sum + steps[at]!.minutes, 0);
      const least = Math.min(...later.map((at) => tail[at]!));
      if (head[first]! < Infinity) done[job] = Math.max(done[job]!, afterMinutes(anybody, head[first]!, minutes) + least);
    }
  }
  return { head, tail, done };
}
