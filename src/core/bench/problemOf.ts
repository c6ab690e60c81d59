import { AT, BESIDE_THE_BIKE, placeOf } from "../standards/stepPlaces";
import type { BenchLine } from "./benchLine";
import type { BenchProblem, BenchStep } from "./problem";
import { PLACE_KINDS, type PlaceKind } from "./placeKinds";
import type { ShopFloor } from "./shopFloor";
import { shiftsOf, type Spans } from "./shifts";
import { DAY_MIN, dayAt, midnightOf, wallMin } from "./wall";
import { TASKS, type TaskId } from "../standards/tasks";
import { WORK_SAYS, workKindOf } from "./workKinds";

/** A job with work left, as the bench takes it. */
export type OnBench = {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  /** ISO day for which it is promised. */
  readonly due: string | null;
  readonly line: BenchLine;
};

/** The bench as a problem; what of it cannot be planned, and why, by job. */
export type Laid = {
  readonly problem: BenchProblem;
  readonly jobs: readonly OnBench[];
  readonly troubles: ReadonlyMap<string, string>;
  /** What was painted and dries in a paint corner, by the index of its place. */
  readonly drying: readonly {
    readonly number: number;
    readonly name: string;
    readonly place: number;
    readonly untilMin: number;
  }[];
};

/** So far ahead is planned at least, and at most; and so much longer than the work takes with everybody at it. */
const LEAST_DAYS = 120;
const MOST_DAYS = 1_000;
const ROOM = 3;
/** Parts that are so many days away are late by about a seventh of these, and by half a day at least (a guess; each shop's suppliers differ). */
const LATE_SHARE = 0.15;
const LATE_DAYS = 0.5;

/** Painted frames hold the paint corners until they are hard, one each, those that are hard last first where there are too few. */
function dryingIn(
  there: readonly Pick<OnBench, "number" | "name" | "line">[],
  corners: readonly number[],
  nowMin: number,
): Laid["drying"] {
  return there
    .flatMap(({ number, name, line }) => {
      const day = line.hardOn["paint"];
      return day !== undefined && wallMin(day) > nowMin ? [{ number, name, untilMin: wallMin(day) }] : [];
    })
    .sort((a, b) => b.untilMin - a.untilMin || a.number - b.number)
    .slice(0, corners.length)
    .map((one, i) => ({ ...one, place: corners[i]! }));
}

/**
 * @param jobs those with work left, whose fit does not say stop
 * @param closed ISO days on which nobody works
 * @param nowMin wall minutes
 * @param there all that stands in the shop, planned or not: what was painted dries where it is
 */
export function problemOf(
  jobs: readonly OnBench[],
  floor: ShopFloor,
  closed: readonly string[],
  nowMin: number,
  there: readonly Pick<OnBench, "number" | "name" | "line">[] = jobs,
): Laid {
  const troubles = new Map<string, string>();
  const horizon = horizonOf(jobs, floor);
  const placesAt = new Map(PLACE_KINDS.map((kind) => [kind, floor.places.flatMap((one, i) => (one.kind === kind ? [i] : []))]));
  const drying = dryingIn(there, placesAt.get("paint corner") ?? [], nowMin);
  const freeFrom = (place: number) => drying.find((one) => one.place === place)?.untilMin ?? nowMin;
  const steps: BenchStep[] = [];
  for (const [job, { id, line }] of jobs.entries()) {
    const first = steps.length;
    const at = new Map(line.steps.map((step, i) => [step.id, first + i]));
    const last = at.get("handOver");
    for (const step of line.steps) {
      const place = step.place ?? placeOf(step.id as TaskId);
      const needs = (PLACE_KINDS as readonly string[]).includes(place);
      const places = placesAt.get(place as PlaceKind) ?? [];
      const work = step.work ?? workKindOf({ id: step.id, stage: TASKS[step.id as TaskId].stage });
      const people = floor.people.flatMap((one, i) => (one.does.includes(work) ? [i] : []));
      const trouble =
        step.parts === null
          ? `nobody is known to send ${step.waitsFor}`
          : people.length === 0
            ? `nobody here does ${work} (${WORK_SAYS[work]}): ${step.title}`
            : needs && places.length === 0
              ? `there is no ${place}: ${step.title} is done ${AT[place]}`
              : "";
      if (trouble !== "" && !troubles.has(id)) troubles.set(id, trouble);
      const isLast = at.get(step.id) === last;
      const after = new Map(
        step.after.flatMap((before): [number, number][] => {
          const index = at.get(before);
          return index === undefined ? [] : [[index, before === "paint" ? curesOf(line, before) : 0]];
        }),
      );
      // What was glued or locked holds back nothing but the hand-over.
      if (isLast) for (const other of line.steps) if (other !== step) after.set(at.get(other.id)!, curesOf(line, other.id));
      const hard = Object.entries(line.hardOn).filter(([done]) => isLast || (done === "paint" && step.after.includes("paint")));
      steps.push({
        job,
        id: step.id,
        title: step.title,
        minutes: Math.max(1, Math.round(step.minutes)),
        spread: step.spread,
        work,
        places: needs ? places : [],
        people: trouble === "" ? people : [],
        onBike: !BESIDE_THE_BIKE.has(place),
        after: [...after].map(([before, lagMin]) => ({ step: before, lagMin })),
        // What comes in the course of a day is worked with from the next.
        fromMin: Math.max(nowMin, step.parts ? wallMin(step.parts) + DAY_MIN : 0, ...hard.map(([, day]) => wallMin(day))),
        fromSpreadDays: step.parts ? Math.max(LATE_DAYS, LATE_SHARE * step.leadDays) : 0,
        waitsFor: step.waitsFor,
        holdsMin: place === "paint corner" ? step.cures * DAY_MIN : 0,
        curesMin: last === undefined ? step.cures * DAY_MIN : 0,
      });
    }
  }
  return {
    troubles,
    drying,
    jobs,
    problem: {
      nowMin,
      jobs: jobs.map(({ id, number, name, due, line }) => ({
        id,
        number,
        name,
        dueMin: due === null ? null : wallMin(due) + DAY_MIN,
        lateDayMinor: line.lateDayMinor ?? floor.lateDayMinor,
      })),
      steps,
      people: floor.people.map((one) => ({ id: one.id, name: one.name, shifts: shiftsOf(one, nowMin, horizon, closed) })),
      places: floor.places.map(({ id, name, kind, out }, i) => ({ id, name, kind, open: openOf(out, freeFrom(i), horizon) })),
    },
  };
}

function horizonOf(jobs: readonly OnBench[], { people }: ShopFloor): number {
  const work = jobs.reduce((sum, { line }) => sum + line.steps.reduce((all, { minutes }) => all + minutes, 0), 0);
  const lead = Math.max(0, ...jobs.flatMap(({ line }) => line.steps.map(({ leadDays }) => leadDays)));
  const aWeek = people.reduce((sum, { week }) => sum + week.flat().reduce((all, [from, to]) => all + to - from, 0), 0);
  const weeks = aWeek > 0 ? (ROOM * work) / aWeek : 0;
  return Math.min(MOST_DAYS, Math.ceil(LEAST_DAYS + lead + 7 * weeks));
}

const curesOf = (line: BenchLine, id: string): number => (line.steps.find((step) => step.id === id)?.cures ?? 0) * DAY_MIN;

/** When a place can be used: day and night but for the days on which it is out of use. */
function openOf(out: readonly string[], nowMin: number, days: number): Spans {
  const shut = new Set(out);
  const open: [number, number][] = [];
  const first = midnightOf(nowMin);
  for (let day = 0; day < days; day += 1) {
    const midnight = first + day * DAY_MIN;
    if (shut.has(dayAt(midnight))) continue;
    const last = open.at(-1);
    if (last && last[1] === midnight) last[1] = midnight + DAY_MIN;
    else open.push([Math.max(nowMin, midnight), midnight + DAY_MIN]);
  }
  return open;
}
