import type { ForecastInput } from "../ride/forecast";
import { airDensityKgM3 } from "../ride/airDensity";
import { WHEEL_DRAG_AREA_M2 } from "../ride/roadLoad";
import { GRAVITY_MS2 } from "../units/gravity";
import { gearOf, motorForceN, USUAL_WINDING_C } from "./driven";
import { leastSquares, type Prior, type Row } from "./leastSquares";
import type { RideLog } from "./rideLogSchema";
import { inWind, windOnRide, windPriors, windTells } from "./windOnRide";

/** A figure of the model before and after the ride, in its unit; `learnt` where the ride says clearly more than was thought before. */
export type Learnt = {
  readonly id: "drive" | "rider" | "rolling" | "drag" | "capacity" | "resistance" | "winding" | "shell";
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
  /** The wind that the ride tells of, where what was noted cannot have been so. */
  readonly otherWind?: string | null;
  /** Why something could not be learnt, in sentences. */
  readonly cannot: readonly string[];
  /** Windows of the ride that tell something of the road and the drive. */
  readonly used: number;
  readonly of: number;
};

/** How sure the model's typical figures are, as a share of each (from memory, one standard deviation). */
const SURE = { drive: 0.05, rider: 0.3, rolling: 0.2, drag: 0.12 } as const;
/** A meter at the pedals is off by so much. */
const METER = 0.02;
/** A figure is learnt where it is so much surer than before. */
export const SURER = 0.6;
/** Two figures that a ride lets be taken for each other. */
const ALIKE = 0.995;
/** More scatter than this, in times the usual, is no fit; and so many standard deviations from what was thought hardly can be. */
const BADLY = 3;
export const HARDLY = 4;
/** Steeper down than this the brakes may hold the bike, %; losing so much speed too, m/s² in the mean. */
const BRAKED = { gradePercent: -2, lossMs2: 0.05 } as const;
/** Gaining more than this a window is a start: its mean power tells little of what the motor made of it, m/s² in the mean. */
const STARTS_MS2 = 0.15;
/** Share of a window in which the motor pulls, from which on somebody surely wanted to go on. */
const PULLS_ALL = 0.9;
/** What a window's heights are off by at each edge after averaging, m; gusts, m/s, and more of them for a wind from
 * nobody knows where, as a share of it; what the motor's power is off by. */
const NOISE = { heightM: 0.35, gustMs: 0.5, windShare: 0.2, power: 0.02 } as const;
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
  const machineAt = gearOf(p);
  const wind = windOnRide(log);
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
    const on = pulls > 0.02 ? pulls * motorForceN(machine, meanMs, packW / pulls, windingC, !p.drags) : 0;
    const off = p.drags ? (1 - pulls) * motorForceN(machine, meanMs, 0, windingC, false) : 0;
    const driveJ = (on + off) * wayM;
    const bearingJ = ((91 + 8.7 * meanMs) / 1000) * wayM;
    const air = inWind(wind, i, meanMs);
    const airJ = 0.5 * rho * log.cubeM3S3[i]! * log.windowS * air.times;
    const y = massKg * GRAVITY_MS2 * rise + 0.5 * massKg * (v1 * v1 - v0 * v0) + bearingJ + WHEEL_DRAG_AREA_M2 * airJ;
    const riderJ = metered ? log.riderW[i]! * log.windowS : (log.legs[i] ?? 1) * movingS;
    const gustMs = wind.kind === "unsure" ? Math.hypot(NOISE.gustMs, NOISE.windShare * wind.ms) : NOISE.gustMs;
    const gustJ = rho * p.cdaM2 * meanMs * gustMs * wayM;
    const sd = Math.hypot(Math.SQRT2 * NOISE.heightM * massKg * GRAVITY_MS2, gustJ, NOISE.power * Math.abs(driveJ));
    rows.push({
      y,
      slopes: [driveJ, riderJ, -massKg * GRAVITY_MS2 * wayM, -airJ, ...air.slopes.map((slope) => -rho * p.cdaM2 * wayM * slope)],
      sd,
      answers: gustJ ** 2,
    });
  }
  const priors: Prior[] = [
    { mean: 1, sd: SURE.drive },
    metered ? { mean: 1, sd: METER } : { mean: p.riderW, sd: SURE.rider * p.riderW },
    { mean: p.crr, sd: SURE.rolling * p.crr },
    { mean: p.cdaM2, sd: SURE.drag * p.cdaM2 },
    ...windPriors(wind, log.windKmh / 3.6),
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
  // Where the bike headed is not known: what the wind took and gave looks like a weaker or a stronger drive.
  const blind = wind.kind === "unsure" && wind.headings === null;
  const air = windTells(log, wind, found.values.slice(figures.length), priors.slice(figures.length));
  const bad = blind || air.other !== null || found.noiseTimes > BADLY || far !== undefined;
  cannot.push(...air.says);
  if (found.noiseTimes > BADLY)
    cannot.push(
      `The ride fits badly (${found.noiseTimes.toFixed(1)} times the scatter that is usual): wind, brakes or a wrong column. Nothing of it is taken over.`,
    );
  else if (far && !blind && air.other === null)
    cannot.push(
      `${far.says} would come out where it can hardly be: a wrong column, another mass, or wind. Nothing of this ride is taken over.`,
    );
  return {
    figures: bad ? told.map((one) => ({ ...one, learnt: false })) : told,
    otherWind: air.other,
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
