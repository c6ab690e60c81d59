import type { Chemistry } from "../power/batteryPack";
import type { Thermal } from "../power/heat";
import { machineOf, type Controller, type Motor, type Output } from "../power/machine";
import { openCircuitV } from "../power/openCircuit";
import { climbsOf, type Climb } from "../route/climbs";
import { driveSteady } from "./driveSteady";
import { WHEEL_DRAG_AREA_M2 } from "./roadLoad";
import { ride, type planOf, type RideInput } from "./ride";
import { speedPower, type SpeedPower } from "./speedPower";

/** All that a ride on the customer's own road is reckoned from; plain data, so that it crosses to a worker. */
export type ForecastInput = {
  motor: Motor;
  motors: number;
  /** one for a hub; a mid-drive's ring with each cog */
  outputs: Output[];
  controller: Controller;
  thermal: Thermal;
  circumferenceMm: number;
  battery: { chemistry: Chemistry; series: number; capacityAh: number; internalOhm: number };
  bikeKg: number;
  riderKg: number;
  loadKg: number;
  cdaM2: number;
  crr: number;
  riderW: number;
  targetKmh: number;
  hill: { gradePercent: number; lengthM: number } | null;
  asked: { rangeKm: number | null; hillKmh: number | null };
  coldestC: number;
  /** what it rests on, a line each */
  assumptions: string[];
};

/** What may be tried on the sliders; nothing of it is stored. */
export type WhatIf = {
  moreKg: number;
  headwindKmh: number;
  targetKmh: number;
  riderW: number;
  temperatureC: number;
  /** share of the new capacity that is left */
  cellShare: number;
};

export type Band = { low: number; likely: number; high: number };

export type Forecast = {
  route: ReturnType<typeof ride>;
  /** null: the rider's own power carries it, the charge never ends */
  rangeKm: Band | null;
  /** charge left at the end of one run of the route, % */
  leftPercent: Band;
  hill: { gradePercent: number; lengthM: number; kmh: Band; windingC: number; starts: boolean } | null;
  /** the road's climbs, the one with the most rise first */
  climbs: ClimbRidden[];
  plane: SpeedPower;
};

/** A climb as it is ridden: the speed held on its mean grade, the winding at its hottest, the gear, and whether it starts on its steepest. */
export type ClimbRidden = Climb & { kmh: number; windingC: number; cogTeeth: number | null; starts: boolean };

/** Kept back in the pack at the end, % (common practice). */
export const RESERVE_PERCENT = 15;

/** How far each side of the likely ride lies (common practice and memory): air, tyres, wind, and what the bike carries. */
const UNSURE = {
  low: { cda: 1.15, crr: 1.2, windKmh: 5, moreKg: 5, cells: 0.85 },
  likely: { cda: 1, crr: 1, windKmh: 0, moreKg: 0, cells: 0.95 },
  high: { cda: 0.9, crr: 0.9, windKmh: 0, moreKg: 0, cells: 1 },
} as const;

/** Share of a pack's charge that it gives at a temperature (at half its capacity an hour, from memory). */
const COLD: readonly [temperatureC: number, share: number][] = [
  [-20, 0.57],
  [-10, 0.75],
  [0, 0.87],
  [10, 0.94],
  [25, 1],
];

export function coldShare(temperatureC: number): number {
  const above = COLD.findIndex(([at]) => at >= temperatureC);
  if (above === 0) return COLD[0]![1];
  if (above < 0) return 1;
  const [[t0, s0], [t1, s1]] = [COLD[above - 1]!, COLD[above]!];
  return s0 + ((s1 - s0) * (temperatureC - t0)) / (t1 - t0);
}

export const noChange = (p: ForecastInput): WhatIf => ({
  moreKg: 0,
  headwindKmh: 0,
  targetKmh: p.targetKmh,
  riderW: p.riderW,
  temperatureC: 15,
  cellShare: UNSURE.likely.cells,
});

/** The ride's input on one side of what is not known. The cold side is as cold as the customer's coldest ride. */
function inputOf(p: ForecastInput, segments: RideInput["segments"], what: WhatIf, side: keyof typeof UNSURE): RideInput {
  const unsure = UNSURE[side];
  const temperatureC = side === "low" ? Math.min(what.temperatureC, p.coldestC) : what.temperatureC;
  const cells = (what.cellShare * unsure.cells) / UNSURE.likely.cells;
  return {
    motor: p.motor,
    motors: p.motors,
    output: p.outputs[0]!,
    controller: p.controller,
    circumferenceMm: p.circumferenceMm,
    riderW: what.riderW,
    battery: {
      ...p.battery,
      capacityAh: p.battery.capacityAh * Math.min(1, cells) * coldShare(temperatureC),
      startPercent: 100,
      reservePercent: RESERVE_PERCENT,
    },
    load: {
      massKg: Math.max(20, p.bikeKg + p.riderKg + p.loadKg + what.moreKg + unsure.moreKg),
      cdaM2: p.cdaM2 * unsure.cda,
      crr: p.crr * unsure.crr,
      headwindKmh: what.headwindKmh + unsure.windKmh,
      altitudeM: 0,
      temperatureC,
      wheelDragAreaM2: WHEEL_DRAG_AREA_M2,
    },
    segments,
    targetKmh: what.targetKmh,
    ambientC: temperatureC,
    thermal: p.thermal,
  };
}

/** A cell of each kind at rest and half empty, V. */
const HALF_V = {
  nmc: openCircuitV("nmc", 50),
  lfp: openCircuitV("lfp", 50),
  lipo: openCircuitV("lipo", 50),
  "lead-acid": openCircuitV("lead-acid", 50),
} as const;

/** Legs turn best about here, rpm. */
const CADENCE_RPM = 75;

/**
 * The gear for a grade: the one that is fastest up to the target, and of those that reach it the one that turns the legs best.
 * A hub has one.
 */
export function gearFor(p: RideInput, outputs: readonly Output[], gradePercent: number): Output {
  if (outputs.length < 2) return outputs[0]!;
  const openCircuitV = HALF_V[p.battery.chemistry] * p.battery.series;
  let best = { output: outputs[0]!, speed: -1, off: Infinity };
  for (const output of outputs) {
    const at = driveSteady({
      ...p,
      output,
      battery: { openCircuitV, internalOhm: p.battery.internalOhm },
      load: { ...p.load, gradePercent },
    });
    const speed = Math.min(at.speedKmh, p.targetKmh);
    const turns =
      output === "wheel" ? CADENCE_RPM : ((speed / 0.06 / p.circumferenceMm) * 1000 * output.cogTeeth) / output.chainringTeeth;
    const off = Math.abs(turns - CADENCE_RPM);
    if (speed > best.speed + 0.3 || (speed > best.speed - 0.3 && off < best.off))
      best = { output, speed: Math.max(speed, best.speed), off };
  }
  return best.output;
}

/** The ride with the gear chosen anew for every half percent of grade. */
function inGears(p: RideInput, outputs: readonly Output[]) {
  const chosen = new Map<number, Output>();
  const outputFor = (gradePercent: number): Output => {
    const step = Math.round(2 * gradePercent) / 2;
    const known = chosen.get(step);
    if (known) return known;
    const output = gearFor(p, outputs, step);
    chosen.set(step, output);
    return output;
  };
  return (plan: ReturnType<typeof planOf>): ReturnType<typeof planOf> =>
    outputs.length < 2
      ? plan
      : {
          ...plan,
          stretches: plan.stretches.map((stretch) => ({
            ...stretch,
            machine: machineOf({ ...p, output: outputFor(stretch.gradePercent) }),
          })),
        };
}

/** The whole forecast: the likely ride in full, and how far the range and the charge left go to both sides of it. */
export function forecast(p: ForecastInput, segments: RideInput["segments"], what: WhatIf = noChange(p)): Forecast {
  const sides = (["low", "likely", "high"] as const).map((side) => {
    const input = inputOf(p, segments, what, side);
    return { input, out: ride(input, 1, inGears(input, p.outputs)) };
  });
  const [low, likely, high] = sides as [(typeof sides)[0], (typeof sides)[0], (typeof sides)[0]];
  const band = (of: (out: Forecast["route"]) => number): Band => ({
    low: of(low.out),
    likely: of(likely.out),
    high: of(high.out),
  });
  const endless = likely.out.rangeKm === null;
  return {
    route: likely.out,
    rangeKm: endless ? null : band((out) => out.rangeKm ?? Infinity),
    leftPercent: band((out) => out.endPercent),
    hill: p.hill && hillOf(p, p.hill, low.input, likely.input, high.input),
    climbs: climbsOf(segments).map((climb) => ridden(p, climb, likely.input, likely.out)),
    plane: speedPower(
      likely.input,
      p.outputs,
      [0, ...(p.hill ? [p.hill.gradePercent / 2, p.hill.gradePercent] : [4, 8])],
      Math.max(45, p.targetKmh + 10),
      HALF_V[p.battery.chemistry] * p.battery.series,
    ),
  };
}

/** The likely range alone, km; null when the charge does not end. */
export function likelyRangeKm(p: ForecastInput, segments: RideInput["segments"], what: WhatIf): number | null {
  const input = inputOf(p, segments, what, "likely");
  return ride(input, 1, inGears(input, p.outputs)).rangeKm;
}

/** The likely speed on the worst hill alone, km/h; null without a hill. */
export const likelyHillKmh = (p: ForecastInput, what: WhatIf): number | null =>
  p.hill && heldKmh(p, inputOf(p, [], what, "likely"), p.hill.gradePercent);

function ridden(p: ForecastInput, climb: Climb, input: RideInput, out: Forecast["route"]): ClimbRidden {
  const on = out.trace.filter(({ km }) => 1000 * km >= climb.fromM && 1000 * km <= climb.fromM + climb.lengthM);
  const gear = gearFor(input, p.outputs, climb.meanPercent);
  const steep = gearFor(input, p.outputs, climb.steepestPercent);
  const again = ride({ ...input, output: steep, segments: [{ lengthM: 20, gradePercent: climb.steepestPercent }] });
  return {
    ...climb,
    kmh: heldKmh(p, input, climb.meanPercent),
    windingC: Math.max(input.ambientC, ...on.map((point) => point.windingC)),
    cogTeeth: gear === "wheel" ? null : gear.cogTeeth,
    starts: again.distanceKm > 0,
  };
}

/** The speed that is held on a grade in the best gear with the pack half empty, up to the target. */
function heldKmh(p: ForecastInput, input: RideInput, gradePercent: number): number {
  const at = driveSteady({
    ...input,
    output: gearFor(input, p.outputs, gradePercent),
    battery: { openCircuitV: HALF_V[p.battery.chemistry] * input.battery.series, internalOhm: input.battery.internalOhm },
    load: { ...input.load, gradePercent },
  });
  return Math.min(input.targetKmh, at.speedKmh);
}

/** The worst hill: the speed that is held on it, how hot the motor is at its top, and whether it could start again on it. */
function hillOf(
  p: ForecastInput,
  hill: NonNullable<ForecastInput["hill"]>,
  low: RideInput,
  likely: RideInput,
  high: RideInput,
): NonNullable<Forecast["hill"]> {
  const held = (input: RideInput): number => heldKmh(p, input, hill.gradePercent);
  const up = ride({ ...likely, output: gearFor(likely, p.outputs, hill.gradePercent), segments: [hill] });
  return {
    ...hill,
    kmh: { low: held(low), likely: held(likely), high: held(high) },
    windingC: up.maxWindingC,
    starts: up.distanceKm > 0,
  };
}
