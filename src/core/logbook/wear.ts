import { passes, type Passes } from "../fit/measures";
import { leastSquares } from "../prove/leastSquares";
import { daysAfter, daysBetween } from "../units/days";
import type { Visit } from "./visitSchema";
import type { VisitMeasure } from "./visitMeasures";

/** A figure of a bike on a day. `asNew`: as it was built or sold, no visit's. */
export type WearPoint = {
  readonly day: string;
  readonly km: number | null;
  readonly value: number;
  readonly passes: Passes;
  readonly asNew: boolean;
};

/** How a figure moves, and when it comes to its limit; 95 %. Null where the readings do not say that it moves there. */
export type Trend = {
  /** In the measure's unit, a year. */
  readonly perYear: number;
  readonly plusMinusPerYear: number;
  /** ISO days: the likely one, and the soonest. */
  readonly atLimit: string;
  readonly soonest: string;
};

export type Wear = { readonly measure: VisitMeasure; readonly points: readonly WearPoint[]; readonly trend: Trend | null };

const P95 = 1.96;
/** Fewer days than these tell nothing of a year; and further off than this nobody plans. */
const LEAST_DAYS = 21;
const FURTHEST_DAYS = 5 * 365;

/**
 * A bike's readings over time, measure by measure: as new, then visit by visit, and where they are heading.
 * @param built ISO day of the hand-over   @param visits by day
 */
export function wearOf(measures: readonly VisitMeasure[], visits: readonly Visit[], built: string): Wear[] {
  return measures.map((measure) => {
    const first: WearPoint[] = measure.asNew
      ? [
          {
            day: built,
            km: 0,
            value: measure.asNew.value,
            passes: passes(measure, { value: measure.asNew.value, confirmed: true }),
            asNew: true,
          },
        ]
      : [];
    const read = visits.flatMap((visit): WearPoint[] => {
      const reading = visit.readings[measure.key];
      return reading
        ? [{ day: visit.day, km: visit.km, value: reading.value, passes: passes(measure, reading), asNew: false }]
        : [];
    });
    const points = [...first, ...read];
    return { measure, points, trend: trendOf(measure, points) };
  });
}

/** A straight line by least squares, each reading as sure as its instrument; two readings are none. */
function trendOf(measure: VisitMeasure, points: readonly WearPoint[]): Trend | null {
  // What can hardly be, and nobody was asked about, leads nowhere; what only stands or moves has no pace.
  const sure = points.filter((point) => point.value <= measure.usualMost);
  const [start, end] = [sure[0], sure.at(-1)];
  if (sure.length < 3 || !start || !end || measure.plusMinus === 0) return null;
  const span = daysBetween(start.day, end.day);
  if (span < LEAST_DAYS) return null;
  const at = (day: string) => daysBetween(start.day, day) / 365;
  const sd = measure.plusMinus / P95;
  const wide = 1000 * (measure.usualMost + 1);
  const found = leastSquares(
    sure.map(({ day, value }) => ({ y: value, slopes: [1, at(day)], sd })),
    [
      { mean: 0, sd: wide },
      { mean: 0, sd: wide },
    ],
  );
  const [level, slope] = found.values as [number, number];
  // Few readings that lie well on a line by chance make no instrument better than it is.
  const slopeSd = Math.sqrt(found.covariance[1]![1]!) * (Math.max(1, found.noiseTimes) / found.noiseTimes);
  const limit = slope < 0 ? measure.atLeast : measure.atMost;
  if (limit === undefined || Math.abs(slope) < P95 * slopeSd) return null;
  // The line goes on from where the last reading stands on it.
  const now = level + slope * at(end.day);
  const years = (pace: number) => (limit - now) / pace;
  const days = 365 * years(slope);
  const fastest = slope + Math.sign(slope) * P95 * slopeSd;
  if (days > FURTHEST_DAYS) return null;
  return {
    perYear: slope,
    plusMinusPerYear: P95 * slopeSd,
    atLimit: daysAfter(end.day, Math.max(0, Math.round(days))),
    soonest: daysAfter(end.day, Math.max(0, Math.round(365 * years(fastest)))),
  };
}

/** Measures whose last reading can hurt and stands so. */
export const hurting = (wear: readonly Wear[], stands: Passes): VisitMeasure[] =>
  wear.flatMap(({ measure, points }) => (measure.hurts && points.at(-1)?.passes === stands ? [measure] : []));
