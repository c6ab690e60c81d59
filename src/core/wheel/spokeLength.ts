export type SpokeGeometry = {
  erdMm: number;
  flangePcdMm: number;
  flangeOffsetMm: number;
  spokeHoleMm: number;
  spokes: number;
  crosses: number;
};

/**
 * Spoke length and angles of a tangentially laced wheel.
 * Source: Brandt, The Bicycle Wheel (1981): l = √(R² + r² + w² − 2Rr·cos a) − hole/2, a = 720°·crosses/spokes.
 *
 * @param p lengths in mm; flangePcdMm under erdMm; spokes of the whole wheel, even; crosses 0 to 4
 * @returns lengthMm; hubAngleDeg = a; nippleAngleDeg in the wheel plane between spoke and rim radius; pastTangent when a > acos(r/R)
 * @example spokeLength({ erdMm: 602, flangePcdMm: 45, flangeOffsetMm: 35, spokeHoleMm: 2.6, spokes: 36, crosses: 3 }).lengthMm // => 291.2
 */
export function spokeLength(p: SpokeGeometry) {
  const rim = p.erdMm / 2;
  const hub = p.flangePcdMm / 2;
  const hubAngleDeg = (720 * p.crosses) / p.spokes;
  const a = (hubAngleDeg * Math.PI) / 180;
  const span = Math.sqrt(rim ** 2 + hub ** 2 + p.flangeOffsetMm ** 2 - 2 * rim * hub * Math.cos(a));
  return {
    lengthMm: span - p.spokeHoleMm / 2,
    hubAngleDeg,
    nippleAngleDeg: (Math.atan2(Math.abs(hub * Math.sin(a)), rim - hub * Math.cos(a)) * 180) / Math.PI,
    pastTangent: hubAngleDeg > (Math.acos(hub / rim) * 180) / Math.PI,
  };
}
