import { bad, good, type Result } from "../../result";
import { filled, triangleMean } from "../../route/profile";
import { kmFrom, type Place } from "../../route/trackPoint";
import { MOST_WINDOWS, type RideLog } from "../rideLogSchema";
import type { LogPoint, RawLog } from "./rawLog";

/** A recording mended and averaged: all of a kept ride but who took it in and how it was ridden. */
export type CleanLog = Pick<
  RideLog,
  | "beganAt"
  | "points"
  | "windowS"
  | "wayM"
  | "speedMs"
  | "restS"
  | "cubeM3S3"
  | "heightM"
  | "placeKm"
  | "origin"
  | "motorW"
  | "pulls"
  | "packA"
  | "packV"
  | "restV"
  | "riderW"
  | "legs"
  | "windingC"
  | "repairs"
>;

/** Longer between two points than this is another ride, s. */
const ANOTHER_RIDE_S = 3 * 3600;
/** Nobody rides faster, m/s. */
const FASTEST_MS = 35;
/** A window is no shorter than this, s. */
const LEAST_WINDOW_S = 5;
/** A column that says so little of the time is as good as none. */
const LEAST_SHARE = 0.6;
/** Slower than this is at rest, m/s. */
const REST_MS = 0.3;
/** Less than this is lamps and display, W. */
const PULLS_W = 15;
/** Recorded heights are averaged over a triangle of such half base, m: less than a road's, as the windows average too. */
const HEIGHT_M = 40;

type Field = Exclude<keyof LogPoint, "t" | "latDeg" | "lonDeg">;

/** What each field can be at a bike; anything else is as if it were not there. */
const CAN_BE: Readonly<Record<Field, readonly [number, number]>> = {
  heightM: [-500, 7000],
  wayM: [0, 2_000_000],
  speedMs: [0, FASTEST_MS],
  motorW: [-5000, 20_000],
  packA: [-200, 500],
  packV: [1, 200],
  riderW: [0, 2500],
  cadenceRpm: [0, 250],
  windingC: [-40, 300],
};

/**
 * A recording brought into order: times that run on, one ride of it, speed and way from what there is, and all of it averaged over windows
 * of even time, so that what is learnt from it does not hang on how often it was recorded.
 * @returns the ride, or why there is none
 */
export function cleaned(raw: RawLog): Result<CleanLog> {
  const repairs = [...raw.repairs];
  const points = oneRide(inTime(raw.points, repairs), repairs);
  if (points.length < 2) return bad("The file holds one point only: a ride wants many.");
  const t0 = points[0]!.t;
  const times = points.map(({ t }) => t - t0);
  const lengthS = times.at(-1)!;
  const column = (field: Field): number[] | null => columnOf(points, field);
  const way = wayOf(points, times, repairs);
  if (!way) return bad("The file says neither places nor way nor speed: a ride cannot be made of it.");
  const lengthM = way.at(-1)!;
  if (lengthS < 60 || lengthM < 200)
    return bad(`The ride is ${Math.round(lengthM)} m in ${Math.round(lengthS)} s: too short to say anything.`);
  const speed = column("speedMs") ?? speedOf(way, times);
  const heights = column("heightM");
  const volts = column("packV");
  const amps = column("packA");
  const power = column("motorW") ?? (volts && amps ? volts.map((v, i) => v * amps[i]!) : null);
  const current = amps ?? (power && volts ? power.map((w, i) => w / volts[i]!) : null);
  const cadence = column("cadenceRpm");
  const windows = Math.max(2, Math.min(MOST_WINDOWS, Math.floor(lengthS / LEAST_WINDOW_S)));
  const windowS = lengthS / windows;
  const at = edgesOf(times, windows, windowS);
  const atEdges = (values: readonly number[]): number[] =>
    at.map(({ i, share }) => values[i]! + share * (values[i + 1]! - values[i]!));
  const means = (values: readonly number[] | null, digits: number): number[] =>
    values ? meansOf(times, values, at, windowS).map((value) => round(value, digits)) : [];
  const resting = speed.map((v) => (v < REST_MS ? windowS : 0));
  const edgeWay = atEdges(way);
  const places = placesOf(points);
  const smooth = heights && triangleMean(way, heights, HEIGHT_M);
  return good({
    beganAt: raw.beganAt === null ? null : new Date(Date.parse(raw.beganAt) + 1000 * t0).toISOString(),
    points: points.length,
    windowS,
    wayM: edgeWay.slice(1).map((m, i) => round(Math.max(0, m - edgeWay[i]!), 2)),
    speedMs: atEdges(speed).map((v) => round(Math.max(0, v), 3)),
    restS: means(resting, 1),
    cubeM3S3: means(
      speed.map((v) => v ** 3),
      2,
    ),
    heightM: smooth ? atEdges(smooth).map((m) => round(m, 2)) : [],
    placeKm: places ? at.map(({ i, share }) => placeAt(places.km, i, share)) : [],
    origin: places ? { latDeg: round(places.origin.latDeg, 5), lonDeg: round(places.origin.lonDeg, 5) } : null,
    motorW: means(power, 1),
    pulls: means(power && power.map((w) => (w > PULLS_W ? 1 : 0)), 3),
    packA: means(current, 3),
    packV: means(volts, 3),
    restV: [restVolts(times, speed, current, volts, "before"), restVolts(times, speed, current, volts, "after")],
    riderW: means(column("riderW"), 1),
    legs: means(cadence && cadence.map((rpm) => (rpm > 5 ? 1 : 0)), 3),
    windingC: means(column("windingC"), 1),
    repairs: repairs.slice(0, 12),
  });
}

const round = (value: number, digits: number): number => Number(value.toFixed(digits));

/** Points whose time runs on: where a clock was set back what follows is left out until it has caught up. */
function inTime(points: readonly LogPoint[], repairs: string[]): LogPoint[] {
  const kept: LogPoint[] = [];
  for (const point of points) if (Number.isFinite(point.t) && (kept.length === 0 || point.t > kept.at(-1)!.t)) kept.push(point);
  const out = points.length - kept.length;
  if (out > 0) repairs.push(`${out} point${out === 1 ? "" : "s"} left out whose clock did not run on`);
  return kept;
}

/** The longest part without a gap of hours. */
function oneRide(points: readonly LogPoint[], repairs: string[]): LogPoint[] {
  let [from, best]: [number, readonly [number, number]] = [0, [0, points.length]];
  let longest = -1;
  let parts = 0;
  for (let i = 1; i <= points.length; i += 1) {
    if (i < points.length && points[i]!.t - points[i - 1]!.t < ANOTHER_RIDE_S) continue;
    const lengthS = points[i - 1]!.t - points[from]!.t;
    if (lengthS > longest) [longest, best] = [lengthS, [from, i]];
    from = i;
    parts += 1;
  }
  if (parts > 1) repairs.push(`${parts} rides in one file, hours apart: the longest is taken`);
  return points.slice(...best);
}

/** A column with what it lacks filled in straight; null where it says too little. */
function columnOf(points: readonly LogPoint[], field: Field): number[] | null {
  const [low, high] = CAN_BE[field];
  const values = points.map((point) => {
    const value = point[field];
    return value !== null && value >= low && value <= high ? value : null;
  });
  const known = values.reduce<number>((sum, value) => sum + (value === null ? 0 : 1), 0);
  if (known < 2 || known < LEAST_SHARE * points.length) return null;
  return filled(
    points.map(({ t }) => t),
    values,
  );
}

/** The way along the ride, m, from what the file says of it: its own way, its places, or its speed. */
function wayOf(points: readonly LogPoint[], times: readonly number[], repairs: string[]): number[] | null {
  const said = columnOf(points, "wayM");
  if (said && said.at(-1)! > said[0]!) {
    let most = said[0]!;
    let back = 0;
    const way = said.map((m) => {
      if (m < most - 1) back += 1;
      most = Math.max(most, m);
      return most - said[0]!;
    });
    if (back > 0) repairs.push(`the way ran backwards at ${back} point${back === 1 ? "" : "s"}: held there`);
    return way;
  }
  const places = placesOf(points)?.km;
  if (places) {
    let [sum, last, jumps] = [0, 0, 0];
    return points.map((_, i) => {
      if (i === 0) return 0;
      const step = 1000 * Math.hypot(places[i]![0] - places[last]![0], places[i]![1] - places[last]![1]);
      const seconds = times[i]! - times[last]!;
      // A jump of the receiver's is no road.
      if (step > FASTEST_MS * seconds + 10) {
        jumps += 1;
        if (jumps === 1) repairs.push("places that nobody can have ridden to are passed over");
        if (jumps % 50 !== 0) return sum;
      } else sum += step;
      last = i;
      return sum;
    });
  }
  const speed = columnOf(points, "speedMs");
  if (!speed) return null;
  let sum = 0;
  return speed.map((v, i) => {
    if (i > 0) sum += ((v + speed[i - 1]!) / 2) * (times[i]! - times[i - 1]!);
    return sum;
  });
}

/** Places in km east and north of the first; null where most points have none. */
function placesOf(points: readonly LogPoint[]): { origin: Place; km: [number, number][] } | null {
  const known = points.flatMap(({ latDeg, lonDeg }) => (latDeg !== null && lonDeg !== null ? [{ latDeg, lonDeg }] : []));
  if (known.length === 0 || known.length < LEAST_SHARE * points.length) return null;
  const origin = known[0]!;
  let last: [number, number] = [0, 0];
  return {
    origin,
    km: points.map(({ latDeg, lonDeg }) => {
      if (latDeg !== null && lonDeg !== null) last = kmFrom(origin, { latDeg, lonDeg });
      return last;
    }),
  };
}

function placeAt(places: readonly [number, number][], i: number, share: number): [number, number] {
  const [a, b] = [places[i]!, places[i + 1]!];
  return [round(a[0] + share * (b[0] - a[0]), 4), round(a[1] + share * (b[1] - a[1]), 4)];
}

/** Speed from the way over some three seconds to each side. */
function speedOf(way: readonly number[], times: readonly number[]): number[] {
  let [low, high] = [0, 0];
  return times.map((t, i) => {
    while (high < times.length - 1 && (times[high]! < t + 3 || high <= i)) high += 1;
    while (low < i - 1 && times[low + 1]! <= t - 3) low += 1;
    const from = i === 0 ? 0 : low;
    return Math.min(FASTEST_MS, (way[high]! - way[from]!) / (times[high]! - times[from]! || 1));
  });
}

type Edge = { readonly i: number; readonly share: number };

/** Where the windows' edges lie among the points. */
function edgesOf(times: readonly number[], windows: number, windowS: number): Edge[] {
  let i = 0;
  return Array.from({ length: windows + 1 }, (_, k) => {
    const t = k === windows ? times.at(-1)! : k * windowS;
    while (i < times.length - 2 && times[i + 1]! <= t) i += 1;
    return { i, share: Math.min(1, (t - times[i]!) / (times[i + 1]! - times[i]!)) };
  });
}

/** The mean of a column in each window, straight between its points. */
function meansOf(times: readonly number[], values: readonly number[], edges: readonly Edge[], windowS: number): number[] {
  const area = new Float64Array(times.length);
  for (let i = 1; i < times.length; i += 1)
    area[i] = area[i - 1]! + ((values[i]! + values[i - 1]!) / 2) * (times[i]! - times[i - 1]!);
  const upTo = ({ i, share }: Edge): number => {
    const step = times[i + 1]! - times[i]!;
    const there = values[i]! + share * (values[i + 1]! - values[i]!);
    return area[i]! + ((values[i]! + there) / 2) * share * step;
  };
  return edges.slice(1).map((edge, k) => (upTo(edge) - upTo(edges[k]!)) / windowS);
}

/** Volts with next to no current at rest, for twenty seconds or more, at the ride's beginning or its end. */
function restVolts(
  times: readonly number[],
  speed: readonly number[],
  amps: readonly number[] | null,
  volts: readonly number[] | null,
  when: "before" | "after",
): number | null {
  if (!volts || !amps) return null;
  const order = when === "before" ? times.map((_, i) => i) : times.map((_, i) => times.length - 1 - i);
  const resting: number[] = [];
  for (const i of order) {
    if (speed[i]! > REST_MS || Math.abs(amps[i]!) > 0.5) break;
    resting.push(i);
  }
  if (resting.length < 3 || Math.abs(times[resting.at(-1)!]! - times[resting[0]!]!) < 20) return null;
  return round(resting.reduce((sum, i) => sum + volts[i]!, 0) / resting.length, 3);
}
