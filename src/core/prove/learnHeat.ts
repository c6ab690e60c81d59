import { heats, warm, type Temperatures } from "../power/heat";
import { dragW } from "../power/machine";
import type { ForecastInput } from "../ride/forecast";
import { gearOf, motorA } from "./driven";
import { HARDLY, SURER, type Learnt, type Lesson } from "./learn";
import { fitted, type Prior } from "./leastSquares";
import type { RideLog } from "./rideLogSchema";

/** How sure a motor's class is of its ways of heat, and of the heat that is made, as a share (from memory, one standard deviation). */
const SURE = { winding: 0.3, shell: 0.3, made: 0.1 } as const;
/** What a reading at the winding is off by, °C: the sensor's place more than the sensor. */
const READING_C = 1.5;
/** A motor that warmed by less than this says nothing, °C. */
const WARMED_C = 8;
/** Readings that lie further off in the mean, °C, fit no two lumps. */
const BADLY_C = 6;
const LEAST_WINDOWS = 12;
/** No motor sheds its heat five times as well as its class, or makes a fifth of it: what is looked for stays over this, times. */
const LEAST_TIMES = 0.2;

/**
 * How the motor gets rid of its heat, from the winding's own readings: the two lumps of the ride model are driven with the losses that the
 * pack's power makes in this motor, and how warm each gets over the next is fitted by Gauss and Newton with priors: as resistances to heat,
 * in which a temperature is nearly straight. What the losses are off by and how warm the shell was at the start is looked for too, and left
 * open in the bands.
 */
export function learnHeat(log: RideLog, p: ForecastInput): Lesson {
  const of = log.wayM.length;
  const nothing = (why: string): Lesson => ({ figures: [], fits: false, cannot: [why], used: 0, of });
  const read = log.windingC;
  if (read.length === 0) return nothing("The file says nothing of the motor's temperature: how it sheds heat cannot be learnt.");
  if (log.motorW.length === 0)
    return nothing("The file says nothing of the power from the pack: how the motor sheds heat cannot be learnt.");
  if (of < LEAST_WINDOWS) return nothing(`Only ${of} windows: too few to learn of the motor's heat.`);
  const drives = losses(log, p);
  const first = read[0]!;
  const priors: Prior[] = [
    { mean: 1, sd: SURE.winding },
    { mean: 1, sd: SURE.shell },
    { mean: 1, sd: SURE.made },
    { mean: first, sd: READING_C },
    // Put away warm the shell lies anywhere between winding and air.
    { mean: (first + log.airC) / 2, sd: Math.max(2, Math.abs(first - log.airC) / 2) },
  ];
  const [coolest, hottest] = [Math.min(...read), Math.max(...read)];
  if (hottest - coolest < WARMED_C)
    return nothing(
      `The motor hardly changed its temperature (${coolest.toFixed(0)} to ${hottest.toFixed(0)} °C): how it sheds heat cannot be told.`,
    );
  const told = (figures: readonly number[]) => warmed(log, p, drives, figures);
  // What is wrong in one window is wrong in the next ones, as long as a winding keeps its heat: so many count for one.
  const alike = Math.max(1, p.thermal.windingJPerK / p.thermal.windingToShellWPerK / log.windowS);
  const { values: at, covariance } = fitted({
    model: told,
    measured: read,
    sd: READING_C * Math.sqrt(alike),
    priors,
    least: [LEAST_TIMES, LEAST_TIMES, LEAST_TIMES],
  });
  const left = told(at);
  const apart = Math.sqrt(read.reduce((sum, c, i) => sum + (c - left[i]!) ** 2, 0) / read.length);
  const far = ([0, 1, 2] as const).some((k) => Math.abs(at[k]! - 1) > HARDLY * priors[k]!.sd);
  const bad = far || apart > BADLY_C;
  const figure = (k: 0 | 1, id: "winding" | "shell", says: string): Learnt => {
    const sd = Math.sqrt(covariance[k]![k]!);
    return { id, says, unit: "×", before: priors[k]!, after: { mean: at[k]!, sd }, learnt: !bad && sd < SURER * priors[k]!.sd };
  };
  const figures = [
    figure(0, "winding", "Winding's warmth over the shell, against its class"),
    figure(1, "shell", "Shell's warmth over the air, against its class"),
  ];
  return {
    figures,
    fits: !bad,
    cannot: bad
      ? [
          `The motor's temperature is ${apart.toFixed(0)} °C off what its losses make of it: another sensor, or a wrong column. Nothing of it is taken over.`,
        ]
      : figures.filter(({ learnt }) => !learnt).map(({ says }) => `${says}: this ride says little more than was thought before.`),
    used: of,
    of,
  };
}

type Loss = { readonly copperW: number; readonly dragW: number; readonly speedMs: number };

/** What one motor turns into heat in each window, W: its copper at 20 °C, and its drag. */
function losses(log: RideLog, p: ForecastInput): Loss[] {
  const machineAt = gearOf(p);
  return log.wayM.map((wayM, i) => {
    const movingS = log.windowS - log.restS[i]!;
    const speedMs = wayM / log.windowS;
    if (movingS < 0.1 * log.windowS || wayM < 0.5) return { copperW: 0, dragW: 0, speedMs };
    const meanMs = wayM / movingS;
    const machine = machineAt(meanMs);
    const pulls = Math.min(1, log.pulls[i] ?? 1);
    const packW = Math.max(0, log.motorW[i]! - p.auxW);
    const amps = pulls > 0.02 ? motorA(machine, meanMs, packW / pulls, log.windingC[i]!) : 0;
    const turning = p.drags ? movingS / log.windowS : pulls;
    return { copperW: pulls * amps ** 2 * machine.windingOhm, dragW: turning * dragW(machine, meanMs), speedMs };
  });
}

/** The winding's mean in each window, °C, with so many times its class's warmth of each, so much heat made, and so warm at the start. */
function warmed(
  log: RideLog,
  p: ForecastInput,
  drives: readonly Loss[],
  [winding, shell, made, windingC, shellC]: readonly number[],
) {
  const thermal = heats(p.thermal, { winding: winding!, shell: shell! });
  const t: Temperatures = { windingC: windingC!, shellC: shellC! };
  return drives.map((loss) => {
    const before = t.windingC;
    warm(
      t,
      log.windowS,
      { copperW: made! * loss.copperW, dragW: made! * loss.dragW, ambientC: log.airC, speedMs: loss.speedMs },
      thermal,
    );
    return (before + t.windingC) / 2;
  });
}
