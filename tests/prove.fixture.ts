import { cleaned, type CleanLog } from "@/core/prove/log/cleaned";
import { readLogCsv } from "@/core/prove/log/readLogCsv";
import { asCsv, inTruth, madeUpRide, type Truth } from "@/core/prove/madeUpRide";
import type { RideLog } from "@/core/prove/rideLogSchema";
import { packAt, type ForecastInput } from "@/core/ride/forecast";
import { routeByHand } from "@/core/route/byHand";
import { roadSegments } from "@/core/route/roadSegments";
import { good } from "@/core/result";
import { kmFrom } from "@/core/route/trackPoint";
import type { Route } from "@/core/route/routeSchema";
import { chance, normal } from "@/core/units/chance";
import { HUB as PLAIN_HUB, MID as PLAIN_MID } from "./ride.fixture";

/** With lamps and display on. */
export const HUB: ForecastInput = { ...PLAIN_HUB, auxW: 3 };
export const MID: ForecastInput = { ...PLAIN_MID, auxW: 3 };

export function roadOf(distanceKm: number, climbM: number, hillPercent: number | null): Route {
  const made = routeByHand({ distanceKm, climbM, hillPercent, hillKm: hillPercent === null ? null : 0.9 });
  if (!made.ok) throw new Error(made.error);
  return { ...made.value, name: "", source: "by hand", stops: 4, surfaces: [] };
}

export const kept = (log: CleanLog, over: Partial<RideLog> = {}): RideLog => ({
  ...log,
  id: "aaaaaaaa",
  name: "",
  at: "2026-01-05T09:00:00Z",
  by: "Ida",
  riderKg: 78,
  loadKg: 8,
  airC: 15,
  windKmh: 0,
  windFromDeg: null,
  ...over,
});

/** The same road laid on the earth as a ring, so that it heads everywhere. */
export function ringOf(road: Route): Route {
  const points = road.elevationM.length;
  const radiusKm = (road.stepM * (points - 1)) / 1000 / (2 * Math.PI);
  const plan = road.elevationM.map((_, i): [number, number] => {
    const turn = (2 * Math.PI * i) / (points - 1);
    return [radiusKm * Math.sin(turn), radiusKm * (1 - Math.cos(turn))];
  });
  return { ...road, plan, origin: { latDeg: 47, lonDeg: 8 } };
}

/** Where a way along a road with a plan is on the earth. */
export function placeOn({ plan, stepM, origin }: Route): (wayM: number) => { latDeg: number; lonDeg: number } {
  const [eastKm, northKm] = kmFrom(origin!, { latDeg: origin!.latDeg + 1, lonDeg: origin!.lonDeg + 1 });
  return (wayM) => {
    const at = Math.min(plan.length - 1.001, Math.max(0, wayM / stepM));
    const i = Math.floor(at);
    const [a, b] = [plan[i]!, plan[i + 1]!];
    const along = (axis: 0 | 1) => a[axis] + (at - i) * (b[axis] - a[axis]);
    return { latDeg: origin!.latDeg + along(1) / northKm, lonDeg: origin!.lonDeg + along(0) / eastKm };
  };
}

export function ridden(
  p: ForecastInput,
  road: Route,
  truth: Truth,
  seed: number,
  wind: { kmh: number; fromDeg: number } | null = null,
): RideLog {
  const made = madeUpRide(p, roadSegments(road), { truth, seed, airC: 15, wind }, road.origin ? placeOn(road) : undefined);
  const read = road.origin ? good(made) : readLogCsv(asCsv(made));
  if (!read.ok) throw new Error(read.error.says);
  const log = cleaned(read.value);
  if (!log.ok) throw new Error(log.error);
  return kept(log.value, wind ? { windKmh: wind.kmh, windFromDeg: wind.fromDeg } : {});
}

/** A bike drawn from what is thought of bikes, ridden once; and what is true of each figure that may be learnt. */
export function drawn(p: ForecastInput, road: Route, seed: number, wind: { kmh: number; fromDeg: number } | null = null) {
  const roll = normal(chance(7919 * seed));
  const share = (sd: number) => Math.max(0.3, 1 + sd * roll());
  const truth: Truth = {
    drive: share(0.05),
    rolling: share(0.2),
    drag: share(0.12),
    capacity: share(0.07),
    resistance: share(0.3),
    winding: share(0.3),
    shell: share(0.3),
  };
  const riderW = Math.max(10, p.riderW * (1 + 0.3 * roll()));
  const pack = packAt(p, 15);
  const log = ridden({ ...p, riderW }, road, truth, seed, wind);
  return {
    log,
    /** The bike itself, with the rider who rode it. */
    bike: inTruth({ ...p, riderW, riderKg: log.riderKg, loadKg: log.loadKg }, truth),
    is: {
      drive: truth.drive,
      rider: riderW,
      rolling: p.crr * truth.rolling,
      drag: p.cdaM2 * truth.drag,
      capacity: pack.capacityAh * truth.capacity,
      resistance: pack.internalOhm * truth.resistance,
      winding: truth.winding,
      shell: truth.shell,
    },
  };
}
