import { machineOf } from "../power/machine";
import type { Thermal } from "../power/heat";
import type { Segment } from "../route/segment";
import type { DriveInput } from "./driveSteady";
import { inWeather, onGrade, resistanceOf, type Load } from "./roadLoad";
import { RideRun, type Ended, type RidePlan } from "./rideRun";

export type TracePoint = {
  km: number;
  kmh: number;
  gradePercent: number;
  electricalW: number;
  windingC: number;
  percent: number;
};

export type RideInput = Omit<DriveInput, "load"> & {
  battery: RidePlan["battery"];
  load: Omit<Load, "gradePercent">;
  segments: readonly Segment[];
  targetKmh: number;
  ambientC: number;
  thermal: Thermal;
} & Pick<RidePlan, "assistRatio" | "regenMaxV" | "auxW" | "drags">;

/** As many points as a chart shows; the ends are always among them. */
const TRACE_POINTS = 500;

export function planOf(p: RideInput): RidePlan {
  const level = resistanceOf({ ...p.load, gradePercent: 0 });
  return {
    machine: machineOf(p),
    thermal: p.thermal,
    battery: p.battery,
    riderW: p.riderW,
    massKg: p.load.massKg,
    targetMs: p.targetKmh / 3.6,
    ambientC: p.ambientC,
    assistRatio: p.assistRatio,
    regenMaxV: p.regenMaxV,
    auxW: p.auxW,
    drags: p.drags,
    stretches: p.segments.map((segment) => {
      const { lengthM, gradePercent, headwindKmh = 0, crosswindKmh = 0, rollingTimes = 1, stopS } = segment;
      const road = onGrade(level, p.load.massKg, gradePercent);
      const plain = headwindKmh === 0 && crosswindKmh === 0 && rollingTimes === 1;
      return {
        lengthM,
        gradePercent,
        road: plain
          ? road
          : inWeather(road, { headwindKmh: p.load.headwindKmh + headwindKmh, crossKmh: crosswindKmh, rollingTimes }),
        machine: undefined,
        stopS,
      };
    }),
  };
}

/**
 * A ride over a route from rest, and how far the charge goes when the route is ridden again and again.
 * @param p see the fields' units; segments in their order, each of one grade
 * @param fineness share of the usual step, over 0: at half of it no figure moves by 0.2 %
 * @param change what is put into the plan before it is ridden: other gears, say
 * @returns km, s, Wh, km/h, W, °C, percent of charge; figures of the first run of the route, but for rangeKm
 * @param mostWork the budget of reckoning, see RideRun
 * @throws RangeError when the figures are too large to compute with; TooLong when the budget is used up
 */
export function ride(p: RideInput, fineness = 1, change: (plan: RidePlan) => RidePlan = (plan) => plan, mostWork = Infinity) {
  const run = new RideRun(change(planOf(p)), fineness, mostWork);
  const { points, watch } = tracer(
    p.segments.reduce((sum, segment) => sum + segment.lengthM, 0),
    p.segments.filter((segment) => segment.stopS !== undefined).length,
  );
  const ended = run.lap(watch);
  const km = run.distanceM / 1000;
  const first = {
    distanceKm: km,
    timeS: run.timeS,
    energyWh: run.energyJ / 3600,
    whPerKm: km > 0 ? run.energyJ / 3600 / km : 0,
    averageKmh: run.timeS > 0 && km > 0 ? (3600 * km) / run.timeS : 0,
    endPercent: run.percent,
    maxKmh: 3.6 * run.maxMs,
    peakElectricalW: run.peakW,
    maxWindingC: run.maxWindingC,
    overheats: run.maxWindingC > p.thermal.limitC,
    ended,
  };
  return { ...first, rangeKm: ended === "route" ? rangeKm(run, p.battery.capacityAh) : km, trace: points() };
}

/** The route ridden on until the charge or a hill ends it; null when a whole lap of it takes no charge. */
function rangeKm(run: RideRun, capacityAh: number): number | null {
  let leapShare = 0.005;
  let lastLapAh = Number.NaN;
  for (;;) {
    const { usedAh, distanceM, speedMs } = run;
    const { windingC } = run.temperatures;
    const ended: Ended = run.lap();
    if (ended !== "route") return run.distanceM / 1000;
    const lapAh = run.usedAh - usedAh;
    if (lapAh <= 0) return null;
    // Where a lap takes next to nothing and is like the one before, the next ones are not ridden one by one.
    const settled = Math.abs(run.temperatures.windingC - windingC) < 0.05 && Math.abs(run.speedMs - speedMs) < 1e-3;
    if (!settled || lapAh > 0.002 * capacityAh) continue;
    if (Math.abs(lapAh / lastLapAh - 1) < 1e-3) leapShare = Math.min(0.04, 2 * leapShare);
    lastLapAh = lapAh;
    run.leap(leapShare * capacityAh, lapAh, run.distanceM - distanceM);
  }
}

/** Keeps the start, the first step's end in each of the way's equal parts, the stops, and the end. */
function tracer(routeM: number, stops: number) {
  const kept: TracePoint[] = [];
  const shown = Math.min(stops, TRACE_POINTS / 2);
  const part = routeM / (TRACE_POINTS - 2 - shown);
  let stopsKept = 0;
  let next = 0;
  let last: TracePoint = { km: 0, kmh: 0, gradePercent: 0, electricalW: 0, windingC: 0, percent: 0 };
  const watch = (at: RideRun, gradePercent: number, electricalW: number): void => {
    last.km = at.distanceM / 1000;
    last.kmh = 3.6 * at.speedMs;
    last.gradePercent = gradePercent;
    last.electricalW = electricalW;
    last.windingC = at.temperatures.windingC;
    last.percent = at.percent;
    if (kept.length > TRACE_POINTS - 2) return;
    const stop = at.speedMs === 0 && at.distanceM > 0 && stopsKept < shown;
    if (at.distanceM < next && !stop) return;
    if (stop) stopsKept += 1;
    kept.push(last);
    last = { ...last };
    next = part * (Math.floor(at.distanceM / part) + 1);
  };
  const points = (): TracePoint[] => (kept.at(-1)!.km === last.km ? kept : [...kept, last]);
  return { watch, points };
}
