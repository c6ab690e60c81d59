import type { Build } from "../fit/build";
import { openFaults } from "./openFaults";
import { nextDue, paceKmPerDay, type Due } from "./due";
import { visitMeasuresOf } from "./visitMeasures";
import type { Visit } from "./visitSchema";
import { hurting, wearOf, type Wear } from "./wear";

/** A finished bike since it was handed over. */
export type Logbook = {
  /** ISO day of the hand-over, and who took it. */
  readonly built: string;
  readonly customer: string;
  readonly visits: readonly Visit[];
  readonly wear: readonly Wear[];
  readonly next: Due;
  /** From its counter; null where none was read. */
  readonly kmPerDay: number | null;
  /** Why it is not to be ridden as it stands, in words; empty where nothing is known against it. */
  readonly notRidden: readonly string[];
  /** What can hurt and was read too near its limit to tell, or as it can hardly be. */
  readonly readBetter: readonly string[];
};

/** By day, and of one day as they were noted. */
export const visitsByDay = (visits: readonly Visit[]): Visit[] =>
  visits.toSorted((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.at < b.at ? -1 : 1));

/** Null before it is handed over. */
export function logbookOf(
  job: { readonly handed: { readonly at: string; readonly customer: string } | null; readonly visits: readonly Visit[] },
  build: Build,
): Logbook | null {
  if (!job.handed) return null;
  const built = job.handed.at.slice(0, 10);
  const visits = visitsByDay(job.visits);
  const wear = wearOf(visitMeasuresOf(build), visits, built);
  return {
    built,
    customer: job.handed.customer,
    visits,
    wear,
    next: nextDue(built, visits),
    kmPerDay: paceKmPerDay(built, visits),
    readBetter: hurting(wear, "unsure").map(({ says }) => says),
    notRidden: [
      ...hurting(wear, "red").map(({ says }) => `${says}: outside its limit at the last reading`),
      ...openFaults(visits)
        .filter(({ hurts }) => hurts)
        .map(({ symptom }) => `${symptom}: not put right`),
    ],
  };
}
