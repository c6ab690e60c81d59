import { memory, PRACTICE, type Basis } from "../basis";

/** Continuous amps of generic power plugs in free air, the lower end of what is quoted; the part's own sheet governs. */
export const PLUG_AMPS: Readonly<Record<string, { readonly amps: number; readonly basis: Basis }>> = {
  "coaxial barrel, 3 A": { amps: 3, basis: memory("coaxial barrel, 3 to 5 A") },
  "three charge pins, 5 A": { amps: 5, basis: memory("three-pin charge plug, 5 to 10 A") },
  "round pins 2.0 mm, 15 A": { amps: 15, basis: memory("2.0 mm pins, 15 to 20 A") },
  "round pins 3.5 mm, 30 A": { amps: 30, basis: memory("3.5 mm pins, 30 to 40 A") },
  "round pins 4.5 mm, 45 A": { amps: 45, basis: memory("4.5 mm pins, 45 to 60 A") },
  "flat contacts, 15 A": { amps: 15, basis: PRACTICE },
  "flat contacts, 30 A": { amps: 30, basis: PRACTICE },
  "flat contacts, 45 A": { amps: 45, basis: PRACTICE },
  "slide-in blades, 20 A": { amps: 20, basis: memory("slide-in blades, 20 to 30 A") },
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
/** Shares of a wire's amps that are left inside a tube or bundle, and in PVC, which softens where silicone does not. */
const WIRE_SHARE = { inTube: 0.7, PVC: 0.8 };

/** What a wire carries all day, A: of a gauge that no table has, the next thinner one's. @example wireAmps(12, { inTube: true, insulation: "PVC" }) // => 22.4 */
export function wireAmps(awg: number, p: { inTube: boolean; insulation: "silicone" | "PVC" }): number {
  const known = Object.keys(WIRE_AMPS)
    .map(Number)
    .filter((gauge) => gauge >= awg);
  const amps = WIRE_AMPS[known.length > 0 ? Math.min(...known) : 24]!;
  return amps * (p.inTube ? WIRE_SHARE.inTube : 1) * (p.insulation === "PVC" ? WIRE_SHARE.PVC : 1);
}

export const WIRE_BASIS: readonly Basis[] = [memory("wire currents; codes where they apply are lower and govern")];

/** Drop on the battery lead that is still good, percent of nominal (common practice). */
export const BATTERY_LEAD_DROP_PERCENT = 2;
/** A lead warms in use: drop is taken at this temperature, °C. */
export const WARM_LEAD_C = 50;
