import type { BenchProblem } from "./problem";
import { minutesWithin, unionOf } from "./shifts";

/**
 * Steps by how long they can wait where each job is to be done by a target: what has the most work after it, for its target, first. Jobs
 * may give way to each other in the middle, which whole jobs one after the other do not.
 */
export class Latest {
  /** By step: minutes of the bike itself from it on, and its own. */
  readonly left: readonly number[];
  private readonly worked = new Map<number, number>();
  private readonly anybody;

  constructor(private readonly problem: BenchProblem) {
    const { steps, jobs, people } = problem;
    this.anybody = unionOf(people.map(({ shifts }) => shifts));
    const left = steps.map(() => 0);
    const sum = jobs.map(() => 0);
    for (let at = steps.length - 1; at >= 0; at -= 1) {
      const step = steps[at]!;
      if (step.onBike) sum[step.job]! += step.minutes;
      left[at] = step.onBike ? sum[step.job]! : sum[step.job]! + step.minutes;
    }
    this.left = left;
  }

  private by(moment: number): number {
    const known = this.worked.get(moment);
    if (known !== undefined) return known;
    const minutes = minutesWithin(this.anybody, this.problem.nowMin, moment);
    this.worked.set(moment, minutes);
    return minutes;
  }

  /** How long each step can wait, working minutes from now. @param targets by job, wall minutes */
  keys(targets: readonly number[]): number[] {
    const { steps } = this.problem;
    const key = steps.map(({ job, curesMin }, at) => this.by(targets[job]! - curesMin) - this.left[at]!);
    // A step that comes before another never waits longer than it.
    for (let at = steps.length - 1; at >= 0; at -= 1)
      for (const { step } of steps[at]!.after) key[step] = Math.min(key[step]!, key[at]!);
    return key;
  }

  /** @param targets by job, wall minutes */
  order(targets: readonly number[]): number[] {
    const key = this.keys(targets);
    return [...key.keys()].sort((a, b) => key[a]! - key[b]! || a - b);
  }
}
