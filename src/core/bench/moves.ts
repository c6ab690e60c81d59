import { doneAt, lateDays } from "./lateness";
import type { Kept } from "./keepPlan";
import type { BenchProblem, Schedule } from "./problem";
import { midnightOf } from "./wall";

/** What a change of the plan does to one job. Moments are wall minutes. */
export type Move = {
  readonly job: number;
  /** Steps that stand elsewhere than before, or at another time. */
  readonly steps: number;
  /** The first of them: when it began before, and begins now. */
  readonly from: number | null;
  readonly to: number | null;
  readonly doneBefore: number;
  readonly doneNow: number;
  /** Days by which it was and is late. */
  readonly lateBefore: number;
  readonly lateNow: number;
};

/** What is otherwise between two plans, a job each, those that are hit the hardest first; what is in place is not among them. */
export function movesBetween(
  problem: BenchProblem,
  before: readonly (Kept | null)[],
  doneBefore: readonly number[],
  now: Schedule,
): Move[] {
  const doneNow = doneAt(problem, now);
  return problem.jobs
    .flatMap((job, i): Move[] => {
      const moved = problem.steps.flatMap((step, at) => {
        const [was, is] = [before[at] ?? null, now[at] ?? null];
        const same = was && is ? was.start === is.start && was.person === is.person && was.place === is.place : was === is;
        return step.job === i && !same ? [at] : [];
      });
      if (moved.length === 0) return [];
      const [first] = moved;
      return [
        {
          job: i,
          steps: moved.length,
          from: before[first!]?.start ?? null,
          to: now[first!]?.start ?? null,
          doneBefore: doneBefore[i]!,
          doneNow: doneNow[i]!,
          lateBefore: doneBefore[i] === Infinity ? 0 : lateDays(doneBefore[i]!, job.dueMin),
          lateNow: doneNow[i] === Infinity ? 0 : lateDays(doneNow[i]!, job.dueMin),
        },
      ];
    })
    .sort((a, b) => b.lateNow - b.lateBefore - (a.lateNow - a.lateBefore) || dayShift(b) - dayShift(a) || a.job - b.job);
}

const dayShift = ({ doneBefore, doneNow }: Move) =>
  doneNow === Infinity ? Infinity : doneBefore === Infinity ? 0 : midnightOf(doneNow) - midnightOf(doneBefore);
