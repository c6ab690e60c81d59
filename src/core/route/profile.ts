import { bad, good, type Result } from "../result";
import type { Track } from "./readGpx";
import { STEEPEST_WAY } from "./limits";
import { kmFrom, wayM, type Place } from "./trackPoint";

/** A route as it is kept: way and height at even steps, what was done to get there. */
export type Profile = {
  /** metres from one height to the next along the way */
  stepM: number;
  elevationM: number[];
  /** where the way goes, km east and north of its start, at the same steps; empty when only its heights are known */
  plan: [eastKm: number, northKm: number][];
  /** where on the earth its start lies, to a metre; null where that is not known */
  origin: Place | null;
  climbBeforeM: number;
  climbM: number;
  repairs: string[];
};

/** Heights are kept so far apart at least, and so many at most. */
const STEP = { leastM: 25, mostPoints: 2000 };
/** Half the base of the triangle that heights are averaged over: recorded heights are off by several metres within such a way. */
export const SMOOTHING_M = 75;
/** A point so far from the last, against the usual distance, is a jump of the receiver's, not a road. */
const JUMP = { leastM: 300, times: 60 };

/** Height gained, m: every rise counted. */
export const climbOf = (elevationM: readonly number[]): number =>
  elevationM.reduce((sum, height, i) => sum + (i > 0 ? Math.max(0, height - elevationM[i - 1]!) : 0), 0);

export type Way = { way: number[]; height: number[]; place: [number, number][]; origin: Place | null; repairs: string[] };

/**
 * A recorded track as a profile: jumps bridged, missing heights filled in straight, heights averaged over a triangle
 * (a moving mean with weights falling to nothing 75 m before and behind, common practice), and brought to even steps.
 * @returns the profile with the climb before and after, or why there is none
 */
export function profileOf(track: Track): Result<Profile> {
  const made = wayAlong(track);
  return made.ok ? evenProfile(made.value) : made;
}

/** Heights along a way, averaged and brought to even steps. @param p way rising in m, one height for each; places where they are known */
export function evenProfile({ way, height, place, origin, repairs }: Way): Result<Profile> {
  const lengthM = way.at(-1)!;
  if (!(lengthM >= 50)) return bad("The way is shorter than 50 m: there is no ride to reckon.");
  if (lengthM > 2_000_000) return bad("The way is longer than 2,000 km: give one day's ride.");
  const smooth = triangleMean(way, height, SMOOTHING_M);
  const steps = Math.min(STEP.mostPoints, Math.max(2, Math.floor(lengthM / STEP.leastM)));
  const stepM = lengthM / steps;
  const elevationM: number[] = [];
  const plan: [number, number][] = [];
  let i = 0;
  for (let k = 0; k <= steps; k += 1) {
    const at = k === steps ? lengthM : k * stepM;
    while (i < way.length - 2 && way[i + 1]! < at) i += 1;
    const share = (at - way[i]!) / (way[i + 1]! - way[i]! || 1);
    elevationM.push(round(smooth[i]! + share * (smooth[i + 1]! - smooth[i]!), 2));
    const [a, b] = [place[i], place[i + 1]];
    if (a && b) plan.push([round(a[0] + share * (b[0] - a[0]), 3), round(a[1] + share * (b[1] - a[1]), 3)]);
  }
  const climbM = climbOf(elevationM);
  if (climbM > STEEPEST_WAY * lengthM)
    return bad(`The heights climb ${Math.round(climbM)} m on ${round(lengthM / 1000, 2)} km: no road does. Look at the heights.`);
  return good({ stepM, elevationM, plan, origin, climbBeforeM: climbOf(height), climbM, repairs });
}

const round = (value: number, digits: number): number => Number(value.toFixed(digits));

/** Way along the points, heights all filled, jumps and points in one place left out. */
function wayAlong(track: Track): Result<Way> {
  const { points } = track;
  const repairs = [...track.repairs];
  const legs = points.slice(1).map((point, i) => wayM(points[i]!, point));
  const usual = new Float64Array(legs).sort()[Math.floor(legs.length / 2)]!;
  const jumpM = Math.max(JUMP.leastM, JUMP.times * usual);
  const way = [0];
  const kept = [0];
  let [jumps, lastKept] = [0, 0];
  for (let i = 1; i < points.length; i += 1) {
    const leg = lastKept === i - 1 ? legs[i - 1]! : wayM(points[lastKept]!, points[i]!);
    // A jump is a point that is far from the last and whose next is near the last again, or the road's own gap.
    if (leg > jumpM && i + 1 < points.length && wayM(points[lastKept]!, points[i + 1]!) < jumpM) {
      jumps += 1;
      continue;
    }
    lastKept = i;
    if (leg <= 0.01) continue;
    kept.push(i);
    way.push(way.at(-1)! + leg);
  }
  if (jumps > 0) repairs.push(`${jumps} point${jumps === 1 ? "" : "s"} far off the way left out`);
  const gaps = way.slice(1).filter((at, i) => at - way[i]! > jumpM).length;
  if (gaps > 0) repairs.push(`${gaps} gap${gaps === 1 ? "" : "s"} bridged by a straight line`);
  if (kept.length < 2) return bad("All points lie in one place: there is no way to ride.");
  const heights = kept.map((i) => points[i]!.elevationM);
  const known = heights.filter((height) => height !== null).length;
  if (known === 0) return bad("The file has no heights: export it with elevation, or give the route by hand.");
  if (known < heights.length) repairs.push(`${heights.length - known} missing heights filled in straight`);
  const { latDeg, lonDeg } = points[kept[0]!]!;
  const origin = { latDeg: round(latDeg, 5), lonDeg: round(lonDeg, 5) };
  const place = kept.map((i) => kmFrom({ latDeg, lonDeg }, points[i]!));
  return good({ way, height: filled(way, heights), place, origin, repairs });
}

/** Heights that are missing, straight between those that are known; before the first and after the last as those. */
export function filled(way: readonly number[], heights: readonly (number | null)[]): number[] {
  const out: number[] = [];
  let last = -1;
  for (let i = 0; i < heights.length; i += 1) {
    const height = heights[i];
    if (height === null || height === undefined) continue;
    for (let k = last + 1; k < i; k += 1) {
      const from = last < 0 ? height : heights[last]!;
      const share = last < 0 ? 1 : (way[k]! - way[last]!) / (way[i]! - way[last]!);
      out[k] = from + (height - from) * share;
    }
    out[i] = height;
    last = i;
  }
  for (let k = last + 1; k < heights.length; k += 1) out[k] = heights[last]!;
  return out;
}

/**
 * Mean of the heights under a triangle of such half base about each point, the heights taken as straight between points, so that
 * uneven spacing does not weigh. Two running sums of the heights' integral make it linear in the number of points.
 */
export function triangleMean(way: readonly number[], height: readonly number[], halfM: number): number[] {
  const boxed = boxMean(way, height, halfM / 2);
  return boxMean(way, boxed, halfM / 2);
}

/** Mean height within so far before and behind; at the ends within what there is on both sides, so that they stay. */
function boxMean(way: readonly number[], height: readonly number[], halfM: number): number[] {
  const area = [0];
  for (let i = 1; i < way.length; i += 1) area.push(area[i - 1]! + ((height[i]! + height[i - 1]!) / 2) * (way[i]! - way[i - 1]!));
  const end = way.at(-1)!;
  let [low, high] = [0, 0];
  const upTo = (at: number, from: number): number => {
    const step = way[from + 1]! - way[from]!;
    const share = step > 0 ? (at - way[from]!) / step : 0;
    const there = height[from]! + share * (height[from + 1]! - height[from]!);
    return area[from]! + ((height[from]! + there) / 2) * (at - way[from]!);
  };
  return way.map((at, i) => {
    const reach = Math.min(halfM, at, end - at);
    if (!(reach > 0)) return height[i]!;
    while (low < way.length - 2 && way[low + 1]! <= at - reach) low += 1;
    while (high < way.length - 2 && way[high + 1]! <= at + reach) high += 1;
    // Towards the end the reach shrinks and the near edge may step back.
    while (low > 0 && way[low]! > at - reach) low -= 1;
    while (high > 0 && way[high]! > at + reach) high -= 1;
    return (upTo(at + reach, high) - upTo(at - reach, low)) / (2 * reach);
  });
}

export const lengthKm = ({ stepM, elevationM }: Pick<Profile, "stepM" | "elevationM">): number =>
  (stepM * (elevationM.length - 1)) / 1000;

/** The profile's pieces as a ride wants them; the way is taken as measured along the road, which at 10 % is half a percent long. */
export const segmentsOf = (profile: Pick<Profile, "stepM" | "elevationM">): { lengthM: number; gradePercent: number }[] =>
  profile.elevationM.slice(1).map((height, i) => ({
    lengthM: profile.stepM,
    gradePercent: (100 * (height - profile.elevationM[i]!)) / profile.stepM,
  }));

/** The climb that asks most: of all stretches of at least 200 m the one with the steepest mean, grown while its foot and top still rise. */
export function worstHill(
  profile: Pick<Profile, "stepM" | "elevationM">,
): { gradePercent: number; lengthM: number; fromM: number } | null {
  const { stepM, elevationM } = profile;
  const least = Math.max(1, Math.ceil(200 / stepM));
  let best = { rise: 0, from: 0, to: 0 };
  for (let from = 0; from + least < elevationM.length; from += 1) {
    const rise = elevationM[from + least]! - elevationM[from]!;
    if (rise > best.rise) best = { rise, from, to: from + least };
  }
  if (!(best.rise > 0.01 * least * stepM)) return null;
  let { from, to } = best;
  const mean = best.rise / (to - from);
  while (from > 0 && elevationM[from]! - elevationM[from - 1]! > 0.7 * mean) from -= 1;
  while (to < elevationM.length - 1 && elevationM[to + 1]! - elevationM[to]! > 0.7 * mean) to += 1;
  const lengthM = (to - from) * stepM;
  return { gradePercent: (100 * (elevationM[to]! - elevationM[from]!)) / lengthM, lengthM, fromM: from * stepM };
}
