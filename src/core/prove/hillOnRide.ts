import { likelyHillKmh, noChange, type ForecastInput } from "../ride/forecast";
import { GRAVITY_MS2 } from "../units/gravity";
import { sum } from "../units/sum";
import { percentAt, type learnPack } from "./learnPack";
import type { RideLog } from "./rideLogSchema";
import { NO_WIND, P95, type Proved, type Windless } from "./windless";
import { windOffMs, windOnRide } from "./windOnRide";

/** A hill as it was held: the grade and length of the stretch that proves it. */
export type HeldHill = Proved & { readonly gradePercent: number; readonly lengthM: number };

/**
 * The speed that is held on a stretch as steep as the hill that was promised. What the run-up still gives is taken off: where it comes
 * fast from the flat is left out, and what speed it loses on the stretch is counted as rise that the motor did not lift. From that grade
 * and that charge to the promised grade at half charge, as it was forecast, by the model's own shares.
 */
export function hillOnRide(
  log: RideLog,
  p: ForecastInput,
  pack: ReturnType<typeof learnPack>,
): { held: HeldHill | null; not: string | null } {
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
  const model = (gradePercent: number, chargePercent: number, over: { headwindKmh?: number; targetKmh?: number } = {}) =>
    Math.max(
      CRAWLS_KMH,
      likelyHillKmh(
        { ...p, hill: { ...wanted, gradePercent: Math.max(0.5, gradePercent) } },
        { ...noChange(p), temperatureC: log.airC, ...over },
        chargePercent,
      )!,
    );
  const ridden = (3.6 * m) / seconds;
  const then = chargeAt(log, p, pack, Math.round((from + to) / 2));
  const wind = hillWind(log, held, ridden, (headwindKmh) => model(lifted, then, { headwindKmh, targetKmh: FAR_OVER_KMH }));
  const share = (wind.times * model(wanted.gradePercent, 50)) / model(lifted, then);
  const kmh = Math.min(p.targetKmh, ridden * share);
  // Heights at both ends, speed that hangs on the grade about in proportion, and a third of what was put right.
  const gradeSd = (100 * Math.SQRT2 * HEIGHT_OFF_M) / m;
  return {
    held: {
      value: kmh,
      plusMinus: P95 * kmh * Math.hypot(0.02, (0.6 * gradeSd) / wanted.gradePercent, (share - 1) / 3, wind.sd),
      gradePercent: (100 * rise) / m,
      lengthM: m,
    },
    not: null,
  };
}

/** What was ridden up was held at this at least, whatever the model comes to, km/h: nothing is told as a share of nothing. */
const CRAWLS_KMH = 1;
/** Where help ends no wind is seen: what it takes is reckoned as if the help went on to here, km/h. */
const FAR_OVER_KMH = 90;

/**
 * How much faster the hill would have been held in still air, and what that leaves open: what a noted wind is off by, and where its
 * direction was not noted that it may have helped or held back.
 * @param modelKmh held on the hill in a wind from ahead, km/h
 */
function hillWind(log: RideLog, held: readonly number[], riddenKmh: number, modelKmh: (headKmh: number) => number): Windless {
  const wind = windOnRide(log);
  if (wind.kind === "still") return NO_WIND;
  const told = wind.kind === "told";
  const headKmh = told
    ? headOn(
        held.map((i) => wind.windows[i]!),
        riddenKmh,
      )
    : 0;
  const offKmh = 3.6 * (told ? windOffMs(log.windKmh / 3.6) : wind.ms * Math.SQRT1_2);
  const asRidden = modelKmh(headKmh);
  const apart = [-offKmh, offKmh].map((off) => Math.abs(Math.log(modelKmh(headKmh + off) / asRidden)));
  return { times: modelKmh(0) / asRidden, sd: Math.max(...apart) };
}

/** The wind from ahead, km/h, that takes as much as one along and across these windows does at a speed, km/h. */
function headOn(windows: readonly { readonly alongMs: number; readonly crossMs: number }[], kmh: number): number {
  const v = kmh / 3.6;
  const pushes = sum(windows.map(({ alongMs, crossMs }) => (v + alongMs) * Math.hypot(v + alongMs, crossMs))) / windows.length;
  return 3.6 * (Math.sign(pushes) * Math.sqrt(Math.abs(pushes)) - v);
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
