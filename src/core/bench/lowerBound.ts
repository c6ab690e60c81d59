import { crewsOf, type Crew } from "./crews";
import { headsOf } from "./heads";
import { lateMinorOf } from "./lateness";
import type { BenchProblem } from "./problem";
import { DAY_MIN, midnightOf } from "./wall";

/** So many beginnings of time windows are looked at, and so many days. */
const MOST_WINDOWS = 10;
const MOST_DAYS = 120;

/**
 * What lateness costs at least, whatever the plan. `leastMinor` holds each job by itself; `program` is an integer program (LP format)
 * over the days on which each job is done, whose optimum, or any bound of it from below, holds for all of them together: by no day is
 * more done than the people and places have hours for. Null where it would say no more.
 *
 * In it `x_J_K` is whether job J is done by the end of day K from today.
 *
 * @property stepMinor what all lateness is a multiple of, so that a bound may be rounded up to the next
 */
export type LowerBound = {
  readonly leastMinor: number;
  readonly stepMinor: number;
  readonly program: string | null;
};

/** @param horizonMin a moment by which a known plan has all jobs done */
export function lowerBound(problem: BenchProblem, horizonMin: number): LowerBound {
  const { jobs, steps, nowMin } = problem;
  const heads = headsOf(problem);
  const { done } = heads;
  const leastMinor = lateMinorOf(problem, done);
  const stepMinor = jobs.reduce((all, { lateDayMinor }) => gcd(all, lateDayMinor), 0) || 1;
  const today = midnightOf(nowMin);
  const endOf = (day: number) => today + (day + 1) * DAY_MIN;
  const days = Math.min(MOST_DAYS, Math.max(0, Math.ceil((horizonMin - today) / DAY_MIN)));
  const dueDay = jobs.map(({ dueMin }) => (dueMin === null ? Infinity : Math.round((dueMin - today) / DAY_MIN) - 1));
  // Only days after a job's due day, or on it, tell anything: before it nothing is lost.
  const isKnown = (job: number, day: number) =>
    done[job]! < Infinity && jobs[job]!.lateDayMinor > 0 && day >= Math.max(0, dueDay[job]!) && day < days;
  // What may be asked of somebody or something by a day.
  const rows: string[] = [];
  const counted = [...steps.keys()].filter((at) => done[steps[at]!.job]! < Infinity && heads.head[at]! < Infinity);
  const starts = windowsOf(
    counted.map((at) => heads.head[at]!),
    nowMin,
  );
  for (const crew of crewsOf(problem)) {
    const works = counted.filter((at) => crew.asks(at) > 0);
    for (const from of starts) {
      const loads = loadsOf(
        problem,
        works.filter((at) => heads.head[at]! >= from),
        heads.tail,
        crew,
      );
      for (let day = 0; day < days; day += 1) {
        const terms = new Map<string, number>();
        let sum = 0;
        for (const { job, laterDays, minutes } of loads) {
          const by = day + laterDays;
          const known = isKnown(job, by) ? by : isKnown(job, day) ? day : -1;
          if (known < 0) continue;
          const name = `x_${job}_${known}`;
          terms.set(name, (terms.get(name) ?? 0) + minutes);
          sum += minutes;
        }
        const room = crew.minutesIn(from, endOf(day));
        if (sum > room)
          rows.push(`${[...terms].map(([name, minutes]) => `${figure(minutes)} ${name}`).join(" + ")} <= ${figure(room)}`);
      }
    }
  }
  if (rows.length === 0) return { leastMinor, stepMinor, program: null };
  const names: string[] = [];
  const sure: string[] = [];
  const costs: string[] = [];
  let all = 0;
  for (const [job, { lateDayMinor }] of jobs.entries()) {
    for (let day = 0; day < days; day += 1) {
      if (!isKnown(job, day)) continue;
      const name = `x_${job}_${day}`;
      names.push(name);
      if (dueDay[job]! < 0 && day === 0) all += -dueDay[job]! * lateDayMinor;
      all += lateDayMinor;
      costs.push(`- ${lateDayMinor} ${name}`);
      // Nobody is done sooner than with the shop to themselves; done is done.
      if (endOf(day) < done[job]!) sure.push(`${name} = 0`);
      if (isKnown(job, day - 1)) sure.push(`${name} - x_${job}_${day - 1} >= 0`);
    }
  }
  const program = [
    "Minimize",
    ` obj: ${figure(all)} one ${costs.join(" ")}`,
    "Subject To",
    " always: one = 1",
    ...[...rows, ...sure].map((row, i) => ` r${i}: ${row}`),
    "Bounds",
    ...names.map((name) => ` 0 <= ${name} <= 1`),
    "Binary",
    ` ${names.join(" ")}`,
    "End",
  ].join("\n");
  return { leastMinor, stepMinor, program };
}

/** Minutes that a job asks of somebody, by how many days of the job follow on them at least. */
type Load = { readonly job: number; readonly laterDays: number; readonly minutes: number };

function loadsOf({ steps }: BenchProblem, works: readonly number[], tail: readonly number[], crew: Crew): Load[] {
  const loads = new Map<string, Load>();
  for (const at of works) {
    const { job, holdsMin } = steps[at]!;
    // What is held beyond the end of the job counts for nothing here.
    const held = crew.holds && holdsMin <= tail[at]! ? holdsMin : 0;
    // Who is done with the job on a later day, with so much to follow, was done with this step by the end of this day.
    const laterDays = Math.floor((tail[at]! - held) / DAY_MIN);
    const key = `${job} ${laterDays}`;
    loads.set(key, { job, laterDays, minutes: (loads.get(key)?.minutes ?? 0) + crew.asks(at) + held });
  }
  return [...loads.values()];
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const figure = (value: number) => String(Math.round(value * 1000) / 1000);

/** Beginnings of windows: now, and moments at which work comes in, the more of it the sooner they are taken. */
function windowsOf(heads: readonly number[], nowMin: number): number[] {
  const moments = new Map<number, number>();
  for (const head of heads) moments.set(head, (moments.get(head) ?? 0) + 1);
  const most = [...moments].sort((a, b) => b[1] - a[1] || a[0] - b[0]).slice(0, MOST_WINDOWS - 1);
  return [...new Set([nowMin, ...most.map(([moment]) => moment)])].sort((a, b) => a - b);
}
