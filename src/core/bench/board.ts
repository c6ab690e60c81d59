import { formatDay } from "../units/date";
import { hoursOf } from "../units/hours";
import { jobByJob } from "./constructive";
import { headsOf } from "./heads";
import { doneAt, lateDays } from "./lateness";
import type { Laid } from "./problemOf";
import type { BenchProblem, Schedule } from "./problem";
import { serial, type Fixed } from "./serial";
import { minutesWithin, unionOf } from "./shifts";
import type { Likely } from "./simulate";
import { DAY_MIN, dayAt, midnightOf, weekdayAt } from "./wall";

/** Steps of one job that follow each other in the same hands at the same place. Wall minutes. */
export type Bar = {
  readonly job: string;
  readonly person: string;
  /** "" where it needs none. */
  readonly place: string;
  readonly from: number;
  readonly to: number;
  readonly steps: readonly { readonly id: string; readonly title: string; readonly minutes: number }[];
  /** The place is held until then, with nobody at it. */
  readonly holdsTo: number | null;
};

/** How a job comes out. Wall minutes; null where no end is known. */
export type JobOnBoard = {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly due: string | null;
  readonly doneMin: number | null;
  readonly lateDays: number;
  readonly lateMinor: number;
  /** Days by which it is done in so many of a hundred weeks; null where no end is known. */
  readonly likely: { readonly p50: string; readonly p90: string; readonly kept: number | null } | null;
  /** Why it is late, or has no end; empty for one that is in time. */
  readonly cause: string;
  /** What would keep it, where anything would. */
  readonly wouldKeep: string;
  readonly minutesLeft: number;
  /** What is not settled yet. */
  readonly lacks: string;
  readonly agreed: boolean;
  readonly frozen: boolean;
  readonly waits: readonly { readonly day: string; readonly what: string }[];
};

export type Week = {
  /** Its Monday. */
  readonly monday: string;
  readonly thereMin: number;
  readonly plannedMin: number;
};

/** Minutes of a gap over which work that follows counts as one piece. */
const SAME_PIECE_MIN = 20;

export function barsOf({ jobs, steps, people, places }: BenchProblem, schedule: Schedule): Bar[] {
  const order = steps
    .flatMap((step, at) => {
      const slot = schedule[at];
      return slot ? slot.parts.map((part, i) => ({ at, step, slot, part, isLast: i === slot.parts.length - 1 })) : [];
    })
    .sort((a, b) => a.part[0] - b.part[0] || a.at - b.at);
  const bars: (Omit<Bar, "to" | "holdsTo" | "steps"> & { to: number; holdsTo: number | null; steps: Bar["steps"][number][] })[] =
    [];
  const open = new Map<string, (typeof bars)[number]>();
  for (const { step, slot, part, isLast } of order) {
    const [job, person] = [jobs[step.job]!.id, people[slot.person]!.id];
    const place = slot.place < 0 ? "" : places[slot.place]!.id;
    const last = open.get(person);
    const piece = { id: step.id, title: step.title, minutes: step.minutes };
    const goesOn =
      last && last.job === job && last.place === place && part[0] - last.to <= SAME_PIECE_MIN && last.holdsTo === null;
    const bar = goesOn ? last : { job, person, place, from: part[0], to: part[1], steps: [], holdsTo: null };
    if (!goesOn) {
      bars.push(bar);
      open.set(person, bar);
    }
    bar.to = part[1];
    if (!bar.steps.some(({ id }) => id === step.id)) bar.steps.push(piece);
    if (isLast && step.holdsMin > 0) bar.holdsTo = slot.end + step.holdsMin;
  }
  return bars;
}

/** Hours that there are and that are planned, by week, as long as anything is planned. */
export function weeksOf({ people, nowMin }: BenchProblem, schedule: Schedule): Week[] {
  const monday = midnightOf(nowMin) - weekdayAt(nowMin) * DAY_MIN;
  const parts = schedule.flatMap((slot) => (slot ? [...slot.parts] : []));
  const last = Math.max(nowMin, ...parts.map(([, to]) => to));
  const weeks: Week[] = [];
  for (let from = monday; from <= last; from += 7 * DAY_MIN)
    weeks.push({
      monday: dayAt(from),
      thereMin: people.reduce((sum, { shifts }) => sum + minutesWithin(shifts, from, from + 7 * DAY_MIN), 0),
      plannedMin: minutesWithin(
        parts.toSorted((a, b) => a[0] - b[0]),
        from,
        from + 7 * DAY_MIN,
      ),
    });
  return weeks;
}

/** How busy people and kinds of places are until the last work is done, the busiest first: 1 is all the time there is. */
export function busyOf({ people, places, steps, nowMin }: BenchProblem, schedule: Schedule): { what: string; share: number }[] {
  const last = Math.max(nowMin, ...schedule.map((slot) => slot?.end ?? 0));
  const anybody = unionOf(people.map(({ shifts }) => shifts));
  const share = (what: string, used: number, there: number) => (there > 0 ? [{ what, share: used / there }] : []);
  const kinds = [...new Set(places.map(({ kind }) => kind))];
  return [
    ...people.flatMap(({ name, shifts }, i) =>
      share(
        name,
        schedule.reduce((sum, slot) => sum + (slot?.person === i ? slot.parts.reduce((all, [a, b]) => all + b - a, 0) : 0), 0),
        minutesWithin(shifts, nowMin, last),
      ),
    ),
    ...kinds.flatMap((kind) => {
      const own = places.flatMap((place, i) => (place.kind === kind ? [i] : []));
      const used = schedule.flatMap((slot, at) =>
        slot && own.includes(slot.place) ? [minutesWithin(anybody, slot.start, slot.end + steps[at]!.holdsMin)] : [],
      );
      const there = own.length * minutesWithin(anybody, nowMin, last);
      return share(
        own.length > 1 ? `${kind}s` : kind,
        used.reduce((sum, one) => sum + one, 0),
        there,
      );
    }),
  ].sort((a, b) => b.share - a.share);
}

const lastDay = (doneMin: number): string => dayAt(Math.max(0, doneMin - 1));

/** Each job as it comes out of a plan. @param likely of simulated weeks, by job */
export function jobsOnBoard(
  laid: Laid,
  schedule: Schedule,
  likely: readonly (Likely | null)[],
  frozen: readonly string[],
  fixed: Fixed,
): JobOnBoard[] {
  const { problem, jobs, troubles } = laid;
  const done = doneAt(problem, schedule);
  const alone = headsOf(problem);
  let asked = 0;
  return jobs.map((job, i): JobOnBoard => {
    const { dueMin, lateDayMinor } = problem.jobs[i]!;
    const end = done[i]!;
    const late = end === Infinity ? 0 : lateDays(end, dueMin);
    const law = likely[i] ?? null;
    const steps = problem.steps.filter((step) => step.job === i);
    return {
      id: job.id,
      number: job.number,
      name: job.name,
      due: job.due,
      doneMin: end === Infinity ? null : end,
      lateDays: late,
      lateMinor: late * lateDayMinor,
      likely: law && law.p90 < Infinity ? { p50: lastDay(law.p50), p90: lastDay(law.p90), kept: law.kept } : null,
      ...(end === Infinity
        ? { cause: troubles.get(job.id) ?? "there are no hours for it", wouldKeep: "" }
        : late === 0
          ? { cause: "", wouldKeep: "" }
          : causeOf(laid, i, alone.done[i]!, (asked += 1) <= MOST_ASKED ? fixed : null)),
      minutesLeft: steps.reduce((sum, step) => sum + step.minutes, 0),
      lacks: job.line.lacks,
      agreed: job.line.agreed,
      frozen: frozen.includes(job.id),
      waits: waitsOf(job.line),
    };
  });
}

const waitsOf = ({ steps }: Laid["jobs"][number]["line"]): JobOnBoard["waits"] => {
  const by = new Map<string, string>();
  for (const { parts, waitsFor } of steps) if (parts) by.set(waitsFor, parts);
  return [...by].map(([what, day]) => ({ what, day })).sort((a, b) => (a.day < b.day ? -1 : 1));
};

/** For so many late jobs it is worked out whether they would be in time as the first of all. */
const MOST_ASKED = 12;

/** Why a job is late: what it would be late by with the shop to itself, or else that others are before it. */
function causeOf(
  { problem, jobs }: Laid,
  i: number,
  aloneMin: number,
  fixed: Fixed | null,
): Pick<JobOnBoard, "cause" | "wouldKeep"> {
  const { dueMin } = problem.jobs[i]!;
  const { line } = jobs[i]!;
  const left = line.steps.reduce((sum, step) => sum + step.minutes, 0);
  if (dueMin! <= problem.nowMin) return { cause: "the day that was promised is over", wouldKeep: "" };
  const doneBy = (change: Partial<BenchProblem>) => headsOf({ ...problem, ...change }).done[i]!;
  if (aloneMin > dueMin!) {
    const here = doneBy({ steps: problem.steps.map((step) => (step.job === i ? { ...step, fromMin: problem.nowMin } : step)) });
    const last = waitsOf(line).at(-1);
    if (here <= dueMin! && last) {
      const needs = lateDays(aloneMin, dueMin);
      return {
        cause: `${last.what} comes on ${formatDay(last.day)}, and ${hoursOf(left)} of work are left`,
        wouldKeep: `parts ${needs} day${needs === 1 ? "" : "s"} sooner, and the bench to itself`,
      };
    }
    const dry = doneBy({
      steps: problem.steps.map((step) => ({
        ...step,
        curesMin: 0,
        after: step.after.map(({ step: before }) => ({ step: before, lagMin: 0 })),
      })),
    });
    if (dry <= dueMin!) return { cause: "what cures takes longer than there is", wouldKeep: "" };
    return { cause: `${hoursOf(left)} of work are left, more than there are hours before`, wouldKeep: "" };
  }
  if (!fixed) return { cause: "others are before it", wouldKeep: "" };
  const order = jobByJob(
    problem,
    [i, ...problem.jobs.keys()].filter((one, k) => k === 0 || one !== i),
  );
  const first = doneAt(problem, serial(problem, order, fixed))[i]!;
  return {
    cause: "others are before it",
    wouldKeep: first <= dueMin! ? "taken before all that is not frozen, it is in time" : "",
  };
}
