import type { BenchPerson } from "../bench/shopFloor";
import { midnightOf, weekdayAt } from "../bench/wall";
import type { Run } from "../fit/atBench";

type Week = BenchPerson["week"];

/** What a timer says: minutes worked, and whether it ran through a night. */
export type Counted = { readonly minutes: number; readonly overNight: boolean };

/**
 * Minutes that somebody was at a step. A timer that is forgotten forgives: a break that it ran through is not counted, and of a night
 * what lies between closing and opening is not, nor any day between.
 *
 * @param nowMin now, minutes by the clock on the wall
 * @param wallOf the same for an ISO time
 * @param weekOf working hours by name; null where nobody knows them: then the clock alone counts
 */
export function minutesAt(
  runs: readonly Run[],
  nowMin: number,
  wallOf: (iso: string) => number,
  weekOf: (by: string) => Week | null,
): Counted {
  let minutes = 0;
  let overNight = false;
  for (const { from, to, by } of runs) {
    const [begin, end] = [wallOf(from), to === null ? nowMin : wallOf(to)];
    // A clock that was set back counts nothing.
    if (!(end > begin)) continue;
    const week = weekOf(by);
    if (midnightOf(begin) === midnightOf(end)) {
      minutes += ofOneDay(begin, end, week);
      continue;
    }
    overNight = true;
    const closes = week?.[weekdayAt(begin)]?.at(-1)?.[1];
    const opens = week?.[weekdayAt(end)]?.[0]?.[0];
    if (closes !== undefined) minutes += ofOneDay(begin, midnightOf(begin) + closes, week);
    if (opens !== undefined) minutes += ofOneDay(midnightOf(end) + opens, end, week);
  }
  return { minutes, overNight };
}

/** By the clock, without the breaks that lie wholly within. */
function ofOneDay(begin: number, end: number, week: Week | null): number {
  if (end <= begin) return 0;
  const midnight = midnightOf(begin);
  const spans = week?.[weekdayAt(begin)] ?? [];
  const breaks = spans.slice(1).map(([from], i) => [midnight + spans[i]![1], midnight + from] as const);
  return end - begin - breaks.reduce((sum, [from, to]) => sum + (begin <= from && to <= end ? to - from : 0), 0);
}

/** The run that has no end yet. */
export const running = (runs: readonly Run[] | undefined): Run | undefined => runs?.find((run) => run.to === null);

/** All runs with an end at latest. */
export const ended = (runs: readonly Run[], at: string): Run[] => runs.map((run) => (run.to === null ? { ...run, to: at } : run));
