/** A point of a track as it was recorded: degrees, and metres over the sea where the file has them. */
export type TrackPoint = { latDeg: number; lonDeg: number; elevationM: number | null };

/** Mean radius of the earth, m (IUGG). */
const EARTH_M = 6_371_008.8;

/**
 * Way between two points over a sphere; off by at most 0.6 % of the true way over the ground.
 * Source: the haversine formula.   @example wayM({ latDeg: 0, lonDeg: 0 }, { latDeg: 0, lonDeg: 1 }) // => 111195
 */
export function wayM(a: Place, b: Place): number {
  const radian = Math.PI / 180;
  const north = Math.sin(((b.latDeg - a.latDeg) * radian) / 2);
  const east = Math.sin(((b.lonDeg - a.lonDeg) * radian) / 2);
  const h = north * north + Math.cos(a.latDeg * radian) * Math.cos(b.latDeg * radian) * east * east;
  return 2 * EARTH_M * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** Where a place on the earth lies. */
export type Place = Pick<TrackPoint, "latDeg" | "lonDeg">;

/** A degree of latitude, km. */
const DEGREE_KM = (Math.PI * EARTH_M) / 180_000;

/** How far one place lies east and north of another, km: on the flat, good to 0.1 % over a day's ride away from the poles. */
export const kmFrom = (origin: Place, { latDeg, lonDeg }: Place): [eastKm: number, northKm: number] => [
  (((lonDeg - origin.lonDeg + 540) % 360) - 180) * DEGREE_KM * Math.cos((origin.latDeg * Math.PI) / 180),
  (latDeg - origin.latDeg) * DEGREE_KM,
];
