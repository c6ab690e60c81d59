import { cleaned, type CleanLog } from "@/core/prove/log/cleaned";
import { readLogCsv } from "@/core/prove/log/readLogCsv";
import { asCsv, madeUpRide, type Truth } from "@/core/prove/madeUpRide";
import type { RideLog } from "@/core/prove/rideLogSchema";
import { packAt, type ForecastInput } from "@/core/ride/forecast";
import { routeByHand } from "@/core/route/byHand";
import { roadSegments } from "@/core/route/roadSegments";
import type { Route } from "@/core/route/routeSchema";
import { chance, normal } from "@/core/units/chance";
import { COMMUTE, MEDIUM_MID, SMALL_GEARED } from "./ride.fixture";

export const HUB: ForecastInput = {
  motor: SMALL_GEARED,
  motors: 1,
  outputs: ["wheel"],
  controller: { batteryA: 15, phaseA: 32, efficiency: 0.97 },
  assist: { kind: "cadence" },
  regenMaxV: null,
  auxW: 3,
  drags: false,
  thermal: COMMUTE.thermal,
  circumferenceMm: 2155,
  battery: { chemistry: "nmc", series: 10, capacityAh: 14, internalOhm: 0.11 },
  bikeKg: 22,
  riderKg: 78,
  loadKg: 8,
  cdaM2: 0.55,
  crr: 0.0075,
  riderW: 90,
  targetKmh: 24.5,
  hill: { gradePercent: 7, lengthM: 900 },
  asked: { rangeKm: 35, hillKmh: 12 },
  coldestC: 5,
  assumptions: [],
};
export const MID: ForecastInput = {
  ...HUB,
  motor: MEDIUM_MID,
  outputs: [11, 13, 15, 18, 21, 24, 28, 32].map((cogTeeth) => ({ chainringTeeth: 42, cogTeeth, efficiency: 0.97 })),
  controller: { batteryA: 18, phaseA: 45, efficiency: 0.97 },
  battery: { chemistry: "nmc", series: 13, capacityAh: 14, internalOhm: 0.12 },
};

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
  return {
    log: ridden({ ...p, riderW }, road, truth, seed),
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
