import type { Chemistry } from "./batteryPack";

const CHARGE_PERCENT = [0, 5, 10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 90, 95, 100] as const;

/** Open-circuit volts of a cell at rest by its charge (of a 12 V block for lead-acid): typical of fresh cells at 25 °C, from memory,
 *  ± 0.03 V in the middle and ± 0.1 V below 10 %. */
const OPEN_CIRCUIT_V: Record<Chemistry, readonly number[]> = {
  nmc: [3.0, 3.28, 3.39, 3.45, 3.49, 3.53, 3.57, 3.63, 3.69, 3.78, 3.88, 3.98, 4.07, 4.12, 4.18],
  lipo: [3.3, 3.55, 3.65, 3.69, 3.72, 3.74, 3.76, 3.79, 3.83, 3.88, 3.95, 4.03, 4.11, 4.15, 4.2],
  lfp: [2.5, 3.0, 3.15, 3.2, 3.22, 3.24, 3.25, 3.27, 3.29, 3.3, 3.32, 3.33, 3.35, 3.38, 3.45],
  "lead-acid": [11.4, 11.55, 11.65, 11.73, 11.8, 11.87, 11.93, 12.05, 12.17, 12.29, 12.41, 12.52, 12.62, 12.66, 12.7],
};

/**
 * Open-circuit volts of one cell, straight between the table's points, held at its ends.
 * @param chargePercent any figure   @example openCircuitV("nmc", 55) // => 3.735
 */
export function openCircuitV(chemistry: Chemistry, chargePercent: number): number {
  const volts = OPEN_CIRCUIT_V[chemistry];
  if (chargePercent <= 0) return volts[0]!;
  let above = 1;
  while (above < volts.length && CHARGE_PERCENT[above]! <= chargePercent) above += 1;
  if (above === volts.length) return volts[above - 1]!;
  const low = CHARGE_PERCENT[above - 1]!;
  return volts[above - 1]! + ((volts[above]! - volts[above - 1]!) * (chargePercent - low)) / (CHARGE_PERCENT[above]! - low);
}
