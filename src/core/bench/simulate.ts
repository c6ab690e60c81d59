import { dice } from "./improve";
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
};

/** Two numbers of the normal law from two of the even one (Box and Muller, Annals of Mathematical Statistics 29, 1958). */
function normal(roll: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const one = spare;
      spare = null;
      return one;
    }
    const r = Math.sqrt(-2 * Math.log(1 - roll()));
    const angle = 2 * Math.PI * roll();
    spare = r * Math.sin(angle);
    return r * Math.cos(angle);
  };
}

/** Minutes of the log-normal law with this mean and spread: times of work lean to the long side (common practice). */
export function lognormal(mean: number, spread: number): { readonly mu: number; readonly sigma: number } {
  const sigma2 = Math.log(1 + (spread / Math.max(mean, 1e-9)) ** 2);
  return { mu: Math.log(Math.max(mean, 1e-9)) - sigma2 / 2, sigma: Math.sqrt(sigma2) };
}

/**
 * What becomes of a plan over many weeks in which steps take longer or shorter and parts come late: everybody and every place takes
 * what is planned for them in the order of the plan, and no sooner than planned by more than the work before it lets go; nobody
 * re-plans, so that it is rather too dark than too bright. Parts come on their day or later, never before.
 *
 * @param weeks so many runs
 * @returns a line for each job; null for a job that the plan has no slot for
 */
export function simulate(problem: BenchProblem, schedule: Schedule, weeks: number, seed: number): (Likely | null)[] {
  const { steps, jobs, people, nowMin } = problem;
  const gauss = normal(dice(seed));
  const order = steps
    .flatMap((_, i) => (schedule[i] ? [i] : []))
    .sort((a, b) => schedule[a]!.start - schedule[b]!.start || a - b);
  const laws = steps.map(({ minutes, spread }) => lognormal(minutes, spread));
  const shifts = people.map(({ shifts }) => new Walk(shifts));
  const whole = jobs.map(() => true);
  for (const [i, { job }] of steps.entries()) if (!schedule[i]) whole[job] = false;
  const done = jobs.map(() => new Float64Array(weeks));
  const end = new Float64Array(steps.length);
  // Parts of one delivery are late together: one throw for each job and day.
  const deliveries = new Map<string, number>();
  const delivery = steps.map(({ job, fromMin, fromSpreadDays }) => {
    if (fromSpreadDays <= 0) return -1;
    const key = `${job} ${fromMin}`;
    if (!deliveries.has(key)) deliveries.set(key, deliveries.size);
    return deliveries.get(key)!;
  });
  const late = new Float64Array(deliveries.size);
  for (let week = 0; week < weeks; week += 1) {
    const personFree = new Float64Array(people.length).fill(nowMin);
    const placeFree = new Float64Array(problem.places.length).fill(nowMin);
    const bikeFree = new Float64Array(jobs.length).fill(nowMin);
    for (const walk of shifts) walk.back();
    for (let k = 0; k < late.length; k += 1) late[k] = Math.abs(gauss());
    const jobEnd = new Float64Array(jobs.length).fill(nowMin);
    for (const at of order) {
      const step = steps[at]!;
      const slot = schedule[at]!;
      const lateMin = delivery[at]! < 0 ? 0 : Math.floor(late[delivery[at]!]! * step.fromSpreadDays + 0.5) * DAY_MIN;
      let from = Math.max(nowMin, step.fromMin + lateMin, personFree[slot.person]!);
      if (slot.place >= 0) from = Math.max(from, placeFree[slot.place]!);
      if (step.onBike) from = Math.max(from, bikeFree[step.job]!);
      for (const { step: before, lagMin } of step.after) from = Math.max(from, end[before]! + lagMin);
      const { mu, sigma } = laws[at]!;
      const minutes = sigma === 0 ? step.minutes : Math.exp(mu + sigma * gauss());
      const ends = shifts[slot.person]!.endOf(from, minutes, step.minutes > PAUSE_OVER_MIN);
      end[at] = ends;
      personFree[slot.person] = ends;
      if (slot.place >= 0) placeFree[slot.place] = ends + step.holdsMin;
      if (step.onBike) bikeFree[step.job] = ends;
      jobEnd[step.job] = Math.max(jobEnd[step.job]!, ends + step.curesMin);
    }
    for (let job = 0; job < jobs.length; job += 1) done[job]![week] = jobEnd[job]!;
  }
  return jobs.map(({ dueMin }, job) => {
    if (!whole[job]) return null;
    const sorted = done[job]!.sort();
    const at = (share: number) => sorted[Math.min(weeks - 1, Math.ceil(share * weeks) - 1)]!;
    const kept = dueMin === null ? null : sorted.filter((one) => one <= dueMin).length / weeks;
    return { p10: at(0.1), p50: at(0.5), p90: at(0.9), kept };
  });
}

/** Somebody's hours, walked through from the first to the last: moments that are asked for never go back. */
class Walk {
  private i = 0;

  constructor(private readonly shifts: BenchProblem["people"][number]["shifts"]) {}

  back(): void {
    this.i = 0;
  }

  /** When so many minutes are done that begin at a moment or later. What is not left for a break waits until after it where it does not fit. */
  endOf(from: number, minutes: number, mayPause: boolean): number {
    let left = minutes;
    for (; this.i < this.shifts.length; this.i += 1) {
      const [a, b] = this.shifts[this.i]!;
      const begins = Math.max(a, from);
      if (begins >= b) continue;
      if (b - begins >= left) return begins + left;
      // What takes longer than a whole shift is left for the break all the same.
      if (mayPause || minutes > b - a) left -= b - begins;
    }
    return Infinity;
  }
}
