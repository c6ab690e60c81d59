import { ARM_PLATE, AXLE_CLAMP } from "../standards/axleTorque";

/** Length of a flat across a round axle: √(D² − f²), mm. @example flatChordMm(12, 10) // => 6.633 */
export const flatChordMm = (diameterMm: number, flatsMm: number) => Math.sqrt(Math.max(0, diameterMm ** 2 - flatsMm ** 2));

/** Fully plastic torque of two half flats in a slot or hole: k·σ·t·L²/4, N·m (stress MPa, lengths mm).
 *  @example plasticTorqueNm({ yieldMpa: 300, thicknessMm: 6, chordMm: 6.633, constraint: 1 }) // => 19.8 */
export const plasticTorqueNm = (p: { yieldMpa: number; thicknessMm: number; chordMm: number; constraint: number }) =>
  (p.constraint * p.yieldMpa * p.thicknessMm * p.chordMm ** 2) / 4 / 1000;

/** Torque that the nut clamp holds by friction, over so many faces, N·m. Source: clamp N = T/(K·D), mean radius of an annulus.
 *  @example clampTorqueNm({ diameterMm: 12, nutTorqueNm: 40, faces: 4 }) // => 69.96 */
export function clampTorqueNm(p: { diameterMm: number; nutTorqueNm: number; faces: number }): number {
  const outer = AXLE_CLAMP.washerRadiusMm(p.diameterMm);
  const inner = p.diameterMm / 2;
  const meanRadiusMm = ((2 / 3) * (outer ** 3 - inner ** 3)) / (outer ** 2 - inner ** 2);
  const clampN = p.nutTorqueNm / (AXLE_CLAMP.nutFactor * (p.diameterMm / 1000));
  return (AXLE_CLAMP.friction * clampN * meanRadiusMm * p.faces) / 1000;
}

export type AxleReaction = {
  torqueNm: number;
  diameterMm: number;
  flatsMm: number;
  dropoutMm: number;
  dropoutYieldMpa: number;
  dropoutsCounted: 1 | 2;
  aluminium: boolean;
  safety: number;
  arms: number;
  armMm: number;
};

/**
 * The two lines of defence of a hub motor's axle, never added together: (a) the nut clamp alone stops any movement;
 * (b) with the clamp lost, flats and arms hold without yielding.
 * @returns clampNm against 1.25·T, capacityNm against safety·T
 */
export function axleReaction(p: AxleReaction) {
  const chordMm = flatChordMm(p.diameterMm, p.flatsMm);
  const clampNm = clampTorqueNm({
    diameterMm: p.diameterMm,
    nutTorqueNm: AXLE_CLAMP.nutTorqueNm(p.diameterMm, p.aluminium),
    faces: 4,
  });
  const dropoutNm = plasticTorqueNm({ yieldMpa: p.dropoutYieldMpa, thicknessMm: p.dropoutMm, chordMm, constraint: 1 });
  const armNm = plasticTorqueNm({
    yieldMpa: ARM_PLATE.yieldMpa,
    thicknessMm: p.armMm,
    chordMm,
    constraint: ARM_PLATE.constraint,
  });
  const capacityNm = dropoutNm * p.dropoutsCounted + armNm * p.arms;
  const clampNeedNm = AXLE_CLAMP.need * p.torqueNm;
  const demandNm = p.safety * p.torqueNm;
  return {
    chordMm,
    clampNm,
    clampNeedNm,
    clampHolds: clampNm >= clampNeedNm,
    dropoutNm,
    armNm,
    capacityNm,
    demandNm,
    flatsHold: capacityNm >= demandNm,
  };
}
