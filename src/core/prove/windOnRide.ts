import { windOn, type RoadSegment } from "../route/roadSegments";
import type { Prior } from "./leastSquares";
import type { RideLog } from "./rideLogSchema";

/** What is known of the wind on a ride: none was noted, how it blew on each window, or only how strong it was somewhere. */
export type RideWind =
  | { readonly kind: "still"; readonly headings: readonly number[] | null }
  /** along, m/s from ahead, and across, and where it headed, on each window */
  | {
      readonly kind: "told";
      readonly windows: readonly { readonly alongMs: number; readonly crossMs: number; readonly headingDeg: number }[];
    }
  /** strength, m/s, and where each window headed, degrees from north to the east; null where the file has no places */
  | { readonly kind: "unsure"; readonly ms: number; readonly headings: readonly number[] | null };

/** Shorter than this a window has no direction of its own, km. */
const HEADS_KM = 0.003;

/** Where each window headed, degrees from north to the east, one that stood as the one before; null where the file has no places. */
export function headingsOf({ placeKm }: Pick<RideLog, "placeKm">): number[] | null {
  if (placeKm.length < 2) return null;
  let last = 0;
  return placeKm.slice(1).map(([east, north], i) => {
    const [de, dn] = [east - placeKm[i]![0], north - placeKm[i]![1]];
    if (Math.hypot(de, dn) >= HEADS_KM) last = (Math.atan2(de, dn) * 180) / Math.PI;
    return last;
  });
}

export function windOnRide(log: Pick<RideLog, "placeKm" | "windKmh" | "windFromDeg">): RideWind {
  const headings = headingsOf(log);
  if (log.windKmh === 0) return { kind: "still", headings };
  if (headings === null || log.windFromDeg === null) return { kind: "unsure", ms: log.windKmh / 3.6, headings };
  const from = log.windFromDeg;
  return {
    kind: "told",
    windows: headings.map((headingDeg) => {
      const { headwindKmh, crosswindKmh } = windOn({ lengthM: 1, gradePercent: 0, headingDeg }, log.windKmh, from);
      return { alongMs: headwindKmh / 3.6, crossMs: crosswindKmh / 3.6, headingDeg };
    }),
  };
}

/** Eight winds stand for one whose direction nobody noted. */
const EIGHT = [0, 45, 90, 135, 180, 225, 270, 315] as const;

/**
 * A ride's pieces in each wind that it may have had: none in still air, one where its direction was noted, eight where only its strength
 * was, from ahead and from behind where the file has no places either.
 */
export function inItsWind(log: Pick<RideLog, "windKmh" | "windFromDeg">, segments: readonly RoadSegment[]): RoadSegment[][] {
  if (log.windKmh === 0) return [];
  const blown = (kmh: number, fromDeg: number | null) =>
    segments.map((segment) => ({ ...segment, ...windOn(segment, kmh, fromDeg) }));
  if (!segments.some(({ headingDeg }) => headingDeg !== undefined))
    return [log.windKmh * Math.SQRT1_2, -log.windKmh * Math.SQRT1_2].map((kmh) => blown(kmh, null));
  return (log.windFromDeg === null ? EIGHT : [log.windFromDeg]).map((fromDeg) => blown(log.windKmh, fromDeg));
}

export const COMPASS = [
  { fromDeg: 0, says: "north" },
  { fromDeg: 45, says: "north-east" },
  { fromDeg: 90, says: "east" },
  { fromDeg: 135, says: "south-east" },
  { fromDeg: 180, says: "south" },
  { fromDeg: 225, says: "south-west" },
  { fromDeg: 270, says: "west" },
  { fromDeg: 315, says: "north-west" },
] as const;

/** A wind as it is told. @example windSays({ windKmh: 12, windFromDeg: 270 }) // => "12 km/h of wind from the west" */
export function windSays({ windKmh, windFromDeg }: Pick<RideLog, "windKmh" | "windFromDeg">): string {
  if (windKmh === 0) return "still air";
  const near = windFromDeg === null ? null : COMPASS[Math.round(windFromDeg / 45) % 8]!.says;
  return `${Math.round(windKmh)} km/h of wind${near === null ? ", from where was not noted" : ` from the ${near}`}`;
}

/** What a noted wind is off by, along each axis: m/s, and as a share of it (from memory: shelter, and a forecast for ten metres up). */
const WIND_OFF = { ms: 0.7, share: 0.25 } as const;
export const windOffMs = (ms: number): number => WIND_OFF.ms + WIND_OFF.share * ms;
/** Wind that was found so many standard deviations from what was noted is told. */
const OTHER_WIND = 3;

/** What is looked for of the wind beside the figures: its axes east and north; nothing where no place tells where the bike headed. */
export function windPriors(wind: RideWind, ms: number): Prior[] {
  if (wind.kind !== "told" && wind.headings === null) return [];
  const sd = wind.kind === "unsure" ? ms * Math.SQRT1_2 : windOffMs(ms);
  return [0, 0].map((mean) => ({ mean, sd }));
}

/**
 * How many times as much the air takes in a wind as in still air, and what more of it along each of its axes takes, m/s for each m/s.
 * @param i the window   @param v its speed, m/s, over 0
 */
export function inWind(wind: RideWind, i: number, v: number): { times: number; slopes: readonly number[] } {
  const axes = (headingDeg: number, air: number) => {
    const h = (headingDeg * Math.PI) / 180;
    return [air * Math.sin(h), air * Math.cos(h)];
  };
  if (wind.kind === "told") {
    const { alongMs, crossMs, headingDeg } = wind.windows[i]!;
    const along = v + alongMs;
    return { times: (along * Math.hypot(along, crossMs)) / (v * v), slopes: axes(headingDeg, Math.abs(along)) };
  }
  // From anywhere: what comes from ahead takes more than what comes from behind spares.
  const times = wind.kind === "still" ? 1 : 1 + (0.75 * wind.ms ** 2) / (v * v);
  return { times, slopes: wind.headings ? axes(wind.headings[i]!, v) : [] };
}

/** What the wind leaves open, in sentences, and whether what was noted cannot have been so. @param found m/s from east and north beside it */
export function windTells(
  log: Pick<RideLog, "windKmh" | "windFromDeg">,
  wind: RideWind,
  found: readonly number[],
  priors: readonly Prior[],
): { readonly says: readonly string[]; readonly other: string | null } {
  const says = windSays(log).replace(/^./, (c) => c.toUpperCase());
  if (wind.kind === "unsure") {
    const why = wind.headings
      ? `${says}: what the air took is the less sure.`
      : `${says}, and the file has no places: what the air took cannot be told. Nothing of drive, rolling and drag is taken over.`;
    return { says: [why], other: null };
  }
  const [east = 0, north = 0] = found;
  if (Math.hypot(...found.map((ms, k) => ms / priors[k]!.sd)) <= OTHER_WIND) return { says: [], other: null };
  const fromDeg = (360 + (Math.atan2(east, north) * 180) / Math.PI) % 360;
  const more = windSays({ windKmh: 3.6 * Math.hypot(east, north), windFromDeg: fromDeg });
  const other = `${says} was noted, and the ride looks as if there were ${log.windKmh > 0 ? "beside it " : ""}${more}`;
  return { says: [`${other}. Take it in again with the wind as it was: nothing of this ride is taken over.`], other };
}
