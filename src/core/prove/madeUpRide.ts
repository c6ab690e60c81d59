import { heats } from "../power/heat";
import { openCircuitV } from "../power/openCircuit";
import { noChange, packAt, watchedRide, type ForecastInput } from "../ride/forecast";
import { windOn, type RoadSegment } from "../route/roadSegments";
import { chance, normal } from "../units/chance";
import { emptyPoint, type LogPoint, type RawLog } from "./log/rawLog";

/** What is true of a bike that is made up, each as a share of what its forecast reckons with. */
export type Truth = {
  readonly drive: number;
  readonly rolling: number;
  readonly drag: number;
  readonly capacity: number;
  readonly resistance: number;
  /** How warm the winding gets over its shell, and the shell over the air. */
  readonly winding: number;
  readonly shell: number;
};
export const AS_FORECAST: Truth = { drive: 1, rolling: 1, drag: 1, capacity: 1, resistance: 1, winding: 1, shell: 1 };

/** What instruments scatter by (common practice): height in m, speed in m/s, power as a share, volts, amps, °C. */
const SCATTER = { heightM: 0.4, speedMs: 0.05, power: 0.015, volts: 0.05, amps: 0.05, windingC: 1 } as const;
/** Gusts along the way, km/h, each over some hundred metres. */
const GUST_KMH = 1.5;
/** It stands so long before and after, for the pack's volts at rest, s. */
const REST_S = 40;

/** A bike whose model differs from its forecast by known shares. */
export const inTruth = (p: ForecastInput, truth: Truth): ForecastInput => ({
  ...p,
  crr: p.crr * truth.rolling,
  cdaM2: p.cdaM2 * truth.drag,
  motor: { ...p.motor, gearEfficiency: p.motor.gearEfficiency * truth.drive },
  thermal: heats(p.thermal, truth),
  battery: {
    ...p.battery,
    capacityAh: p.battery.capacityAh * truth.capacity,
    internalOhm: p.battery.internalOhm * truth.resistance,
  },
});

/** How a ride is made up: recorded every so many seconds, in still air or in a wind from somewhere, degrees from north to the east. */
type MadeUp = {
  readonly truth: Truth;
  readonly seed: number;
  readonly airC: number;
  readonly everyS?: number;
  readonly wind?: { readonly kmh: number; readonly fromDeg: number } | null;
};

/**
 * A ride as a meter would have recorded it, once a second: the ride model itself with another truth than its forecast's, and with the
 * scatter of instruments and gusts. For demonstrations and for trying what is learnt from rides.
 * @param placeAt where the way is, degrees; left out where the meter has no receiver
 */
export function madeUpRide(
  p: ForecastInput,
  segments: readonly RoadSegment[],
  { truth, seed, airC, everyS = 1, wind = null }: MadeUp,
  placeAt?: (wayM: number) => { latDeg: number; lonDeg: number },
): RawLog {
  const true_ = inTruth(p, truth);
  const roll = normal(chance(seed));
  // Of its own, so that what else is recorded stays the same.
  const warmth = normal(chance(seed + 104_729));
  const blown = segments.map((segment) => {
    const { headwindKmh, crosswindKmh } = wind ? windOn(segment, wind.kmh, wind.fromDeg) : { headwindKmh: 0, crosswindKmh: 0 };
    return { ...segment, headwindKmh: headwindKmh + GUST_KMH * roll(), crosswindKmh };
  });
  const moments: { t: number; m: number; v: number; joule: number; ah: number; winding: number }[] = [];
  watchedRide(true_, blown, { ...noChange(true_), temperatureC: airC }, (run) => {
    const last = moments.at(-1);
    // Stops come as moments of their own.
    if (last && run.timeS <= last.t) return;
    moments.push({
      t: run.timeS,
      m: run.distanceM,
      v: run.speedMs,
      joule: run.energyJ,
      ah: run.usedAh,
      winding: run.temperatures.windingC,
    });
  });
  const heights = heightsAlong(segments);
  const { chemistry, series } = p.battery;
  const pack = packAt(true_, airC);
  const voltsAt = (ah: number) => series * openCircuitV(chemistry, 100 * (1 - ah / pack.capacityAh));
  const endS = moments.at(-1)!.t;
  const points: LogPoint[] = [];
  let i = 0;
  for (let t = -REST_S; t <= endS + REST_S; t += everyS) {
    const at = Math.min(endS, Math.max(0, t));
    while (i < moments.length - 2 && moments[i + 1]!.t <= at) i += 1;
    const [a, b] = [moments[i]!, moments[i + 1]!];
    const share = (at - a.t) / (b.t - a.t);
    const rests = t < 0 || t > endS;
    const between = (of: (moment: typeof a) => number) => of(a) + share * (of(b) - of(a));
    const wayM = between(({ m }) => m);
    const power = rests ? 0 : (b.joule - a.joule) / (b.t - a.t);
    const openV = voltsAt(between(({ ah }) => ah));
    // The pack's own equation: (Voc − R·I)·I = P.
    const amps = (2 * power) / (openV + Math.sqrt(Math.max(0, openV * openV - 4 * pack.internalOhm * power)));
    points.push({
      ...emptyPoint(t + REST_S),
      ...placeAt?.(wayM),
      heightM: heights(wayM) + SCATTER.heightM * roll(),
      wayM,
      speedMs: rests ? 0 : Math.max(0, between(({ v }) => v) + SCATTER.speedMs * roll()),
      motorW: rests ? 0 : Math.max(0, power * (1 + SCATTER.power * roll())),
      packA: rests ? 0 : amps + SCATTER.amps * roll(),
      packV: openV - pack.internalOhm * amps + SCATTER.volts * roll(),
      windingC: between(({ winding }) => winding) + SCATTER.windingC * warmth(),
    });
  }
  return { name: "", beganAt: null, points, repairs: [] };
}

function heightsAlong(segments: readonly RoadSegment[]): (wayM: number) => number {
  const way = [0];
  const height = [60];
  for (const { lengthM, gradePercent } of segments) {
    way.push(way.at(-1)! + lengthM);
    height.push(height.at(-1)! + (gradePercent / 100) * lengthM);
  }
  let i = 0;
  return (wayM) => {
    if (wayM < way[i]!) i = 0;
    while (i < way.length - 2 && way[i + 1]! < wayM) i += 1;
    const share = Math.min(1, Math.max(0, (wayM - way[i]!) / (way[i + 1]! - way[i]!)));
    return height[i]! + share * (height[i + 1]! - height[i]!);
  };
}

/** The recording as a table, as a meter would write it. */
export function asCsv({ points }: RawLog): string {
  const head =
    "Time (s),Distance (m),Speed (km/h),Altitude (m),Battery voltage (V),Battery current (A),Battery power (W),Motor temperature (°C)";
  const cell = (value: number | null, digits: number) => (value === null ? "" : value.toFixed(digits));
  const lines = points.map((p) =>
    [
      cell(p.t, 1),
      cell(p.wayM, 1),
      cell(p.speedMs === null ? null : 3.6 * p.speedMs, 2),
      cell(p.heightM, 1),
      cell(p.packV, 2),
      cell(p.packA, 2),
      cell(p.motorW, 0),
      cell(p.windingC, 0),
    ].join(","),
  );
  return [head, ...lines].join("\n");
}
