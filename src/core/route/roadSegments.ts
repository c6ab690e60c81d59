import { segmentsOf, type Profile } from "./profile";
import type { Segment } from "./segment";

/** Rolling resistance against a tyre's own on smooth asphalt (typical, from memory; Wilson, Bicycling Science, 2004, has the order). */
export const SURFACES = { asphalt: 1, "rough paving": 1.75, gravel: 1.7, "grass or soft ground": 4 } as const;
export type Surface = keyof typeof SURFACES;
export const SURFACE_NAMES = Object.keys(SURFACES) as Surface[];

/** What of a road is not in its heights. */
export type RoadDetails = {
  /** junctions, lights and doors on it at which the bike comes to rest */
  stops: number;
  surfaces: readonly { fromKm: number; toKm: number; surface: Surface }[];
};

/** A stop lasts so long, s (common practice). */
export const STOP_S = 10;

/** A piece of the road with the way that it runs, degrees from north to the east, where that is known. */
export type RoadSegment = Segment & { headingDeg?: number };

/**
 * A route's pieces with all that is known of them: surface, heading, and the stops spread evenly, each at the flattest place of its part,
 * as junctions are seldom on the steepest piece. Of surfaces that overlap the later one is ridden on.
 */
export function roadSegments(route: Pick<Profile, "stepM" | "elevationM" | "plan"> & RoadDetails): RoadSegment[] {
  const { stepM, plan } = route;
  const plain = segmentsOf(route);
  const stopAfter = stopsAt(
    plain.map((segment) => segment.gradePercent),
    route.stops,
  );
  return plain.map((segment, i): RoadSegment => {
    const atKm = ((i + 0.5) * stepM) / 1000;
    const surface = route.surfaces.findLast(({ fromKm, toKm }) => atKm >= fromKm && atKm < toKm)?.surface ?? "asphalt";
    const [from, to] = [plan[i], plan[i + 1]];
    return {
      ...segment,
      ...(surface !== "asphalt" && { rollingTimes: SURFACES[surface] }),
      ...(from && to && { headingDeg: (Math.atan2(to[0] - from[0], to[1] - from[1]) * 180) / Math.PI }),
      ...(stopAfter.has(i) && { stopS: STOP_S }),
    };
  });
}

function stopsAt(grades: readonly number[], stops: number): Set<number> {
  const at = new Set<number>();
  // The end of the way is no stop: nothing is started from it.
  const places = grades.length - 1;
  const count = Math.min(stops, places);
  for (let k = 0; k < count; k += 1) {
    let best = Math.floor((k * places) / count);
    for (let i = best + 1; i < Math.floor(((k + 1) * places) / count); i += 1)
      if (Math.abs(grades[i + 1]!) < Math.abs(grades[best + 1]!)) best = i;
    at.add(best);
  }
  return at;
}

/** The wind on a piece of road: along it and across it, km/h. @param fromDeg where it comes from; null for head on all the way */
export function windOn(
  segment: RoadSegment,
  windKmh: number,
  fromDeg: number | null,
): { headwindKmh: number; crosswindKmh: number } {
  if (fromDeg === null || segment.headingDeg === undefined) return { headwindKmh: windKmh, crosswindKmh: 0 };
  const off = ((fromDeg - segment.headingDeg) * Math.PI) / 180;
  return { headwindKmh: windKmh * Math.cos(off), crosswindKmh: windKmh * Math.sin(off) };
}
