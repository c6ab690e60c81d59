import { VISITS, type VisitRow } from "../standards/visits";
import { daysAfter, daysBetween } from "../units/days";
import type { Visit } from "./visitSchema";

export type Due = {
  readonly id: VisitRow["id"];
  readonly when: string;
  readonly what: string;
  /** ISO day; the way's where that comes sooner. */
  readonly day: string;
  /** By its way, as its counter was read; else by the calendar. */
  readonly byWay: boolean;
};

/** A way a day of a bike that is ridden, from how far it had come at its visits; null where no counter was read. */
export function paceKmPerDay(built: string, visits: readonly Pick<Visit, "day" | "km">[]): number | null {
  const last = visits.findLast(({ km, day }) => km !== null && daysBetween(built, day) > 0);
  return last ? last.km! / daysBetween(built, last.day) : null;
}

/**
 * The visit that is due next: of those that neither it nor a later one has stood for the one whose day comes first; after the last the
 * full service comes round by itself.
 * @param built ISO day of the hand-over   @param visits by day
 */
export function nextDue(built: string, visits: readonly Pick<Visit, "day" | "km" | "kind">[]): Due {
  const done = doneUpTo(visits);
  const pace = paceKmPerDay(built, visits);
  const open = VISITS.slice(done + 1);
  const last = VISITS.at(-1)!;
  if (open.length === 0) {
    const service = visits.findLast(({ kind }) => kind === last.id)!;
    const days = pace ? Math.min(last.afterDays!, last.afterKm / pace) : last.afterDays!;
    return { ...told(last), day: daysAfter(service.day, Math.round(days)), byWay: days < last.afterDays! };
  }
  return open
    .flatMap((row): Due[] => {
      const byWay = pace !== null && pace > 0 ? row.afterKm / pace : Infinity;
      const days = Math.min(byWay, row.afterDays ?? Infinity);
      return Number.isFinite(days)
        ? [{ ...told(row), day: daysAfter(built, Math.ceil(days)), byWay: byWay < (row.afterDays ?? Infinity) }]
        : [];
    })
    .reduce((soonest, due) => (due.day < soonest.day ? due : soonest));
}

/** Visits that are still to come, each by the calendar; after the last the next service alone. */
export function visitsToCome(
  built: string,
  visits: readonly Pick<Visit, "day" | "km" | "kind">[],
): { readonly when: string; readonly day: string | null; readonly what: string }[] {
  const next = nextDue(built, visits);
  const open = VISITS.slice(doneUpTo(visits) + 1);
  if (open.length === 0) return [next];
  return open.map((row) => ({
    when: row.when,
    day: row.id === next.id ? next.day : row.afterDays === null ? null : daysAfter(built, row.afterDays),
    what: row.what,
  }));
}

/** Of the visits that are made the latest that one has stood for; −1 for none. */
const doneUpTo = (visits: readonly Pick<Visit, "kind">[]): number =>
  Math.max(-1, ...visits.map(({ kind }) => VISITS.findIndex(({ id }) => id === kind)));

const told = ({ id, when, what }: VisitRow) => ({ id, when, what });
