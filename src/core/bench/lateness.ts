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

/** What a schedule is worth: jobs without a slot, then what the days cost that bikes are late, then how soon they are done. */
export type Worth = { readonly undone: number; readonly lateMinor: number; readonly sumMin: number };

export function worthOf(problem: BenchProblem, schedule: Schedule): Worth {
  const done = doneAt(problem, schedule);
  let [undone, lateMinor, sumMin] = [0, 0, 0];
  for (const [i, { dueMin, lateDayMinor }] of problem.jobs.entries()) {
    if (done[i] === Infinity) {
      undone += 1;
      continue;
    }
    lateMinor += lateDays(done[i]!, dueMin) * lateDayMinor;
    sumMin += done[i]! - problem.nowMin;
  }
  return { undone, lateMinor, sumMin };
}

/** Negative where the first is better. */
export const compareWorth = (a: Worth, b: Worth): number =>
  a.undone - b.undone || a.lateMinor - b.lateMinor || a.sumMin - b.sumMin;
