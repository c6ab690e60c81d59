import { atLeast } from "../units/atLeast";
import { ARM_PLATE, AXLE_CLAMP } from "../standards/axleTorque";

/** Length of a flat across a round axle: √(D² − f²), mm. @example flatChordMm(12, 10) // => 6.633 */
export const flatChordMm = (diameterMm: number, flatsMm: number) => Math.sqrt(Math.max(0, diameterMm ** 2 - flatsMm ** 2));

/** Fully plastic torque of two half flats in a slot or hole: k·σ·t·L²/4, N·m (stress MPa, lengths mm).
 *  @example plasticTorqueNm({ yieldMpa: 300, thicknessMm: 6, chordMm: 6.633, constraint: 1 }) // => 19.8 */
export const plasticTorqueNm = (p: { yieldMpa: number; thicknessMm: number; chordMm: number; constraint: number }) =>
  (p.constraint * p.yieldMpa * p.thicknessMm * p.chordMm ** 2) / 4 / 1000;

/** Bending stress beside a torque arm's hole: 6T/(t·h²), MPa. @example armStressMpa({ torqueNm: 40, thicknessMm: 6, depthMm: 22 }) // => 82.64 */
export const armStressMpa = (p: { torqueNm: number; thicknessMm: number; depthMm: number }) =>
  (6 * p.torqueNm * 1000) / (p.thicknessMm * p.depthMm ** 2);

/** Stress at the root of a slot's tine under a corner's force: 6Fa/(t·b²), MPa. @example tineStressMpa({ forceN: 3015, armMm: 8, thicknessMm: 6, depthMm: 10 }) // => 241.2 */
export const tineStressMpa = (p: { forceN: number; armMm: number; thicknessMm: number; depthMm: number }) =>
  (6 * p.forceN * p.armMm) / (p.thicknessMm * p.depthMm ** 2);

export type AxleReaction = {
  torqueNm: number;
  diameterMm: number;
  flatsMm: number;
  dropoutMm: number;
  dropoutYieldMpa: number;
  dropoutConstraint: number;
  dropouts: number;
  slotMm?: number | undefined;
  arms: number;
  armMm: number;
  armYieldMpa: number;
  armConstraint: number;
  armReachMm: number;
  safety: number;
  nutTorqueNm: number;
  nutFactor: number;
  friction: number;
  washerOuterMm?: number | undefined;
  faces: number;
};

/** What the rules take where a survey says nothing else: keyed washers on both sides, a common arm, design friction. */
export const USUAL_AXLE = {
  dropoutConstraint: 1,
  armYieldMpa: ARM_PLATE.yieldMpa,
  armConstraint: ARM_PLATE.constraint,
  armReachMm: 100,
  nutFactor: AXLE_CLAMP.nutFactor,
  friction: AXLE_CLAMP.friction,
  faces: 4,
} as const;

/**
 * The two lines of defence of a hub motor's axle, never added together: (a) the nut clamp alone stops any movement;
 * (b) with the clamp lost, flats and arms hold without yielding.
 * Source: clamp N = T/(K·D), friction at the mean radius of an annulus; plastic bearing of the flats (derived).
 * @returns clampNm against 1.25·T, capacityNm against safety·T, and the figures on the way
 */
export function axleReaction(p: AxleReaction) {
  const chordMm = flatChordMm(p.diameterMm, p.flatsMm);
  const inner = p.diameterMm / 2;
  const outer = p.washerOuterMm ?? AXLE_CLAMP.washerRadiusMm(p.diameterMm);
  const meanRadiusMm = ((2 / 3) * (outer ** 3 - inner ** 3)) / (outer ** 2 - inner ** 2);
  const nutClampN = p.nutTorqueNm / (p.nutFactor * (p.diameterMm / 1000));
  const clampNm = (p.friction * nutClampN * meanRadiusMm * p.faces) / 1000;
  const dropoutNm = plasticTorqueNm({
    yieldMpa: p.dropoutYieldMpa,
    thicknessMm: p.dropoutMm,
    chordMm,
    constraint: p.dropoutConstraint,
  });
  const armNm = plasticTorqueNm({ yieldMpa: p.armYieldMpa, thicknessMm: p.armMm, chordMm, constraint: p.armConstraint });
  const capacityNm = dropoutNm * p.dropouts + armNm * p.arms;
  const clampNeedNm = AXLE_CLAMP.need * p.torqueNm;
  const demandNm = p.safety * p.torqueNm;
  return {
    chordMm,
    nutClampN,
    clampNm,
    clampNeedNm,
    clampHolds: atLeast(clampNm, clampNeedNm),
    peakPressureMpa: (6 * p.torqueNm * 1000) / (p.dropoutMm * chordMm ** 2),
    dropoutNm,
    armNm,
    capacityNm,
    demandNm,
    flatsHold: atLeast(capacityNm, demandNm),
    armClampN: p.torqueNm / (p.armReachMm / 1000),
    backlashDeg: p.slotMm === undefined ? null : (Math.max(0, p.slotMm - p.flatsMm) / chordMm) * (180 / Math.PI),
    cornerN: p.torqueNm / (chordMm / 1000),
  };
}
