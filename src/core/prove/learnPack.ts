import { openCircuitV } from "../power/openCircuit";
import { packAt, type ForecastInput } from "../ride/forecast";
import { HARDLY, SURER, type Learnt, type Lesson } from "./learn";
import { fitted, type Prior } from "./leastSquares";
import type { RideLog } from "./rideLogSchema";

/** A pack that rides at all has this share of its charge (from memory). */
const LEAST_CAPACITY = 0.3;
/** How sure a pack's own figures are, as a share of each (from memory, one standard deviation). */
const SURE = { capacity: 0.07, resistance: 0.3 } as const;
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
  const charge: number[] = [];
  log.packA.reduce((sum, a, i) => {
    charge[i] = sum + (a * log.windowS) / 7200;
    return sum + (a * log.windowS) / 3600;
  }, 0);
  const volts = (figures: readonly number[]): number[] =>
    log.packA.map(
      (amps, i) =>
        series * (openCircuitV(chemistry, figures[2]! - (100 * charge[i]!) / figures[0]!) + figures[3]!) - figures[1]! * amps,
    );
  const { values: at, covariance } = fitted({
    model: volts,
    measured: log.packV,
    sd: series * CELL_SCATTER_V,
    priors,
    least: [LEAST_CAPACITY * capacityAh],
  });
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
