import { cleaned, type CleanLog } from "@/core/prove/log/cleaned";
import { readLogCsv } from "@/core/prove/log/readLogCsv";
import { asCsv, inTruth, madeUpRide, type Truth } from "@/core/prove/madeUpRide";
import type { RideLog } from "@/core/prove/rideLogSchema";
import { packAt, type ForecastInput } from "@/core/ride/forecast";
import { routeByHand } from "@/core/route/byHand";
import { roadSegments } from "@/core/route/roadSegments";
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
  ...over,
});

export function ridden(p: ForecastInput, road: Route, truth: Truth, seed: number): RideLog {
  const read = readLogCsv(asCsv(madeUpRide(p, roadSegments(road), { truth, seed, airC: 15 })));
  if (!read.ok) throw new Error(read.error.says);
  const log = cleaned(read.value);
  if (!log.ok) throw new Error(log.error);
  return kept(log.value);
}

/** A bike drawn from what is thought of bikes, ridden once; and what is true of each figure that may be learnt. */
export function drawn(p: ForecastInput, road: Route, seed: number) {
  const roll = normal(chance(7919 * seed));
  const share = (sd: number) => Math.max(0.3, 1 + sd * roll());
  const truth: Truth = {
    drive: share(0.05),
    rolling: share(0.2),
    drag: share(0.12),
    capacity: share(0.07),
    resistance: share(0.3),
  };
  const riderW = Math.max(10, p.riderW * (1 + 0.3 * roll()));
  const pack = packAt(p, 15);
  const log = ridden({ ...p, riderW }, road, truth, seed);
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
    },
  };
}
