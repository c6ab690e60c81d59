/** Resistivity of annealed copper at 20 °C, Ω·m, and its temperature coefficient (S, IEC 60028). */
const COPPER_OHM_M = 1.7241e-8;
export const COPPER_PER_K = 0.00393;

/** Diameter in mm of an American wire gauge, −3 for 4/0 (S, ASTM B258). @example awgDiameterMm(12) // => 2.053 */
export const awgDiameterMm = (awg: number) => 0.127 * 92 ** ((36 - awg) / 39);

/** A copper pair, out and back. lengthM is one way; dropPercent may pass 100, since the current is given. */
export function wireDrop(p: { areaMm2: number; lengthM: number; currentA: number; voltageV: number; temperatureC: number }) {
  const ohmPerM = (COPPER_OHM_M * (1 + COPPER_PER_K * (p.temperatureC - 20))) / (p.areaMm2 * 1e-6);
  const dropV = 2 * p.lengthM * ohmPerM * p.currentA;
  return {
    diameterMm: 2 * Math.sqrt(p.areaMm2 / Math.PI),
    areaMm2: p.areaMm2,
    ohmPerM,
    dropV,
    dropPercent: (100 * dropV) / p.voltageV,
    lossW: dropV * p.currentA,
  };
}
