import type { BenchProblem, Schedule } from "./problem";
import { DAY_MIN } from "./wall";

/** When each job is done; Infinity where a step of it has no slot. A job with nothing left to do is done. */
export function doneAt({ jobs, steps, nowMin }: BenchProblem, schedule: Schedule): number[] {
  const done = jobs.map(() => nowMin);
  for (const [i, { job, curesMin }] of steps.entries())
    done[job] = Math.max(done[job]!, schedule[i] ? schedule[i].end + curesMin : Infinity);
  return done;
}

/** Whole days by which a job is late, those between counted as they lie in the calendar. */
export const lateDays = (doneMin: number, dueMin: number | null): number =>
  dueMin === null || doneMin <= dueMin ? 0 : Math.ceil((doneMin - dueMin) / DAY_MIN);

/** What the days cost by which jobs are late that are done at these moments; those without an end are left out. */
export const lateMinorOf = ({ jobs }: Pick<BenchProblem, "jobs">, done: readonly number[]): number =>
  jobs.reduce(
    (sum, { dueMin, lateDayMinor }, i) => sum + (done[i]! < Infinity ? lateDays(done[i]!, dueMin) * lateDayMinor : 0),
    0,
  );

/** What a schedule is worth: jobs without a slot, then what the days cost that bikes are late, then how soon they are done. */
export type Worth = { readonly undone: number; readonly lateMinor: number; readonly sumMin: number };

export function worthOf(problem: BenchProblem, schedule: Schedule): Worth {
  const done = doneAt(problem, schedule);
  const ends = done.filter((one) => one < Infinity);
  return {
    undone: done.length - ends.length,
    lateMinor: lateMinorOf(problem, done),
    sumMin: ends.reduce((sum, one) => sum + one - problem.nowMin, 0),
  };
}

/** Negative where the first is better. */
export const compareWorth = (a: Worth, b: Worth): number =>
  a.undone - b.undone || a.lateMinor - b.lateMinor || a.sumMin - b.sumMin;
