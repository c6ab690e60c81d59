import { likelyHillKmh, likelyRide, noChange, type ForecastInput } from "../ride/forecast";
import type { RoadSegment } from "../route/roadSegments";

/** A bike pushed by hand is as fast, km/h: under this the motor does not bring it up. */
const WALK_KMH = 5;
const FINE_A = 0.25;

const withCurrent = (p: ForecastInput, batteryA: number): ForecastInput => ({ ...p, controller: { ...p.controller, batteryA } });

/** The least current from the pack at which the bike still comes up its hill at walking pace, A; null without a hill, or where it never does. */
export function leastHillA(p: ForecastInput): number | null {
  const kmh = (batteryA: number) => likelyHillKmh(withCurrent(p, batteryA), noChange(p)) ?? Infinity;
  if (!p.hill || kmh(p.controller.batteryA) < WALK_KMH) return null;
  let [low, high] = [0.5, p.controller.batteryA];
  if (kmh(low) >= WALK_KMH) return null;
  while (high - low > FINE_A) {
    const middle = (low + high) / 2;
    if (kmh(middle) >= WALK_KMH) high = middle;
    else low = middle;
  }
  return high;
}

/** A setting that keeps the winding within its limit on a road, and what it costs. */
export type Health = {
  readonly windingC: number;
  readonly limitC: number;
  /** The most current that keeps it within; null where no current from that on which the hill asks does. */
  readonly batteryA: number | null;
  readonly minutesMore: number;
};

/**
 * The least cut of current that keeps the winding within its limit on this road.
 * @param tempC the warmest ride, °C   @returns null where nothing needs to be cut
 */
export function healthOf(p: ForecastInput, segments: readonly RoadSegment[], tempC: number): Health | null {
  const what = { ...noChange(p), temperatureC: tempC };
  const ridden = (batteryA: number) => likelyRide(withCurrent(p, batteryA), segments, what);
  const limitC = p.thermal.limitC;
  const now = ridden(p.controller.batteryA);
  if (now.maxWindingC <= limitC) return null;
  let low = Math.max(1, leastHillA(p) ?? 1);
  const least = ridden(low);
  const hot = { windingC: now.maxWindingC, limitC, batteryA: null, minutesMore: 0 };
  if (least.maxWindingC > limitC || least.ended !== now.ended) return hot;
  let high = p.controller.batteryA;
  let best = least;
  while (high - low > FINE_A) {
    const middle = (low + high) / 2;
    const tried = ridden(middle);
    if (tried.maxWindingC <= limitC && tried.ended === now.ended) [low, best] = [middle, tried];
    else high = middle;
  }
  return { windingC: now.maxWindingC, limitC, batteryA: low, minutesMore: (best.timeS - now.timeS) / 60 };
}
