import { headsOf } from "./heads";
import { lateMinorOf } from "./lateness";
import type { BenchProblem } from "./problem";
import { minutesWithin, unionOf, type Spans } from "./shifts";
import { DAY_MIN, midnightOf } from "./wall";

/** So many beginnings of time windows are looked at, and so many days. */
const MOST_WINDOWS = 10;
const MOST_DAYS = 120;

/** What does so many minutes of work, and the share of a step that takes it. */
type Crew = {
  readonly minutesIn: (from: number, to: number) => number;
  readonly asks: (at: number) => number;
  readonly holds: boolean;
};

/** People who alone can do some steps, and places of a kind: each does no more in a time than the minutes it has. */
function crewsOf({ steps, people, places }: BenchProblem): Crew[] {
  const sets = new Set(steps.map(({ people }) => [...people].sort((a, b) => a - b).join(" ")));
  sets.add([...people.keys()].join(" "));
  const crews = [...sets]
    .filter((set) => set !== "")
    .map((set): Crew => {
      const who = set.split(" ").map(Number);
      return {
        minutesIn: (from, to) => who.reduce((sum, one) => sum + minutesWithin(people[one]!.shifts, from, to), 0),
        asks: (at) => (steps[at]!.people.every((one) => who.includes(one)) ? steps[at]!.minutes : 0),
        holds: false,
      };
    });
  const anybody = unionOf(people.map(({ shifts }) => shifts));
  const kinds = [...new Set(steps.map(({ places }) => [...places].sort((a, b) => a - b).join(" ")))].filter((set) => set !== "");
  return [
    ...crews,
    ...kinds.map((set): Crew => {
      const where = set.split(" ").map(Number);
      const own = steps.map((step) => step.places.length > 0 && step.places.every((one) => where.includes(one)));
      const dries = steps.some((step, at) => own[at] && step.holdsMin > 0);
      // Where something dries it does so by night too; all else needs somebody there.
      const usable = where.map((one) => (dries ? places[one]!.open : within(places[one]!.open, anybody)));
      return {
        minutesIn: (from, to) => usable.reduce((sum, spans) => sum + minutesWithin(spans, from, to), 0),
        asks: (at) => (own[at] ? steps[at]!.minutes : 0),
        holds: true,
      };
    }),
  ];
}

/** Times that lie in both. */
function within(a: Spans, b: Spans): Spans {
  const both: [number, number][] = [];
  for (const [from, to] of b)
    for (const [open, shut] of a)
      if (Math.max(from, open) < Math.min(to, shut)) both.push([Math.max(from, open), Math.min(to, shut)]);
  return both;
}

/**
 * What lateness costs at least, whatever the plan. `leastMinor` holds each job by itself; `program` is an integer program (LP format)
 * over the days on which each job is done, whose optimum, or any bound of it from below, holds for all of them together: by no day is
 * more done than the people and places have hours for. Null where it would say no more.
 *
 * In it `x_J_K` is whether job J is done by the end of day K from today.
 */
export type LowerBound = { readonly leastMinor: number; readonly program: string | null };

/** @param horizonMin a moment by which a known plan has all jobs done */
export function lowerBound(problem: BenchProblem, horizonMin: number): LowerBound {
  const { jobs, steps, nowMin } = problem;
  const { head, tail, done } = headsOf(problem);
  const whole = jobs.map((_, job) => done[job]! < Infinity);
  const leastMinor = lateMinorOf(problem, done);
  const crews = crewsOf(problem);
  const of = steps.map((step, at) => whole[step.job] && head[at]! < Infinity);
  const today = midnightOf(nowMin);
  const endOf = (day: number) => today + (day + 1) * DAY_MIN;
  const days = Math.min(MOST_DAYS, Math.max(0, Math.ceil((horizonMin - today) / DAY_MIN)));
  const dueDay = jobs.map(({ dueMin }) => (dueMin === null ? Infinity : Math.round((dueMin - today) / DAY_MIN) - 1));
  // Only days after a job's due day, or on it, tell anything: before it nothing is lost.
  const isKnown = (job: number, day: number) =>
    whole[job] && jobs[job]!.lateDayMinor > 0 && day >= Math.max(0, dueDay[job]!) && day < days;
  const starts = windowsOf(
    of.flatMap((is, at) => (is ? [head[at]!] : [])),
    nowMin,
  );
  const rows: string[] = [];
  for (const crew of crews)
    for (const from of starts)
      for (let day = 0; day < days; day += 1) {
        const terms = new Map<string, number>();
        let sum = 0;
        for (const [at, step] of steps.entries()) {
          const work = of[at] && head[at]! >= from ? crew.asks(at) : 0;
          if (work <= 0) continue;
          // What is held beyond the end of the job counts for nothing here.
          const held = crew.holds && step.holdsMin <= tail[at]! ? step.holdsMin : 0;
          const minutes = work + held;
          // Who is done with the job on a later day, with so much to follow, was done with this step by the end of this day.
          const later = Math.floor((tail[at]! - held) / DAY_MIN);
          const by = day + later;
          const known = isKnown(step.job, by) ? by : isKnown(step.job, day) ? day : -1;
          if (known < 0) continue;
          const name = `x_${step.job}_${known}`;
          terms.set(name, (terms.get(name) ?? 0) + minutes);
          sum += minutes;
        }
        const room = crew.minutesIn(from, endOf(day));
        if (sum > room)
          rows.push(`${[...terms].map(([name, minutes]) => `${figure(minutes)} ${name}`).join(" + ")} <= ${figure(room)}`);
      }
  if (rows.length === 0) return { leastMinor, program: null };
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
  return { leastMinor, program };
}

const figure = (value: number) => String(Math.round(value * 1000) / 1000);

/** Beginnings of windows: now, and moments at which work comes in, the more of it the sooner they are taken. */
function windowsOf(heads: readonly number[], nowMin: number): number[] {
  const days = new Map<number, number>();
  for (const head of heads) {
    const day = Math.max(nowMin, midnightOf(head));
    days.set(day, (days.get(day) ?? 0) + 1);
  }
  const most = [...days].sort((a, b) => b[1] - a[1]).slice(0, MOST_WINDOWS - 1);
  return [...new Set([nowMin, ...most.map(([day]) => day)])].sort((a, b) => a - b);
}
