import { machineOf, COPPER_PER_K, type Machine } from "../power/machine";
import { openCircuitV } from "../power/openCircuit";
import { packAt, type ForecastInput } from "../ride/forecast";
import { airDensityKgM3 } from "../ride/airDensity";
import { WHEEL_DRAG_AREA_M2 } from "../ride/roadLoad";
import { GRAVITY_MS2 } from "../units/gravity";
import { leastSquares, type Prior, type Row } from "./leastSquares";
import type { RideLog } from "./rideLogSchema";

/** A figure of the model before and after the ride, in its unit; `learnt` where the ride says clearly more than was thought before. */
export type Learnt = {
  readonly id: "drive" | "rider" | "rolling" | "drag" | "capacity" | "resistance";
  readonly says: string;
  readonly unit: string;
  readonly before: Prior;
  readonly after: Prior;
  readonly learnt: boolean;
};

export type Lesson = {
  readonly figures: readonly Learnt[];
  /** The ride fits the model: all figures together foretell it, even those that it cannot tell apart. */
  readonly fits: boolean;
  /** Why something could not be learnt, in sentences. */
  readonly cannot: readonly string[];
  /** Windows of the ride that tell something of the road and the drive. */
  readonly used: number;
  readonly of: number;
};

/** How sure the model's typical figures are, as a share of each (from memory, one standard deviation). */
const SURE = { drive: 0.05, rider: 0.3, rolling: 0.2, drag: 0.12, capacity: 0.07, resistance: 0.3 } as const;
/** A meter at the pedals is off by so much. */
const METER = 0.02;
/** A figure is learnt where it is so much surer than before. */
const SURER = 0.6;
/** Two figures that a ride lets be taken for each other. */
const ALIKE = 0.995;
/** More scatter than this, in times the usual, is no fit; and so many standard deviations from what was thought hardly can be. */
const BADLY = 3;
const HARDLY = 4;
/** Steeper down than this the brakes may hold the bike, %; losing so much speed too, m/s² in the mean. */
const BRAKED = { gradePercent: -2, lossMs2: 0.05 } as const;
/** Gaining more than this a window is a start: its mean power tells little of what the motor made of it, m/s² in the mean. */
const STARTS_MS2 = 0.15;
/** Share of a window in which the motor pulls, from which on somebody surely wanted to go on. */
const PULLS_ALL = 0.9;
/** What a window's heights are off by at each edge after averaging, m; gusts, m/s; what the motor's power is off by. */
const NOISE = { heightM: 0.35, gustMs: 0.5, power: 0.02 } as const;
/** What a winding runs at on the road where nobody read it, °C. */
const USUAL_WINDING_C = 55;
/** Legs turn best about here, rpm: tells the gear of a motor at the crank. */
const CADENCE_RPM = 75;

/** The force at the road that motors make of so much power from the pack, N: the direct-current equivalent solved for its current. */
function forceOf(m: Machine, speedMs: number, packW: number, windingC: number, clutch: boolean): number {
  const ohm = m.windingOhm * (1 + COPPER_PER_K * (windingC - 20));
  const rpm = m.rpmPerMs * speedMs;
  const emf = rpm / m.kvRpmPerV;
  const motorW = Math.max(0, (packW * m.controller.efficiency) / m.motors);
  const current = (2 * motorW) / (emf + Math.sqrt(emf * emf + 4 * ohm * motorW) || 1);
  const spareNm = m.kt * current - m.dragNm - m.dragNmPerRpm * rpm;
  return m.motors * m.forcePerNm * (clutch ? Math.max(0, spareNm) : spareNm);
}

/**
 * What a ride says of the bike, window by window, from the balance of its energy: what motor and legs gave less what height, speed,
 * rolling and air took is nothing. Drive, rider, rolling and drag enter it straight, so that it is one linear least squares with priors.
 * @param p what the ride was forecast from, with the masses that it was ridden with
 */
export function learnRoad(log: RideLog, p: ForecastInput): Lesson {
  const cannot: string[] = [];
  const windows = log.wayM.length;
  if (log.motorW.length === 0)
    return {
      figures: [],
      fits: false,
      cannot: ["The file says nothing of the power from the pack: drive, rolling and drag cannot be learnt from it."],
      used: 0,
      of: windows,
    };
  if (log.heightM.length === 0)
    return {
      figures: [],
      fits: false,
      cannot: ["The file has no heights: what the road took in climbing is not known, so nothing of the drive can be learnt."],
      used: 0,
      of: windows,
    };
  const massKg = p.bikeKg + log.riderKg + log.loadKg;
  const rho = airDensityKgM3({ altitudeM: log.heightM[0]!, temperatureC: log.airC });
  const machines = p.outputs.map((output) => ({
    output,
    machine: machineOf({
      motor: p.motor,
      motors: p.motors,
      output,
      controller: p.controller,
      circumferenceMm: p.circumferenceMm,
    }),
  }));
  const machineAt = (speedMs: number): Machine => {
    const rpm = (output: (typeof machines)[number]["output"]) =>
      output === "wheel" ? CADENCE_RPM : ((60_000 * speedMs) / p.circumferenceMm) * (output.cogTeeth / output.chainringTeeth);
    return machines.reduce((best, one) =>
      Math.abs(rpm(one.output) - CADENCE_RPM) < Math.abs(rpm(best.output) - CADENCE_RPM) ? one : best,
    ).machine;
  };
  const rows: Row[] = [];
  const metered = log.riderW.length > 0;
  for (let i = 0; i < windows; i += 1) {
    const wayM = log.wayM[i]!;
    const [v0, v1] = [log.speedMs[i]!, log.speedMs[i + 1]!];
    const rise = log.heightM[i + 1]! - log.heightM[i]!;
    const movingS = log.windowS - log.restS[i]!;
    if (wayM < 5 || movingS < 0.5 * log.windowS) continue;
    if ((100 * rise) / wayM < BRAKED.gradePercent || (v0 - v1) / log.windowS > BRAKED.lossMs2) continue;
    if ((v1 - v0) / log.windowS > STARTS_MS2) continue;
    const meanMs = wayM / movingS;
    // What is averaged over pulling and not pulling is taken apart: a motor that is off has no losses.
    const pulls = Math.min(1, (log.pulls[i] ?? 1) * (log.windowS / movingS));
    // With the motor off, and nothing that tells the legs, the rider may push, roll or brake.
    if (!metered && log.legs.length === 0 && pulls < PULLS_ALL) continue;
    const packW = Math.max(0, log.motorW[i]! - p.auxW) * (log.windowS / movingS);
    const windingC = log.windingC[i] ?? USUAL_WINDING_C;
    const machine = machineAt(meanMs);
    const on = pulls > 0.02 ? pulls * forceOf(machine, meanMs, packW / pulls, windingC, !p.drags) : 0;
    const off = p.drags ? (1 - pulls) * forceOf(machine, meanMs, 0, windingC, false) : 0;
    const driveJ = (on + off) * wayM;
    const bearingJ = ((91 + 8.7 * meanMs) / 1000) * wayM;
    const airJ = 0.5 * rho * log.cubeM3S3[i]! * log.windowS;
    const y = massKg * GRAVITY_MS2 * rise + 0.5 * massKg * (v1 * v1 - v0 * v0) + bearingJ + WHEEL_DRAG_AREA_M2 * airJ;
    const riderJ = metered ? log.riderW[i]! * log.windowS : (log.legs[i] ?? 1) * movingS;
    const gustJ = rho * p.cdaM2 * meanMs * NOISE.gustMs * wayM;
    const sd = Math.hypot(Math.SQRT2 * NOISE.heightM * massKg * GRAVITY_MS2, gustJ, NOISE.power * Math.abs(driveJ));
    rows.push({ y, slopes: [driveJ, riderJ, -massKg * GRAVITY_MS2 * wayM, -airJ], sd, answers: gustJ ** 2 });
  }
  const priors: Prior[] = [
    { mean: 1, sd: SURE.drive },
    metered ? { mean: 1, sd: METER } : { mean: p.riderW, sd: SURE.rider * p.riderW },
    { mean: p.crr, sd: SURE.rolling * p.crr },
    { mean: p.cdaM2, sd: SURE.drag * p.cdaM2 },
  ];
  if (rows.length < 12)
    return {
      figures: [],
      fits: false,
      cannot: [`Only ${rows.length} of ${windows} windows are free of stops and brakes: too few to learn from.`],
      used: rows.length,
      of: windows,
    };
  const found = leastSquares(rows, priors);
  const names = [
    { id: "drive", says: "Drive, against its class", unit: "×" },
    {
      id: "rider",
      says: metered ? "Meter at the pedals, against itself" : "Rider, while the legs turn",
      unit: metered ? "×" : "W",
    },
    { id: "rolling", says: "Rolling, share of the weight", unit: "" },
    { id: "drag", says: "Drag area", unit: "m²" },
  ] as const;
  const figures = names.map(({ id, says, unit }, i): Learnt => {
    const sd = Math.sqrt(found.covariance[i]![i]!);
    return { id, says, unit, before: priors[i]!, after: { mean: found.values[i]!, sd }, learnt: sd < SURER * priors[i]!.sd };
  });
  const [, , rolling, drag] = figures;
  const alike = Math.abs(found.dataCorrelation[2]![3]!);
  const tangled = alike > ALIKE && !(rolling!.learnt && drag!.learnt);
  if (tangled) cannot.push(tangledWords(log));
  // What cannot be told from the other is not taken over alone.
  const told = figures.map((one) => (tangled && (one.id === "rolling" || one.id === "drag") ? { ...one, learnt: false } : one));
  for (const one of told)
    if (!one.learnt && !(tangled && (one.id === "rolling" || one.id === "drag")) && !(metered && one.id === "rider"))
      cannot.push(`${one.says}: this ride says little more than was thought before.`);
  const far = told.find(({ before, after }) => Math.abs(after.mean - before.mean) > HARDLY * before.sd);
  const bad = found.noiseTimes > BADLY || far !== undefined;
  if (found.noiseTimes > BADLY)
    cannot.push(
      `The ride fits badly (${found.noiseTimes.toFixed(1)} times the scatter that is usual): wind, brakes or a wrong column. Nothing of it is taken over.`,
    );
  else if (far)
    cannot.push(
      `${far.says} would come out where it can hardly be: a wrong column, another mass, or wind. Nothing of this ride is taken over.`,
    );
  return {
    figures: bad ? told.map((one) => ({ ...one, learnt: false })) : told,
    fits: !bad,
    cannot,
    used: rows.length,
    of: windows,
  };
}

function tangledWords(log: RideLog): string {
  const span = Math.max(...log.heightM) - Math.min(...log.heightM);
  const moving = log.speedMs.filter((v) => v > 1).sort((a, b) => a - b);
  const [low, high] = [moving[Math.floor(0.1 * moving.length)]!, moving[Math.floor(0.9 * moving.length)]!];
  const why = [
    ...(span < 15 ? ["no hill"] : []),
    ...(high / low < 1.6 ? [`nearly one speed (${(3.6 * low).toFixed(0)} to ${(3.6 * high).toFixed(0)} km/h)`] : []),
  ];
  return `${why.length > 0 ? `${why.join(" and ")} on this ride: r` : "R"}olling and drag cannot be told apart.`.replace(
    /^./,
    (c) => c.toUpperCase(),
  );
}

/** Volts of a cell that the table of open-circuit volts is off by (one standard deviation), and that a reading scatters by. */
const CELL_TABLE_V = 0.015;
const CELL_SCATTER_V = 0.015;

/** What its volts under load and its counted charge say of the pack: capacity and resistance, by Gauss and Newton with priors. */
export function learnPack(log: RideLog, p: ForecastInput): Lesson & { readonly usedAh: number } {
  const usedAh = log.packA.reduce((sum, a) => sum + (a * log.windowS) / 3600, 0);
  const of = log.wayM.length;
  const nothing = (why: string) => ({ figures: [], fits: false, cannot: [why], used: 0, of, usedAh });
  if (log.packA.length === 0 || log.packV.length === 0)
    return nothing("The file says nothing of the pack's volts and amps: nothing can be learnt of the pack.");
  const { chemistry, series } = p.battery;
  const { capacityAh, internalOhm } = packAt(p, log.airC);
  const rested = log.restV[0] === null ? null : percentAt(chemistry, log.restV[0] / series);
  const priors: Prior[] = [
    { mean: capacityAh, sd: SURE.capacity * capacityAh },
    { mean: internalOhm, sd: SURE.resistance * internalOhm },
    rested === null ? { mean: 100, sd: 3 } : { mean: rested, sd: 2 },
    { mean: 0, sd: CELL_TABLE_V },
  ];
  let at = priors.map(({ mean }) => mean);
  const charge: number[] = [];
  log.packA.reduce((sum, a, i) => {
    charge[i] = sum + (a * log.windowS) / 7200;
    return sum + (a * log.windowS) / 3600;
  }, 0);
  const volts = (figures: readonly number[], i: number): number =>
    series * (openCircuitV(chemistry, figures[2]! - (100 * charge[i]!) / figures[0]!) + figures[3]!) -
    figures[1]! * log.packA[i]!;
  let covariance: readonly (readonly number[])[] = [];
  for (let turn = 0; turn < 12; turn += 1) {
    const rows = log.packV.map((measured, i): Row => {
      const now = volts(at, i);
      const slopes = at.map((value, k) => {
        const step = Math.max(1e-6, 1e-3 * priors[k]!.sd);
        return (volts(at.with(k, value + step), i) - volts(at.with(k, value - step), i)) / (2 * step);
      });
      // Linear about where it stands: what is looked for is the figure itself.
      return {
        y: measured - now + slopes.reduce((sum, slope, k) => sum + slope * at[k]!, 0),
        slopes,
        sd: series * CELL_SCATTER_V,
      };
    });
    const found = leastSquares(rows, priors);
    const moved = Math.max(...found.values.map((value, k) => Math.abs(value - at[k]!) / priors[k]!.sd));
    at = found.values.map((value, k) => (k === 0 ? Math.max(0.3 * capacityAh, value) : value));
    covariance = found.covariance;
    if (moved < 1e-4) break;
  }
  const figure = (k: number, id: "capacity" | "resistance", says: string, unit: string): Learnt => {
    const sd = Math.sqrt(covariance[k]![k]!);
    const far = Math.abs(at[k]! - priors[k]!.mean) > HARDLY * priors[k]!.sd;
    if (far)
      cannot.push(`${says} would come out where it can hardly be: look at the meter, and at the pack. It is not taken over.`);
    return { id, says, unit, before: priors[k]!, after: { mean: at[k]!, sd }, learnt: !far && sd < SURER * priors[k]!.sd };
  };
  const cannot: string[] = [];
  const figures = [
    figure(0, "capacity", "Pack's capacity", "Ah"),
    figure(1, "resistance", "Pack's resistance with its leads", "Ω"),
  ];
  const little = figures.flatMap((one) =>
    one.learnt || one.after.sd < SURER * one.before.sd
      ? []
      : [
          one.id === "capacity"
            ? `Only ${((100 * usedAh) / capacityAh).toFixed(0)} % of the charge was used: the pack's capacity cannot be told from that.`
            : "The current hardly changed: the pack's resistance cannot be told.",
        ],
  );
  return {
    figures,
    fits: cannot.length === 0,
    cannot: [...cannot, ...little],
    used: of,
    of,
    usedAh,
  };
}

/** The charge at which a cell at rest has such volts, %. */
export function percentAt(chemistry: ForecastInput["battery"]["chemistry"], cellV: number): number {
  let [low, high] = [0, 100];
  for (let turn = 0; turn < 40; turn += 1) {
    const middle = (low + high) / 2;
    if (openCircuitV(chemistry, middle) < cellV) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
