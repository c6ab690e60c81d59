import { createRequire } from "node:module";
import { join } from "node:path";
import type { ForecastInput } from "@/core/ride/forecast";
import type { RideInput } from "@/core/ride/ride";

type Odex = {
  Solver: new (unknowns: number) => {
    absoluteTolerance: number;
    relativeTolerance: number;
    maxSteps: number;
    maxStepSize: number;
    solve(slopes: (x: number, y: number[]) => number[], from: number, start: readonly number[], to: number): { y: number[] };
  };
};
// Required by hand: an import would have the compiler check the package's own source, which does not hold under this project's settings.
const { Solver } = createRequire(join(process.cwd(), "package.json"))("odex") as Odex;

/** Motors of the usual classes, as a workshop's tables give them (from memory), their drag there for rad/s: a small geared hub,
 *  a direct drive, a medium mid-drive. */
export const SMALL_GEARED = {
  kvRpmPerV: 34.7,
  windingOhm: 0.15,
  gearRatio: 4.43,
  gearEfficiency: 0.93,
  dragNm: 0.06,
  dragNmPerRpm: (0.0006 * Math.PI) / 30,
};
export const DIRECT = {
  kvRpmPerV: 9,
  windingOhm: 0.15,
  gearRatio: 1,
  gearEfficiency: 1,
  dragNm: 0.7,
  dragNmPerRpm: (0.01 * Math.PI) / 30,
};
export const MEDIUM_MID = {
  kvRpmPerV: 72,
  windingOhm: 0.06,
  gearRatio: 21.9,
  gearEfficiency: 0.9,
  dragNm: 0.05,
  dragNmPerRpm: (0.00025 * Math.PI) / 30,
};

/** The commuter's ride that the tests change: a small geared hub on 36 V, 25 km/h. */
export const COMMUTE: RideInput = {
  motor: SMALL_GEARED,
  motors: 1,
  output: "wheel",
  controller: { batteryA: 15, phaseA: 30, efficiency: 0.97 },
  circumferenceMm: 2155,
  riderW: 80,
  battery: { chemistry: "nmc", series: 10, capacityAh: 13.4, internalOhm: 0.1125, startPercent: 100, reservePercent: 10 },
  load: {
    massKg: 115,
    cdaM2: 0.6,
    crr: 0.008,
    headwindKmh: 0,
    altitudeM: 0,
    temperatureC: 15,
    wheelDragAreaM2: 0.0044,
  },
  segments: [{ lengthM: 10_000, gradePercent: 0 }],
  targetKmh: 25,
  ambientC: 20,
  thermal: {
    windingJPerK: 250,
    shellJPerK: 900,
    windingToShellWPerK: 2,
    shellToAirWPerK: 1.2,
    shellToAirWPerKPerMs: 0.3,
    limitC: 110,
  },
};

/** A road of so many pieces that rises and falls. */
export const rolling = (pieces: number, lengthM: number) =>
  Array.from({ length: pieces }, (_, i) => ({ lengthM, gradePercent: 4 * Math.sin(i / 7) + 2 * Math.sin(i / 2.3) }));

const VOLTS = [3, 3.28, 3.39, 3.45, 3.49, 3.53, 3.57, 3.63, 3.69, 3.78, 3.88, 3.98, 4.07, 4.12, 4.18];
const AT = [0, 5, 10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 90, 95, 100];
const cellV = (percent: number) => {
  const i = Math.max(
    1,
    Math.min(
      AT.length - 1,
      AT.findIndex((p) => p >= percent),
    ),
  );
  const share = Math.min(1, Math.max(0, (percent - AT[i - 1]!) / (AT[i]! - AT[i - 1]!)));
  return VOLTS[i - 1]! + share * (VOLTS[i]! - VOLTS[i - 1]!);
};

/**
 * The same ride by a general-purpose solver (Gragg, Bulirsch and Stoer's extrapolation, after Hairer and Wanner), its equations
 * written out here once more: along the way, in kinetic energy, time, charge, energy and both temperatures. NMC cells, no reserve,
 * no charging, stops without a wait. It starts at a millimetre a second, as time along the way has no slope at rest.
 */
export function solvedRide(p: RideInput, tolerance: number, longestM = 1) {
  const { motor, controller, battery, thermal, load } = p;
  const ring = p.output === "wheel" ? 1 : p.output.cogTeeth / p.output.chainringTeeth;
  const chain = p.output === "wheel" ? 1 : p.output.efficiency;
  const radius = p.circumferenceMm / 2000 / Math.PI;
  const kt = 30 / Math.PI / motor.kvRpmPerV;
  const rho = (101325 * (1 - 2.25577e-5 * load.altitudeM) ** 5.25588) / (287.05 * (load.temperatureC + 273.15));
  const target = p.targetKmh / 3.6;
  let here: RideInput["segments"][number] = p.segments[0]!;
  const slopes = (_: number, y: number[]): number[] => {
    const v = Math.min(target, Math.sqrt(Math.max(1e-12, 2 * y[0]!)));
    const open = battery.series * cellV(100 - (100 * y[2]!) / battery.capacityAh);
    const ohm = motor.windingOhm * (1 + 0.00393 * (y[4]! - 20));
    const rpm = ((60 * v) / (2 * Math.PI * radius)) * ring * motor.gearRatio;
    const emf = rpm / motor.kvRpmPerV;
    const shared = p.motors * battery.internalOhm;
    const most = Math.min(controller.batteryA, shared > 0 ? open / (2 * shared) : Infinity);
    const power = controller.efficiency * (open - shared * most) * most;
    const full = Math.min(
      controller.phaseA,
      (open - emf) / (ohm + shared / controller.efficiency),
      (-emf + Math.sqrt(emf ** 2 + 4 * ohm * power)) / (2 * ohm),
    );
    const drag = motor.dragNm + motor.dragNmPerRpm * rpm;
    const perNm = (p.motors * motor.gearRatio * motor.gearEfficiency * ring * chain) / radius;
    const theta = Math.atan(here.gradePercent / 100);
    const air = v + (load.headwindKmh + (here.headwindKmh ?? 0)) / 3.6;
    const crr = load.crr * (here.rollingTimes ?? 1);
    const road =
      0.5 * rho * (load.cdaM2 + load.wheelDragAreaM2) * air * Math.hypot(air, (here.crosswindKmh ?? 0) / 3.6) +
      load.massKg * 9.80665 * (Math.sin(theta) + crr * Math.cos(theta)) +
      (91 + 8.7 * v) / 1000;
    const rider = p.riderW / Math.max(1, v);
    let force = Math.min(Math.max(0, kt * full - drag) * perNm, (p.assistRatio ?? Infinity) * rider);
    const holds = v >= target && force + rider >= road;
    if (holds) force = Math.max(0, road - rider);
    const current = force > 0 ? (force / perNm + drag) / kt : 0;
    const watts = (current ** 2 * ohm + emf * current) / controller.efficiency;
    const ib = watts === 0 ? 0 : (2 * watts) / (open + Math.sqrt(Math.max(0, open ** 2 - 4 * shared * watts)));
    const out = thermal.shellToAirWPerK + thermal.shellToAirWPerKPerMs * v;
    const through = thermal.windingToShellWPerK * (y[4]! - y[5]!);
    const perSecond = [
      0,
      1,
      (p.motors * ib) / 3600,
      p.motors * ib * (open - shared * ib),
      (current ** 2 * ohm - through) / thermal.windingJPerK,
      ((current > 0 ? (drag * rpm * Math.PI) / 30 : 0) + through - out * (y[5]! - p.ambientC)) / thermal.shellJPerK,
    ];
    return [holds ? 0 : (force + rider - road) / load.massKg, ...perSecond.slice(1).map((rate) => rate / v)];
  };
  const solver = new Solver(6);
  solver.absoluteTolerance = solver.relativeTolerance = tolerance;
  solver.maxSteps = 1e6;
  // Where the target is reached the slopes jump; longer steps would leap over it unseen.
  solver.maxStepSize = longestM;
  let state = [5e-7, 0, battery.capacityAh * (1 - battery.startPercent / 100), 0, p.ambientC, p.ambientC];
  for (const segment of p.segments) {
    here = segment;
    state = solver.solve(slopes, 0, state, segment.lengthM).y;
    state[0] = Math.min(state[0]!, target ** 2 / 2);
    if (segment.stopS === 0) {
      state[1]! += Math.sqrt(2 * state[0]) / 3;
      state[0] = 5e-7;
    }
  }
  return {
    endKmh: 3.6 * Math.sqrt(2 * state[0]!),
    timeS: state[1]!,
    usedAh: state[2]!,
    energyWh: state[3]! / 3600,
    windingC: state[4]!,
    shellC: state[5]!,
  };
}

export const COGS = [11, 13, 15, 18, 21, 24, 28, 32].map((cogTeeth) => ({ chainringTeeth: 42, cogTeeth, efficiency: 0.97 }));
/** A small hub and a crank motor on a commuter's bike, as a forecast wants them. */
export const HUB: ForecastInput = {
  motor: SMALL_GEARED,
  motors: 1,
  outputs: ["wheel"],
  controller: { batteryA: 15, phaseA: 32, efficiency: 0.97 },
  assist: { kind: "cadence" },
  regenMaxV: null,
  auxW: 0,
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
  outputs: COGS,
  controller: { batteryA: 18, phaseA: 45, efficiency: 0.97 },
  battery: { chemistry: "nmc", series: 13, capacityAh: 14, internalOhm: 0.12 },
};
