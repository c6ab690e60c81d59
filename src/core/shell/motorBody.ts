const RAD = Math.PI / 180;

/** Pad between a mid-drive's body and the down tube, mm (common practice: 3 to 5). */
export const PAD_MM = 4;

/**
 * How a mid-drive's body lies under the down tube: it swings forward and up about the crank axle until its pad meets the tube.
 * @param p lengths in mm; downTubeAngleDeg over the level, null when it is not known: the body then hangs straight down
 * @returns roomMm: how much further from the axle the body's middle is than it must be to swing under the tube, negative when it does not go;
 *   lowestMm: its lowest point under the crank axle
 */
export function motorBody(p: {
  canCentreMm: number;
  canRadiusMm: number;
  caseRadiusMm: number;
  tubeRadiusMm: number;
  downTubeAngleDeg: number | null;
}) {
  const square = p.canRadiusMm + PAD_MM + p.tubeRadiusMm;
  const swing = Math.asin(Math.min(1, square / p.canCentreMm)) / RAD;
  const at = p.downTubeAngleDeg === null ? -90 : p.downTubeAngleDeg - swing;
  const low = p.canRadiusMm - p.canCentreMm * Math.sin(at * RAD);
  return { roomMm: p.canCentreMm - square, angleDeg: at, lowestMm: Math.max(low, p.caseRadiusMm) };
}

/** Dry plated steel and clean metal faces (H, Shigley & Mischke; common practice), and the mean radius of a shell's face, mm. */
const NUT_FACTOR = 0.2;
const FACE_FRICTION = 0.15;
const FACE_RADIUS_MM = 18.7;
const SAFETY = 1.5;

/**
 * Whether the nuts hold a mid-drive's turn, and what its bracket must hold otherwise: N = T_n/(K·d), T_f = 2·μ·N·r_m,
 * F = (1.5·T − T_f)/L. Source: Shigley & Mischke, Mechanical Engineering Design.
 * @param p N·m and mm   @returns frictionNm of both faces, needNm = 1.5·T, bracketN (0 when the nuts hold)
 * @example torqueReaction({ nutTorqueNm: 40, tubeDiameterMm: 33, torqueNm: 80, bracketMm: 90 }) // => 34 N·m, 955.6 N
 */
export function torqueReaction(p: { nutTorqueNm: number; tubeDiameterMm: number; torqueNm: number; bracketMm: number }) {
  const nutN = p.nutTorqueNm / (NUT_FACTOR * (p.tubeDiameterMm / 1000));
  const frictionNm = (2 * FACE_FRICTION * nutN * FACE_RADIUS_MM) / 1000;
  const needNm = SAFETY * p.torqueNm;
  return { frictionNm, needNm, bracketN: Math.max(0, (needNm - frictionNm) / (p.bracketMm / 1000)) };
}
