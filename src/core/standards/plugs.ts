import { memory, PRACTICE, type Basis } from "../basis";

/** Continuous amps of generic power plugs in free air, the lower end of what is quoted; the part's own sheet governs. */
export const PLUG_AMPS: Readonly<Record<string, { readonly amps: number; readonly basis: Basis }>> = {
  "barrel 5.5": { amps: 3, basis: memory("coaxial barrel, 3 to 5 A") },
  "three-pole charge": { amps: 5, basis: memory("three-pin charge plug, 5 to 10 A") },
  "polarised 30": { amps: 15, basis: memory("2.0 mm pins, 15 to 20 A") },
  "polarised 60": { amps: 30, basis: memory("3.5 mm pins, 30 to 40 A") },
  "polarised 90": { amps: 45, basis: memory("4.5 mm pins, 45 to 60 A") },
  "two-pole 15": { amps: 15, basis: PRACTICE },
  "two-pole 30": { amps: 30, basis: PRACTICE },
  "two-pole 45": { amps: 45, basis: PRACTICE },
  "blade pair": { amps: 20, basis: memory("slide-in blades, 20 to 30 A") },
  "nine-pin": { amps: 15, basis: memory("three-phase waterproof, 15 to 30 A") },
};

/** Continuous amps of a single copper wire to 1 m in free air at 30 °C, by gauge (from memory); × 0.7 inside a tube or bundle. */
export const WIRE_AMPS: Readonly<Record<number, number>> = {
  24: 3,
  22: 5,
  20: 8,
  18: 12,
  16: 18,
  14: 28,
  12: 40,
  10: 60,
  8: 85,
};
export const WIRE_BASIS: readonly Basis[] = [memory("wire currents; codes where they apply are lower and govern")];

/** Drop on the battery lead that is still good, percent of nominal (common practice). */
export const BATTERY_LEAD_DROP_PERCENT = 2;
/** A lead warms in use: drop is taken at this temperature, °C. */
export const WARM_LEAD_C = 50;
