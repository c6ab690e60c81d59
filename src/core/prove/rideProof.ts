import { openCircuitV } from "../power/openCircuit";
import {
  likelyHillKmh,
  likelyRangeKm,
  likelyRide,
  noChange,
  packAt,
  RESERVE_PERCENT,
  type ForecastInput,
} from "../ride/forecast";
import { roadSegments, type RoadSegment } from "../route/roadSegments";
import type { Route } from "../route/routeSchema";
import { learnPack, learnRoad, percentAt, type Learnt, type Lesson } from "./learn";
import { onRoad, type OnRoad } from "./onRoad";
import { GRAVITY_MS2 } from "../units/gravity";
import type { RideLog } from "./rideLogSchema";

/** A figure with what it leaves open, at 95 %. */
export type Proved = { readonly value: number; readonly plusMinus: number };

/** A part of the ride beside what was forecast for it. */
export type Section = {
  readonly fromKm: number;
  readonly toKm: number;
  readonly gradePercent: number | null;
  readonly kmh: number;
  readonly forecastKmh: number;
  readonly wh: number | null;
  readonly forecastWh: number;
};

export type TracePair = { readonly km: number; readonly kmh: number; readonly watts: number | null };

/** All that a recorded ride says. */
export type RideProof = {
  readonly ridden: {
    readonly km: number;
    readonly movingS: number;
    readonly restS: number;
    readonly averageKmh: number;
    readonly maxKmh: number;
    readonly wh: number | null;
    readonly climbM: number | null;
    readonly windingC: number | null;
  };
  /** What the same road was forecast with, ridden as it was: rider's mass, air, stops. */
  readonly forecast: { readonly averageKmh: number; readonly wh: number; readonly windingC: number };
  readonly onRoad: OnRoad | null;
  readonly sections: readonly Section[];
  readonly riddenTrace: readonly TracePair[];
  readonly forecastTrace: readonly TracePair[];
  readonly range: (Proved & { readonly by: readonly string[] }) | null;
  readonly rangeNot: string | null;
  readonly hill: (Proved & { readonly gradePercent: number; readonly lengthM: number }) | null;
  readonly hillNot: string | null;
  /** The range on the customer's road as it was reckoned, and with all that this ride says together; null where it does not fit, or nothing ends it. */
  readonly again: { readonly beforeKm: number; readonly afterKm: number } | null;
  readonly road: Lesson;
  readonly pack: Lesson;
};

/** Stops shorter than this are part of riding, s. */
const STOP_S = 3;
const SECTIONS = 8;
/** What a counted current is off by, as a share: a meter's own (common practice). */
const COUNTED = 0.02;
/** Rides of one road on one day differ by so much, as a share: starts, lights, gusts (from memory). */
const LIKE_THE_RIDE = 0.01;
/** What a cell's volts at rest are off by against the table, V, at the middle of its charge. */
const REST_CELL_V = 0.02;
const P95 = 1.96;

/** @param p what the ride is forecast from   @param road the customer's; null where there is none */
export function rideProof(log: RideLog, p: ForecastInput, road: Route | null): RideProof {
  const input: ForecastInput = { ...p, riderKg: log.riderKg, loadKg: log.loadKg };
  const segments = segmentsOf(log);
  const made = likelyRide(input, segments, { ...noChange(input), temperatureC: log.airC });
  const km = sum(log.wayM) / 1000;
  const restS = sum(log.restS);
  const movingS = log.windowS * log.wayM.length - restS;
  const wh = log.motorW.length > 0 ? (sum(log.motorW) * log.windowS) / 3600 : null;
  const roadLesson = learnRoad(log, input);
  const pack = learnPack(log, input);
  const on = road && onRoad(log, road);
  const reach = rangeOf(log, input, pack, km);
  const hill = hillOf(log, input, pack);
  return {
    ridden: {
      km,
      movingS,
      restS,
      averageKmh: (3.6 * 1000 * km) / movingS,
      maxKmh: 3.6 * Math.max(...log.speedMs),
      wh,
      climbM:
        log.heightM.length > 0
          ? log.heightM.reduce((total, height, i) => total + (i > 0 ? Math.max(0, height - log.heightM[i - 1]!) : 0), 0)
          : null,
      windingC: log.windingC.length > 0 ? Math.max(...log.windingC) : null,
    },
    forecast: { averageKmh: movingKmh(made, segments), wh: made.energyWh, windingC: made.maxWindingC },
    onRoad: on,
    sections: sectionsOf(log, made),
    riddenTrace: traceOf(log),
    forecastTrace: made.trace.map((point) => ({ km: point.km, kmh: point.kmh, watts: point.electricalW })),
    range: on?.on && reach.range ? reach.range : null,
    rangeNot:
      reach.not ??
      (on
        ? on.on
          ? null
          : `${capital(on.says)}: the range on it is not proved by that.`
        : "There is no road to hold it against."),
    hill: hill.held,
    hillNot: hill.not,
    again: road && againOf(input, roadLesson, pack, road, log.airC),
    road: roadLesson,
    pack,
  };
}

/** What cannot be told apart foretells together: rider, rolling and drag are taken as the ride has them, all or none. */
function againOf(p: ForecastInput, onTheRoad: Lesson, pack: Lesson, road: Route, airC: number): RideProof["again"] {
  if (!onTheRoad.fits || !pack.fits) return null;
  const all = [...onTheRoad.figures, ...pack.figures].map((figure) => ({ ...figure, learnt: true }));
  const rider = all.find(({ id, unit }) => id === "rider" && unit === "W");
  const anew = withLessons({ ...p, riderW: rider?.after.mean ?? p.riderW }, all);
  const segments = roadSegments(road);
  const reach = (input: ForecastInput) => likelyRangeKm(input, segments, { ...noChange(input), temperatureC: airC });
  const [beforeKm, afterKm] = [reach(p), reach(anew)];
  return beforeKm === null || afterKm === null ? null : { beforeKm, afterKm };
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The road that was ridden, as pieces: flat where the file has no heights, with its stops. */
export function segmentsOf(log: RideLog): RoadSegment[] {
  return log.wayM.flatMap((lengthM, i): RoadSegment[] => {
    if (lengthM < 1) return [];
    const rise = log.heightM.length > 0 ? log.heightM[i + 1]! - log.heightM[i]! : 0;
    const grade = Math.max(-35, Math.min(35, (100 * rise) / lengthM));
    const stopS = log.restS[i]!;
    const last = i === log.wayM.length - 1;
    return [{ lengthM, gradePercent: grade, ...(stopS > STOP_S && !last && { stopS }) }];
  });
}

/** The mean speed while the wheels turn. */
function movingKmh(made: ReturnType<typeof likelyRide>, segments: readonly RoadSegment[]): number {
  const rest = segments.reduce((total, segment) => total + (segment.stopS ?? 0), 0);
  return made.timeS > rest ? (3600 * made.distanceKm) / (made.timeS - rest) : made.averageKmh;
}

function traceOf(log: RideLog): TracePair[] {
  let km = 0;
  return log.wayM.map((m, i) => {
    km += m / 1000;
    const moving = log.windowS - log.restS[i]!;
    return { km, kmh: moving > 0.5 ? (3.6 * m) / moving : 0, watts: log.motorW[i] ?? null };
  });
}

/** Equal parts of the way, each beside its forecast. */
function sectionsOf(log: RideLog, made: ReturnType<typeof likelyRide>): Section[] {
  const km = sum(log.wayM) / 1000;
  const ridden = Array.from({ length: SECTIONS }, () => ({ m: 0, s: 0, wh: 0, rise: 0 }));
  let at = 0;
  log.wayM.forEach((m, i) => {
    const part = ridden[Math.min(SECTIONS - 1, Math.floor(((at + m / 2) / (1000 * km)) * SECTIONS))]!;
    at += m;
    part.m += m;
    part.s += log.windowS - log.restS[i]!;
    part.wh += ((log.motorW[i] ?? 0) * log.windowS) / 3600;
    if (log.heightM.length > 0) part.rise += log.heightM[i + 1]! - log.heightM[i]!;
  });
  const forecast = Array.from({ length: SECTIONS }, () => ({ km: 0, h: 0, wh: 0 }));
  made.trace.slice(1).forEach((point, i) => {
    const before = made.trace[i]!;
    const step = point.km - before.km;
    const speed = (point.kmh + before.kmh) / 2;
    if (!(step > 0) || !(speed > 0)) return;
    const part = forecast[Math.min(SECTIONS - 1, Math.floor(((point.km - step / 2) / km) * SECTIONS))]!;
    part.km += step;
    part.h += step / speed;
    part.wh += (((point.electricalW + before.electricalW) / 2) * step) / speed;
  });
  return ridden.map((part, i) => ({
    fromKm: (i * km) / SECTIONS,
    toKm: ((i + 1) * km) / SECTIONS,
    gradePercent: log.heightM.length > 0 && part.m > 0 ? (100 * part.rise) / part.m : null,
    kmh: part.s > 0 ? (3.6 * part.m) / part.s : 0,
    forecastKmh: forecast[i]!.h > 0 ? forecast[i]!.km / forecast[i]!.h : 0,
    wh: log.motorW.length > 0 ? part.wh : null,
    forecastWh: forecast[i]!.wh,
  }));
}

/**
 * How far the pack would have gone, by its counted charge and by its volts at rest; what both say together. A road takes power, not
 * current: the lower the pack the more charge each km takes, and the more of it stays in the pack as heat. So it is work that is compared,
 * what the pack gives from full to the reserve with what it gave on this ride.
 */
function rangeOf(
  log: RideLog,
  p: ForecastInput,
  pack: ReturnType<typeof learnPack>,
  km: number,
): { range: (Proved & { by: string[] }) | null; not: string | null } {
  const { chemistry, series } = p.battery;
  const ohm = pack.figures.find(({ id }) => id === "resistance")?.after.mean ?? packAt(p, log.airC).internalOhm;
  const gives = workOf(log, { chemistry, series, ohm });
  const full = gives(RESERVE_PERCENT, 100);
  const [before, after] = log.restV.map((v) => (v === null ? null : percentAt(chemistry, v / series))) as [
    number | null,
    number | null,
  ];
  const ways: { km: number; sd: number; says: string }[] = [];
  const capacity = pack.figures.find(({ id }) => id === "capacity");
  if (capacity && pack.usedAh > 0) {
    const from = before ?? 100;
    const used = (100 * pack.usedAh) / capacity.after.mean;
    const reach = (km * full) / gives(from - used, from);
    const sd = reach * Math.hypot(COUNTED, capacity.after.sd / capacity.after.mean, LIKE_THE_RIDE);
    ways.push({ km: reach, sd, says: `${pack.usedAh.toFixed(1)} Ah counted of ${capacity.after.mean.toFixed(1)}` });
  }
  if (before !== null && after !== null && before - after > 5) {
    const reach = (km * full) / gives(after, before);
    // What the table may be off by, at each end, as charge.
    const off = log.restV.map((v) => {
      const cell = v! / series;
      return (percentAt(chemistry, cell + REST_CELL_V) - percentAt(chemistry, cell - REST_CELL_V)) / 2;
    });
    const sd = reach * Math.hypot(Math.hypot(...off) / (before - after), LIKE_THE_RIDE);
    ways.push({ km: reach, sd, says: `${before.toFixed(0)} to ${after.toFixed(0)} % by its volts at rest` });
  }
  if (ways.length === 0)
    return { range: null, not: "The file says nothing of the pack's charge: the range is not proved by it." };
  const weight = ways.reduce((total, { sd }) => total + 1 / sd ** 2, 0);
  const value = ways.reduce((total, one) => total + one.km / one.sd ** 2, 0) / weight;
  // Where the two do not agree, what is left open reaches from one to the other.
  const apart = ways.length > 1 ? Math.abs(ways[0]!.km - ways[1]!.km) / 2 : 0;
  return { range: { value, plusMinus: Math.max(P95 / Math.sqrt(weight), apart), by: ways.map(({ says }) => says) }, not: null };
}

/** Steps in which a pack's charge is gone through. */
const CHARGE_STEPS = 60;

/** Work that a pack gives between two states of charge, %, in any unit, at the power that this ride took while it took any. */
function workOf(
  log: RideLog,
  { chemistry, series, ohm }: { chemistry: ForecastInput["battery"]["chemistry"]; series: number; ohm: number },
): (low: number, high: number) => number {
  const watts = log.motorW.length > 0 ? log.motorW : log.packA.map((a, i) => a * (log.packV[i] ?? 0));
  const taken = watts.filter((w) => w > 0);
  const mean = sum(taken) > 0 ? sum(taken.map((w) => w * w)) / sum(taken) : 0;
  return (low, high) => {
    let work = 0;
    for (let i = 0; i < CHARGE_STEPS; i += 1) {
      const open = series * openCircuitV(chemistry, low + ((i + 0.5) / CHARGE_STEPS) * (high - low));
      // Of the two currents that carry one power the smaller holds; past the pack's greatest it gives half of it.
      const spare = open * open - 4 * mean * ohm;
      work += spare > 0 ? (open + Math.sqrt(spare)) / 2 : open / 2;
    }
    return (work * (high - low)) / CHARGE_STEPS;
  };
}

/**
 * The speed that is held on a stretch as steep as the hill that was promised. What the run-up still gives is taken off: where it comes
 * fast from the flat is left out, and what speed it loses on the stretch is counted as rise that the motor did not lift. From that grade
 * and that charge to the promised grade at half charge, as it was forecast, by the model's own shares.
 */
function hillOf(
  log: RideLog,
  p: ForecastInput,
  pack: ReturnType<typeof learnPack>,
): { held: RideProof["hill"]; not: string | null } {
  if (!p.hill) return { held: null, not: null };
  if (log.heightM.length === 0) return { held: null, not: "The file has no heights: no hill can be found in it." };
  const wanted = p.hill;
  const leastM = Math.min(wanted.lengthM, 150);
  let best: Stretch | null = null;
  let steepest = 0;
  for (let from = 0; from < log.wayM.length; from += 1) {
    let m = 0;
    for (let to = from; to < log.wayM.length && m < wanted.lengthM * 1.2; to += 1) {
      m += log.wayM[to]!;
      if (m < leastM) continue;
      const grade = (100 * (log.heightM[to + 1]! - log.heightM[from]!)) / m;
      steepest = Math.max(steepest, grade);
      const asSteep = grade >= wanted.gradePercent - GRADE_OFF && grade <= wanted.gradePercent + 2;
      // The longest stretch that is as steep; of equal ones the first.
      if (asSteep && (!best || m > best.m + 1)) best = { from, to, m };
    }
  }
  const settled = best && settledIn(log, best, leastM);
  const held = settled ? heldIn(log, settled) : [];
  const over = (of: (i: number) => number) => sum(held.map(of));
  const seconds = over((i) => log.windowS - log.restS[i]!);
  if (!settled || seconds <= 0)
    return {
      held: null,
      not: `No such hill on this ride: ${wanted.gradePercent.toFixed(0)} % was promised, the steepest was ${steepest.toFixed(1)} %.`,
    };
  const { from, to } = settled;
  const m = over((i) => log.wayM[i]!);
  const rise = over((i) => log.heightM[i + 1]! - log.heightM[i]!);
  const runUp = over((i) => log.speedMs[i]! ** 2 - log.speedMs[i + 1]! ** 2) / (2 * GRAVITY_MS2);
  const lifted = (100 * (rise - runUp)) / m;
  const model = (gradePercent: number, chargePercent: number) =>
    likelyHillKmh(
      { ...p, hill: { ...wanted, gradePercent: Math.max(0.5, gradePercent) } },
      { ...noChange(p), temperatureC: log.airC },
      chargePercent,
    )!;
  const ridden = (3.6 * m) / seconds;
  const share = model(wanted.gradePercent, 50) / model(lifted, chargeAt(log, p, pack, Math.round((from + to) / 2)));
  const kmh = Math.min(p.targetKmh, ridden * share);
  // Heights at both ends, speed that hangs on the grade about in proportion, and a third of what was put right.
  const gradeSd = (100 * Math.SQRT2 * HEIGHT_OFF_M) / m;
  return {
    held: {
      value: kmh,
      plusMinus: P95 * kmh * Math.hypot(0.02, (0.6 * gradeSd) / wanted.gradePercent, (share - 1) / 3),
      gradePercent: (100 * rise) / m,
      lengthM: m,
    },
    not: null,
  };
}

/** The pack's charge in a window, %: from what it was at rest, or full, by what was counted; half where nothing tells. */
function chargeAt(log: RideLog, { battery }: ForecastInput, pack: ReturnType<typeof learnPack>, window: number): number {
  const capacity = pack.figures.find(({ id }) => id === "capacity")?.after.mean;
  if (capacity === undefined || log.packA.length === 0) return 50;
  const from = log.restV[0] === null ? 100 : percentAt(battery.chemistry, log.restV[0] / battery.series);
  const usedAh = sum(log.packA.slice(0, window)) * (log.windowS / 3600);
  return Math.max(5, from - (100 * usedAh) / capacity);
}

type Stretch = { readonly from: number; readonly to: number; readonly m: number };

/** A window that gains or loses more of its speed than this is a start, a stop or a bend. */
const UNEVEN = 0.12;

/** The windows of a stretch in which a speed was held: without stops, and without what comes before and after one; all where none was. */
function heldIn(log: RideLog, { from, to }: Stretch): number[] {
  const all = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const even = all.filter((i) => {
    const [v0, v1] = [log.speedMs[i]!, log.speedMs[i + 1]!];
    return log.restS[i] === 0 && Math.abs(v1 - v0) <= UNEVEN * Math.max(v0, v1);
  });
  return even.length >= 2 ? even : all;
}

/** Faster than this against the stretch's later half it still has its run-up. */
const STILL_FAST = 1.05;

/** The stretch without its first windows, as long as it still has its run-up and enough of it is left. */
function settledIn(log: RideLog, stretch: Stretch, leastM: number): Stretch {
  const half = log.speedMs.slice(Math.ceil((stretch.from + stretch.to) / 2), stretch.to + 2).sort((a, b) => a - b);
  const usual = half[Math.floor(half.length / 2)]!;
  let { from, m } = stretch;
  while (from < stretch.to && log.speedMs[from]! > STILL_FAST * usual && m - log.wayM[from]! >= leastM) {
    m -= log.wayM[from]!;
    from += 1;
  }
  return { from, to: stretch.to, m };
}

/** A stretch counts as the hill from so much less, %; recorded heights are off by so much, m. */
const GRADE_OFF = 0.7;
const HEIGHT_OFF_M = 1;

/** What the bike itself taught goes into its later forecasts, each as the share that it came out at; what was not learnt stays as it was. */
export function withLessons(p: ForecastInput, figures: readonly Learnt[]): ForecastInput {
  const times = (id: Learnt["id"]): number => {
    const one = figures.find((figure) => figure.id === id && figure.learnt);
    return one ? one.after.mean / one.before.mean : 1;
  };
  return {
    ...p,
    crr: p.crr * times("rolling"),
    cdaM2: p.cdaM2 * times("drag"),
    motor: { ...p.motor, gearEfficiency: Math.min(1, p.motor.gearEfficiency * times("drive")) },
    battery: {
      ...p.battery,
      capacityAh: p.battery.capacityAh * times("capacity"),
      internalOhm: p.battery.internalOhm * times("resistance"),
    },
  };
}
