import { Heap } from "heap-js";
import { chance, normal } from "../units/chance";
import { PAUSE_OVER_MIN, type BenchProblem, type Schedule } from "./problem";
import { DAY_MIN } from "./wall";

/** How a job comes out over many simulated weeks. */
export type Likely = {
  /** Shares of all weeks: 10, 50, 90 %. By so late it is done. */
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
  /** In so many of the weeks it is done by the day that is promised; null without one. */
  readonly kept: number | null;
  /** The end in each of the weeks, the soonest first. */
  readonly ends: readonly number[];
};

/** Minutes of the log-normal law with this mean and spread: times of work lean to the long side (common practice). */
export function lognormal(mean: number, spread: number): { readonly mu: number; readonly sigma: number } {
  const sigma2 = Math.log(1 + (spread / Math.max(mean, 1e-9)) ** 2);
  return { mu: Math.log(Math.max(mean, 1e-9)) - sigma2 / 2, sigma: Math.sqrt(sigma2) };
}

/** Somebody else takes a step who is done with it so much sooner. */
const GIVE_MIN = 15;

/**
 * What becomes of a plan over many weeks in which steps take longer or shorter and parts come late. The work is taken in the order of
 * the plan, but for what cannot begin yet: nobody waits for a late part with other work at hand. Who is late gives a step to whoever
 * does it clearly sooner, and a bike goes to the stand that is free. Nothing is planned anew, so that it is rather too dark than too
 * bright. Parts come on their day or later, half of them on it.
 *
 * @param weeks so many runs
 * @returns a line for each job; null for a job that the plan has no slot for
 */
export function simulate(problem: BenchProblem, schedule: Schedule, weeks: number, seed: number): (Likely | null)[] {
  const { steps, jobs, people, nowMin } = problem;
  const gauss = normal(chance(seed));
  const laws = steps.map(({ minutes, spread }) => lognormal(minutes, spread));
  const shifts = people.map(({ shifts }) => new Walk(shifts));
  const whole = jobs.map(() => true);
  for (const [i, { job }] of steps.entries()) if (!schedule[i]) whole[job] = false;
  const next: { readonly at: number; readonly lagMin: number }[][] = steps.map(() => []);
  for (const [at, { after }] of steps.entries()) for (const { step, lagMin } of after) next[step]!.push({ at, lagMin });
  const turn = new Float64Array(steps.length);
  const begins = Float64Array.from(schedule, (slot) => slot?.start ?? Infinity);
  const done = jobs.map(() => new Float64Array(weeks));
  const delivery = deliveriesOf(steps);
  const late = new Float64Array(Math.max(0, ...delivery) + 1);
  const [ready, waits] = [new Float64Array(steps.length), new Int32Array(steps.length)];
  for (let week = 0; week < weeks; week += 1) {
    const personFree = new Float64Array(people.length).fill(nowMin);
    const placeFree = new Float64Array(problem.places.length).fill(nowMin);
    const bikeFree = new Float64Array(jobs.length).fill(nowMin);
    const jobEnd = new Float64Array(jobs.length).fill(nowMin);
    for (const walk of shifts) walk.back();
    // Parts of one delivery are late together.
    for (let k = 0; k < late.length; k += 1) late[k] = Math.max(0, gauss());
    // Steps that can begin, the first in turn on top; of two at one moment the one of the lower index.
    const open = new Heap<number>((a, b) => turn[a]! - turn[b]! || a - b);
    const opens = (at: number) => {
      turn[at] = Math.max(begins[at]!, ready[at]!);
      open.push(at);
    };
    for (const [at, step] of steps.entries()) {
      const lateMin = delivery[at]! < 0 ? 0 : Math.floor(late[delivery[at]!]! * step.fromSpreadDays + 0.5) * DAY_MIN;
      ready[at] = Math.max(nowMin, step.fromMin + lateMin);
      waits[at] = step.after.length;
      if (waits[at] === 0 && schedule[at]) opens(at);
    }
    for (let at = open.pop(); at !== undefined; at = open.pop()) {
      const step = steps[at]!;
      const slot = schedule[at]!;
      const { mu, sigma } = laws[at]!;
      const minutes = sigma === 0 ? step.minutes : Math.exp(mu + sigma * gauss());
      const mayPause = step.minutes > PAUSE_OVER_MIN;
      const free = Math.max(ready[at]!, step.onBike ? bikeFree[step.job]! : 0);
      let place = slot.place;
      if (place >= 0 && placeFree[place]! > free)
        for (const one of step.places) if (placeFree[one]! < placeFree[place]!) place = one;
      const from = place < 0 ? free : Math.max(free, placeFree[place]!);
      let person = slot.person;
      let ends = shifts[person]!.endOf(Math.max(from, personFree[person]!), minutes, mayPause);
      // Who should do it is late or away: whoever is done with it clearly sooner takes it.
      if (ends > from + minutes + GIVE_MIN)
        for (const one of step.people) {
          if (one === person) continue;
          const other = shifts[one]!.endOf(Math.max(from, personFree[one]!), minutes, mayPause);
          if (other + GIVE_MIN < ends) [person, ends] = [one, other];
        }
      shifts[person]!.goTo(ends);
      personFree[person] = ends;
      if (place >= 0) placeFree[place] = ends + step.holdsMin;
      if (step.onBike) bikeFree[step.job] = ends;
      jobEnd[step.job] = Math.max(jobEnd[step.job]!, ends + step.curesMin);
      for (const { at: one, lagMin } of next[at]!) {
        ready[one] = Math.max(ready[one]!, ends + lagMin);
        waits[one]! -= 1;
        if (waits[one] === 0 && schedule[one]) opens(one);
      }
    }
    for (let job = 0; job < jobs.length; job += 1) done[job]![week] = jobEnd[job]!;
  }
  return jobs.map(({ dueMin }, job) => {
    if (!whole[job]) return null;
    const sorted = done[job]!.sort();
    const at = (share: number) => sorted[Math.min(weeks - 1, Math.ceil(share * weeks) - 1)]!;
    const kept = dueMin === null ? null : sorted.filter((one) => one <= dueMin).length / weeks;
    return { p10: at(0.1), p50: at(0.5), p90: at(0.9), kept, ends: [...sorted] };
  });
}

/** Which delivery each step's parts are of: those of one job and day come together. -1 for none that may be late. */
function deliveriesOf(steps: BenchProblem["steps"]): number[] {
  const known = new Map<string, number>();
  return steps.map(({ job, fromMin, fromSpreadDays }) => {
    if (fromSpreadDays <= 0) return -1;
    const key = `${job} ${fromMin}`;
    if (!known.has(key)) known.set(key, known.size);
    return known.get(key)!;
  });
}

/** Somebody's hours, walked through from the first to the last: moments that are asked for never go back. */
class Walk {
  private i = 0;

  constructor(private readonly shifts: BenchProblem["people"][number]["shifts"]) {}

  back(): void {
    this.i = 0;
  }

  /** What ends before a moment is not looked at again. */
  goTo(moment: number): void {
    while (this.i < this.shifts.length && this.shifts[this.i]![1] < moment) this.i += 1;
  }

  /** When so many minutes are done that begin at a moment or later. What is not left for a break waits until after it where it does not fit. */
  endOf(from: number, minutes: number, mayPause: boolean): number {
    let left = minutes;
    for (let i = this.i; i < this.shifts.length; i += 1) {
      const [a, b] = this.shifts[i]!;
      const begins = Math.max(a, from);
      if (begins >= b) continue;
      if (b - begins >= left) return begins + left;
      // What takes longer than a whole shift is left for the break all the same.
      if (mayPause || minutes > b - a) left -= b - begins;
    }
    return Infinity;
  }
}
