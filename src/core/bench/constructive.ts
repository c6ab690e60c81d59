import { compareWorth, worthOf, type Worth } from "./lateness";
import type { BenchProblem, Schedule } from "./problem";
import { NONE_FIXED, serial, type Fixed } from "./serial";

export type Planned = { readonly order: readonly number[]; readonly schedule: Schedule; readonly worth: Worth };

/** All steps, those of one job after the other. @param jobs the jobs, the first first */
export function jobByJob({ steps }: BenchProblem, jobs: readonly number[]): number[] {
  const own: number[][] = [];
  for (const [i, { job }] of steps.entries()) (own[job] ??= []).push(i);
  return jobs.flatMap((job) => own[job] ?? []);
}

export const plannedOf = (problem: BenchProblem, order: readonly number[], fixed: Fixed, stayMin?: number): Planned => {
  const schedule = serial(problem, order, fixed, stayMin);
  return { order, schedule, worth: worthOf(problem, schedule) };
};

/** Jobs in the order in which a shop would take them that asks nobody: as they came in. The plain schedule that others are held against. */
export const asTheyCame = (problem: BenchProblem, fixed: Fixed = NONE_FIXED): Planned =>
  plannedOf(problem, jobByJob(problem, [...problem.jobs.keys()]), fixed);

/** Orders of the jobs by rules of thumb (Pinedo, Scheduling, ch. 14): the first promised, the least time to spare, the dearest hour. */
function rulesOfThumb({ jobs, steps, nowMin }: BenchProblem): number[][] {
  const minutes = jobs.map(() => 0);
  const from = jobs.map(() => nowMin);
  for (const step of steps) {
    minutes[step.job]! += step.minutes;
    from[step.job] = Math.max(from[step.job]!, step.fromMin);
  }
  const due = (job: number) => jobs[job]!.dueMin ?? Number.MAX_SAFE_INTEGER / 4;
  const by = (key: (job: number) => number) => [...jobs.keys()].sort((a, b) => key(a) - key(b) || a - b);
  return [
    by(due),
    by((job) => due(job) - from[job]! - 4 * minutes[job]!),
    by((job) => Math.max(due(job), from[job]! + minutes[job]!)),
    by((job) => (minutes[job]! + 1) / (jobs[job]!.lateDayMinor + 1)),
    by((job) => from[job]! + 4 * minutes[job]!),
  ];
}

/** A first plan, at once: the best that rules of thumb find. */
export function constructive(problem: BenchProblem, fixed: Fixed = NONE_FIXED, stayMin?: number): Planned {
  return rulesOfThumb(problem)
    .map((jobs) => plannedOf(problem, jobByJob(problem, jobs), fixed, stayMin))
    .reduce((best, one) => (compareWorth(one.worth, best.worth) < 0 ? one : best));
}
