export type Chemistry = "nmc" | "lfp" | "lipo" | "lead-acid";

/** Volts of one cell (of a 12 V block for lead-acid): nominal, full (the charger's), empty (the cut-off under load).
 *  Basis: Linden & Reddy, Handbook of Batteries (2011), and common practice. */
export const CELL_VOLTS: Record<Chemistry, { nominal: number; full: number; empty: number }> = {
  nmc: { nominal: 3.6, full: 4.2, empty: 3.0 },
  lfp: { nominal: 3.2, full: 3.65, empty: 2.5 },
  lipo: { nominal: 3.7, full: 4.2, empty: 3.3 },
  "lead-acid": { nominal: 12, full: 14.4, empty: 10.5 },
};

/** Volts of so many cells in series. @example packVolts("nmc", 13).full // => 54.6 */
export function packVolts(chemistry: Chemistry, series: number) {
  const cell = CELL_VOLTS[chemistry];
  return { nominal: series * cell.nominal, full: series * cell.full, empty: series * cell.empty };
}

/** A pack of like cells: series × parallel. Energy is nominal; the resistance is the cells' alone. */
export function batteryPack(p: {
  chemistry: Chemistry;
  series: number;
  parallel: number;
  cellAh: number;
  cellMaxA: number;
  cellMilliohm: number;
}) {
  const volts = packVolts(p.chemistry, p.series);
  const capacityAh = p.parallel * p.cellAh;
  return {
    cells: p.series * p.parallel,
    nominalV: volts.nominal,
    fullV: volts.full,
    emptyV: volts.empty,
    capacityAh,
    energyWh: volts.nominal * capacityAh,
    continuousA: p.parallel * p.cellMaxA,
    internalOhm: ((p.series / p.parallel) * p.cellMilliohm) / 1000,
  };
}
