import { GRAVITY_MS2 } from "../units/gravity";

/** Masses and cooling of steel rotors by diameter (from memory): kg, and W/K at 30 km/h. */
export const ROTORS = [
  { diameterMm: 160, massKg: 0.11, coolingWPerK: 1.2 },
  { diameterMm: 180, massKg: 0.15, coolingWPerK: 1.5 },
  { diameterMm: 203, massKg: 0.19, coolingWPerK: 1.9 },
] as const;

const STEEL_J_PER_KG_K = 480;
/** Air at 20 °C and sea level, kg/m³. */
const AIR_KG_M3 = 1.2;

/** The rotor of the table that is nearest from below, the smallest for less. */
export const rotorRow = (diameterMm: number) => ROTORS.findLast((row) => row.diameterMm <= diameterMm + 3.5) ?? ROTORS[0];

export type StoppingInput = {
  massKg: number;
  speedKmh: number;
  reactionS: number;
  decelerationMs2: number;
  wheelsKg: number;
  rotorMm: number;
  axleShare: number;
  rotorShare: number;
};

/**
 * One stop from speed: energy, way, force, and how much the rotor warms if nothing leaves it.
 * Source: E = ½(m + m_w)v² with the wheels' turning mass (Martin et al., J. Appl. Biomech., 1998), d = v·t + v²/2a;
 * rotor shares and masses from memory.
 * @param p km/h, s, m/s², kg, mm; shares 0 to 1
 * @returns energyJ, distanceM, forceN, rotorRiseK
 * @example stopping({ massKg: 130, speedKmh: 32, reactionS: 1, decelerationMs2: 4, wheelsKg: 1.5, rotorMm: 160, axleShare: 0.65, rotorShare: 0.9 }).distanceM // => 18.77
 */
export function stopping(p: StoppingInput) {
  const v = p.speedKmh / 3.6;
  const energyJ = 0.5 * (p.massKg + p.wheelsKg) * v ** 2;
  const { massKg } = rotorRow(p.rotorMm);
  return {
    energyJ,
    distanceM: v * p.reactionS + v ** 2 / (2 * p.decelerationMs2),
    forceN: p.massKg * p.decelerationMs2,
    rotorRiseK: (p.axleShare * p.rotorShare * energyJ) / (massKg * STEEL_J_PER_KG_K),
  };
}

export type DescentInput = {
  massKg: number;
  gradePercent: number;
  speedKmh: number;
  crr: number;
  cdaM2: number;
  rotorMm: number;
  share: number;
};

/**
 * Dragging the brakes at an even speed downhill: the power they take, and how hot one rotor gets in the end (± 40 %, from memory).
 * @param p gradePercent of the descent as a positive figure; share of the power that goes into the one rotor
 * @returns brakingW (0 when the road itself slows the bike), rotorRiseK over the air
 * @example descent({ massKg: 130, gradePercent: 8, speedKmh: 30, crr: 0.008, cdaM2: 0.6, rotorMm: 160, share: 0.5 }) // => 554.4 W, 231 K
 */
export function descent(p: DescentInput) {
  const v = p.speedKmh / 3.6;
  const angle = Math.atan(p.gradePercent / 100);
  const forceN = p.massKg * GRAVITY_MS2 * (Math.sin(angle) - p.crr * Math.cos(angle)) - 0.5 * AIR_KG_M3 * p.cdaM2 * v ** 2;
  const brakingW = Math.max(0, forceN * v);
  const coolingWPerK = rotorRow(p.rotorMm).coolingWPerK * (p.speedKmh / 30) ** 0.6;
  return { brakingW, rotorRiseK: (p.share * brakingW) / coolingWPerK };
}
