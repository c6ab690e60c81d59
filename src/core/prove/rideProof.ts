import { heats } from "../power/heat";
import { likelyRangeKm, likelyRide, noChange, type ForecastInput, type WhatIf } from "../ride/forecast";
import { roadSegments, type RoadSegment } from "../route/roadSegments";
import type { Route } from "../route/routeSchema";
import { sum } from "../units/sum";
import { learnRoad, type Learnt, type Lesson } from "./learn";
import { learnPack } from "./learnPack";
import { onRoad, type OnRoad } from "./onRoad";
import { learnHeat } from "./learnHeat";
import type { RideLog } from "./rideLogSchema";
import { hillOnRide, type HeldHill } from "./hillOnRide";
import { rangeOnRide } from "./rangeOnRide";
import { headingsOf, inItsWind } from "./windOnRide";
import { NO_WIND, windTook, type Proved } from "./windless";

/** A part of the ride beside what was forecast for it. */
export type Section = {
  readonly fromKm: number;
  readonly toKm: number;
  readonly gradePercent: number | null;
  /** Of every rise in it; null where the file has no heights. */
  readonly climbM: number | null;
  readonly kmh: number;
  readonly forecastKmh: number;
  /** In the mean while the wheels turn. */
  readonly watts: number | null;
  readonly forecastWatts: number;
  readonly wh: number | null;
  readonly forecastWh: number;
  /** At its hottest in it. */
  readonly windingC: number | null;
  readonly forecastWindingC: number | null;
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
  readonly hill: HeldHill | null;
  readonly hillNot: string | null;
  /** The range on the customer's road as it was reckoned, and with all that this ride says together; null where it does not fit, or nothing ends it. */
  readonly again: { readonly beforeKm: number; readonly afterKm: number } | null;
  readonly road: Lesson;
  readonly pack: Lesson;
  readonly heat: Lesson;
};

/** At rest for less than this is a wobble, s; a stop costs its start, however short it was. */
const STOP_S = 1;
const SECTIONS = 8;
/** @param p what the ride is forecast from   @param road the customer's; null where there is none */
export function rideProof(log: RideLog, p: ForecastInput, road: Route | null): RideProof {
  const input: ForecastInput = { ...p, riderKg: log.riderKg, loadKg: log.loadKg };
  const segments = segmentsOf(log);
  const what = { ...noChange(input), temperatureC: log.airC };
  const along = (way: readonly RoadSegment[]) => forecastAlong(input, way, what);
  const still = along(segments);
  const winds = inItsWind(log, segments).map(along);
  // Beside the ride stands its forecast in the wind that was noted, or in none where its direction was not.
  const made = winds.length === 1 ? winds[0]! : still;
  const km = sum(log.wayM) / 1000;
  const restS = sum(log.restS);
  const movingS = log.windowS * log.wayM.length - restS;
  const wh = log.motorW.length > 0 ? (sum(log.motorW) * log.windowS) / 3600 : null;
  const roadLesson = learnRoad(log, input);
  const pack = learnPack(log, input);
  const on = road && onRoad(log, road);
  const windless = winds.length === 0 ? NO_WIND : windTook(winds, still);
  const reach = rangeOnRide(log, input, pack, km, windless);
  const hill = hillOnRide(log, input, pack);
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
    forecast: { averageKmh: movingKmh(made), wh: made.energyWh, windingC: made.maxWindingC },
    onRoad: on,
    sections: sectionsOf(log, made),
    riddenTrace: traceOf(log),
    forecastTrace: made.trace.map((point) => ({ km: point.km, kmh: point.kmh, watts: point.electricalW })),
    range: on?.on && !roadLesson.otherWind ? reach.range : null,
    rangeNot:
      reach.not ??
      (roadLesson.otherWind ? `${roadLesson.otherWind}: the range is not proved by it.` : null) ??
      (on
        ? on.on
          ? null
          : `${capital(on.says)}: the range on it is not proved by that.`
        : "There is no road to hold it against."),
    hill: roadLesson.otherWind ? null : hill.held,
    hillNot: hill.held && roadLesson.otherWind ? `${roadLesson.otherWind}: the hill is not proved by it.` : hill.not,
    again: road && againOf(input, roadLesson, pack, road, log.airC),
    road: roadLesson,
    pack,
    heat: learnHeat(log, input),
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

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Shorter than this the heights at both ends tell no grade, m: a bike that stops and starts would stall on what they scatter by. */
const LEAST_PIECE_M = 20;

/** The road that was ridden, as pieces: flat where the file has no heights, with its stops, and where it headed where places tell. */
export function segmentsOf(log: RideLog): RoadSegment[] {
  const headings = headingsOf(log);
  const pieces: (RoadSegment & { restS: number })[] = [];
  const heights = log.heightM.length > 0;
  let [lengthM, rise, restS] = [0, 0, 0];
  log.wayM.forEach((m, i) => {
    lengthM += m;
    rise += heights ? log.heightM[i + 1]! - log.heightM[i]! : 0;
    const last = i === log.wayM.length - 1;
    const before = pieces.at(-1);
    // It stood where the piece before ends; what it stood before it set off is no stop.
    if (lengthM < LEAST_PIECE_M) {
      if (before) before.restS += log.restS[i]!;
    } else restS += log.restS[i]!;
    if (lengthM < LEAST_PIECE_M && !(last && lengthM >= 1)) return;
    pieces.push({
      lengthM,
      gradePercent: Math.max(-35, Math.min(35, (100 * rise) / lengthM)),
      ...(headings && { headingDeg: headings[i]! }),
      restS,
    });
    [lengthM, rise, restS] = [0, 0, 0];
  });
  return pieces.map(({ restS: rest, ...piece }, i) => ({
    ...piece,
    ...(rest >= STOP_S && i < pieces.length - 1 && { stopS: rest }),
  }));
}

/** A forecast and what it stood at stops, s. */
type Forecast = ReturnType<typeof likelyRide> & { readonly restS: number };

/** The forecast of a way that somebody rode: where the model could not start again from a stop, as heights are off there, without stops. */
function forecastAlong(p: ForecastInput, way: readonly RoadSegment[], what: WhatIf): Forecast {
  const restS = way.reduce((total, { stopS = 0 }) => total + stopS, 0);
  const made = likelyRide(p, way, what);
  if (made.ended !== "stalled" || restS === 0) return { ...made, restS };
  const through = way.map(({ stopS: _stop, ...piece }) => piece);
  return { ...likelyRide(p, through, what), restS: 0 };
}

/** The mean speed while the wheels turn. */
const movingKmh = ({ timeS, restS, distanceKm, averageKmh }: Forecast): number =>
  timeS > restS ? (3600 * distanceKm) / (timeS - restS) : averageKmh;

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
  const ridden = Array.from({ length: SECTIONS }, () => ({ m: 0, s: 0, wh: 0, rise: 0, climb: 0, windingC: -Infinity }));
  let at = 0;
  log.wayM.forEach((m, i) => {
    const part = ridden[Math.min(SECTIONS - 1, Math.floor(((at + m / 2) / (1000 * km)) * SECTIONS))]!;
    at += m;
    part.m += m;
    part.s += log.windowS - log.restS[i]!;
    part.wh += ((log.motorW[i] ?? 0) * log.windowS) / 3600;
    if (log.heightM.length > 0) {
      const rise = log.heightM[i + 1]! - log.heightM[i]!;
      part.rise += rise;
      part.climb += Math.max(0, rise);
    }
    part.windingC = Math.max(part.windingC, log.windingC[i] ?? -Infinity);
  });
  const forecast = Array.from({ length: SECTIONS }, () => ({ km: 0, h: 0, wh: 0, windingC: -Infinity }));
  made.trace.slice(1).forEach((point, i) => {
    const before = made.trace[i]!;
    const step = point.km - before.km;
    const speed = (point.kmh + before.kmh) / 2;
    if (!(step > 0) || !(speed > 0)) return;
    const part = forecast[Math.min(SECTIONS - 1, Math.floor(((point.km - step / 2) / km) * SECTIONS))]!;
    part.windingC = Math.max(part.windingC, point.windingC);
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
    climbM: log.heightM.length > 0 ? part.climb : null,
    watts: log.motorW.length > 0 && part.s > 0 ? (3600 * part.wh) / part.s : null,
    forecastWatts: forecast[i]!.h > 0 ? forecast[i]!.wh / forecast[i]!.h : 0,
    wh: log.motorW.length > 0 ? part.wh : null,
    forecastWh: forecast[i]!.wh,
    windingC: Number.isFinite(part.windingC) ? part.windingC : null,
    forecastWindingC: Number.isFinite(forecast[i]!.windingC) ? forecast[i]!.windingC : null,
  }));
}

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
    thermal: heats(p.thermal, { winding: times("winding"), shell: times("shell") }),
    motor: { ...p.motor, gearEfficiency: Math.min(1, p.motor.gearEfficiency * times("drive")) },
    battery: {
      ...p.battery,
      capacityAh: p.battery.capacityAh * times("capacity"),
      internalOhm: p.battery.internalOhm * times("resistance"),
    },
  };
}
