import type { Chemistry } from "../power/batteryPack";
import type { Thermal } from "../power/heat";
import { machineOf, type Controller, type Motor, type Output } from "../power/machine";
import { openCircuitV } from "../power/openCircuit";
import { climbsOf, type Climb } from "../route/climbs";
import { windOn, type RoadSegment } from "../route/roadSegments";
import { heldMs } from "./driveSteady";
import { Gears, inGears, type Shifts } from "./gears";
import { onGrade, resistanceOf, WHEEL_DRAG_AREA_M2 } from "./roadLoad";
import { planOf, ride, type RideInput } from "./ride";
import { RideRun, type Ended, type Watch } from "./rideRun";
import { speedPower, type SpeedPower } from "./speedPower";

/** How the motors are called: by hand, by turning pedals at a level's share of the current, or by so many times the rider's own force. */
export type Assist = { kind: "throttle" | "cadence" } | { kind: "torque"; topRatio: number };

/** All that a ride on the customer's own road is reckoned from; plain data, so that it crosses to a worker. */
export type ForecastInput = {
  motor: Motor;
  motors: number;
  /** one for a hub; a mid-drive's ring with each cog */
  outputs: Output[];
  controller: Controller;
  assist: Assist;
  /** the volts up to which motors without a clutch charge the pack on descents, V; null where they do not */
  regenMaxV: number | null;
  /** lamps and display, W */
  auxW: number;
  /** motors without a clutch drag while they are off */
  drags: boolean;
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
  /** How sure air and tyres are, against the tables: under 1 where finished bikes taught them */
  sure?: { drag: number; rolling: number };
  /** what it rests on, a line each */
  assumptions: string[];
};

/** What may be tried on the sliders; nothing of it is stored. */
export type WhatIf = {
  moreKg: number;
  /** from ahead all the way, or from where it comes: see windFromDeg */
  headwindKmh: number;
  /** where the wind comes from, degrees from north to the east; null for head on */
  windFromDeg: number | null;
  targetKmh: number;
  riderW: number;
  /** the level ridden in, as a share of the highest */
  assistShare: number;
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
  /** how the low side's run ends */
  lowEnded: Ended;
  hill: { gradePercent: number; lengthM: number; kmh: Band; windingC: number; starts: boolean } | null;
  /** the road's climbs, the one with the most rise first */
  climbs: ClimbRidden[];
  /** null without gears */
  shifts: Shifts | null;
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

export const coldShare = (temperatureC: number): number => between(COLD, temperatureC);

/** Colder than this no controller should charge a pack, °C (common practice). */
const NO_REGEN_C = 5;

/** A cell's resistance against itself at 25 °C (the middle of what is typical, from memory). */
const COLD_OHM: readonly [temperatureC: number, times: number][] = [
  [-20, 6.5],
  [-10, 3.5],
  [0, 2.1],
  [10, 1.4],
  [25, 1],
];

/** An aged cell's resistance grows twice as fast as its capacity shrinks (from memory). */
const ageOhm = (share: number): number => 1 + 2 * (1 - share);

/** Straight between rows, as the ends beyond them. */
function between(rows: readonly (readonly [at: number, value: number])[], at: number): number {
  const above = rows.findIndex(([row]) => row >= at);
  if (above === 0) return rows[0]![1];
  if (above < 0) return rows.at(-1)![1];
  const [[a0, v0], [a1, v1]] = [rows[above - 1]!, rows[above]!];
  return v0 + ((v1 - v0) * (at - a0)) / (a1 - a0);
}

export const noChange = (p: ForecastInput): WhatIf => ({
  moreKg: 0,
  headwindKmh: 0,
  windFromDeg: null,
  targetKmh: p.targetKmh,
  riderW: p.riderW,
  assistShare: 1,
  temperatureC: 15,
  cellShare: UNSURE.likely.cells,
});

/** The ride's input on one side of what is not known. The cold side is as cold as the customer's coldest ride. */
function inputOf(p: ForecastInput, segments: readonly RoadSegment[], what: WhatIf, side: keyof typeof UNSURE): RideInput {
  const unsure = UNSURE[side];
  const temperatureC = side === "low" ? Math.min(what.temperatureC, p.coldestC) : what.temperatureC;
  const cells = Math.min(1, (what.cellShare * unsure.cells) / UNSURE.likely.cells);
  const turns = what.windFromDeg !== null && what.headwindKmh !== 0;
  const level = p.assist.kind === "torque" ? 1 : what.assistShare;
  return {
    motor: p.motor,
    motors: p.motors,
    output: p.outputs[0]!,
    controller: { ...p.controller, batteryA: level * p.controller.batteryA, phaseA: level * p.controller.phaseA },
    ...(p.assist.kind === "torque" && { assistRatio: what.assistShare * p.assist.topRatio }),
    ...(p.regenMaxV !== null && temperatureC >= NO_REGEN_C && { regenMaxV: p.regenMaxV }),
    auxW: p.auxW,
    drags: p.drags,
    circumferenceMm: p.circumferenceMm,
    riderW: what.riderW,
    battery: {
      ...p.battery,
      capacityAh: p.battery.capacityAh * cells * coldShare(temperatureC),
      internalOhm: p.battery.internalOhm * between(COLD_OHM, temperatureC) * ageOhm(cells),
      startPercent: 100,
      reservePercent: RESERVE_PERCENT,
    },
    load: {
      massKg: Math.max(20, p.bikeKg + p.riderKg + p.loadKg + what.moreKg + unsure.moreKg),
      cdaM2: p.cdaM2 * (1 + (unsure.cda - 1) * (p.sure?.drag ?? 1)),
      crr: p.crr * (1 + (unsure.crr - 1) * (p.sure?.rolling ?? 1)),
      headwindKmh: (turns ? 0 : what.headwindKmh) + unsure.windKmh,
      altitudeM: 0,
      temperatureC,
      wheelDragAreaM2: WHEEL_DRAG_AREA_M2,
    },
    segments: turns ? segments.map((s) => ({ ...s, ...windOn(s, what.headwindKmh, what.windFromDeg) })) : segments,
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

/** The whole forecast: the likely ride in full, and how far the range and the charge left go to both sides of it. */
export function forecast(p: ForecastInput, segments: readonly RoadSegment[], what: WhatIf = noChange(p)): Forecast {
  const sides = (["low", "likely", "high"] as const).map((side) => {
    const input = inputOf(p, segments, what, side);
    const gears = gearsOf(p, input);
    const ridden = inGears(gears, input);
    return { input, gears, ridden, out: ride(input, 1, ridden.change) };
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
    lowEnded: low.out.ended,
    hill: p.hill && hillOf(p.hill, low, likely, high),
    climbs: climbsOf(segments).map((climb) => ridden(climb, likely)),
    shifts: likely.ridden.shifts(likely.out.trace),
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
export function likelyRangeKm(p: ForecastInput, segments: readonly RoadSegment[], what: WhatIf): number | null {
  const input = inputOf(p, segments, what, "likely");
  return ride(input, 1, inGears(gearsOf(p, input), input).change).rangeKm;
}

/** One likely run of a road: what is held against a ride that was ridden on it. */
export function likelyRide(p: ForecastInput, segments: readonly RoadSegment[], what: WhatIf): Forecast["route"] {
  const input = inputOf(p, segments, what, "likely");
  return ride(input, 1, inGears(gearsOf(p, input), input).change);
}

/** The same run step by step, for who wants its moments. */
export function watchedRide(p: ForecastInput, segments: readonly RoadSegment[], what: WhatIf, watch: Watch): void {
  const input = inputOf(p, segments, what, "likely");
  new RideRun(inGears(gearsOf(p, input), input).change(planOf(input))).lap(watch);
}

/** The pack as a likely ride takes it at a temperature: what is left of it by its age and the cold, Ah, and its resistance, Ω. */
export function packAt(p: ForecastInput, temperatureC: number): { capacityAh: number; internalOhm: number } {
  const { capacityAh, internalOhm } = inputOf(p, [], { ...noChange(p), temperatureC }, "likely").battery;
  return { capacityAh, internalOhm };
}

/** The likely speed on the worst hill alone, km/h, the pack at so much charge; null without a hill. */
export function likelyHillKmh(p: ForecastInput, what: WhatIf, chargePercent = 50): number | null {
  if (!p.hill) return null;
  const input = inputOf(p, [], what, "likely");
  return gearsOf(p, input, openCircuitV(p.battery.chemistry, chargePercent)).best(p.hill.gradePercent).kmh;
}

/** The gears with the speed that each holds on a grade up to the target. @param cellV at rest; half empty where nothing else is said */
function gearsOf(p: ForecastInput, input: RideInput, cellV: number = HALF_V[input.battery.chemistry]): Gears {
  const { assistRatio, riderW, load } = input;
  const machines = new Map(p.outputs.map((output) => [output, machineOf({ ...input, output })]));
  const level = resistanceOf({ ...load, gradePercent: 0 });
  const battery = {
    openCircuitV: cellV * input.battery.series,
    internalOhm: input.battery.internalOhm,
  };
  return new Gears(p.outputs, input.circumferenceMm, (output, gradePercent) => {
    const road = onGrade(level, load.massKg, gradePercent);
    return 3.6 * heldMs({ machine: machines.get(output)!, road, riderW, assistRatio, battery, targetMs: input.targetKmh / 3.6 });
  });
}

type Side = { input: RideInput; gears: Gears; out: Forecast["route"] };

function ridden(climb: Climb, { input, gears, out }: Side): ClimbRidden {
  const on = out.trace.filter(({ km }) => 1000 * km >= climb.fromM && 1000 * km <= climb.fromM + climb.lengthM);
  const { output, kmh } = gears.best(climb.meanPercent);
  const steep = gears.best(climb.steepestPercent).output;
  const again = ride({ ...input, output: steep, segments: [{ lengthM: 20, gradePercent: climb.steepestPercent }] });
  return {
    ...climb,
    kmh,
    windingC: Math.max(input.ambientC, ...on.map((point) => point.windingC)),
    cogTeeth: output === "wheel" ? null : output.cogTeeth,
    starts: again.distanceKm > 0,
  };
}

/** The worst hill: the speed that is held on it, how hot the motor is at its top, and whether it could start again on it. */
function hillOf(hill: NonNullable<ForecastInput["hill"]>, low: Side, likely: Side, high: Side): NonNullable<Forecast["hill"]> {
  const held = ({ gears }: Side): number => gears.best(hill.gradePercent).kmh;
  const up = ride({ ...likely.input, output: likely.gears.best(hill.gradePercent).output, segments: [hill] });
  return {
    ...hill,
    kmh: { low: held(low), likely: held(likely), high: held(high) },
    windingC: up.maxWindingC,
    starts: up.distanceKm > 0,
  };
}
