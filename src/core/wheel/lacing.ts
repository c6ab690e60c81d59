import { spokeLength } from "./spokeLength";

export type Flange = { flangePcdMm: number; flangeOffsetMm: number };
export type LacingInput = {
  erdMm: number;
  spokes: number;
  spokeHoleMm: number;
  left: Flange;
  right: Flange;
  clearNippleAngleDeg: number;
  stopNippleAngleDeg: number;
};
export type LacingVerdict = "clear" | "adapt" | "stop";

export const CROSSES = [0, 1, 2, 3, 4] as const;
/** Nipple angles that an undished drilled rim tolerates, and over which it is refused, degrees (common practice; schools differ from 10). */
export const NIPPLE_ANGLE_DEG = { clear: 8, stop: 15 } as const;

/**
 * What crossing 0 to 4 gives on both sides of a wheel: lengths, the worse nipple angle, and whether it goes.
 * Source: Brandt, The Bicycle Wheel (1981), for length and angles; side forces on the rim balance for the tension ratio.
 * @param p lengths in mm, flanges smaller than the rim, spokes of the whole wheel
 * @returns options for each crossing; `recommended`: of 1 to 3 the most that is clear, else the fewest that goes adapted, else 0;
 *   `tensionRatio` at that crossing, the looser side's tension ÷ the tighter's
 */
export function lacing(p: LacingInput) {
  const sideOf = (flange: Flange, crosses: number) => spokeLength(spokeOf(p, flange, crosses, p.spokeHoleMm));
  const options = CROSSES.map((crosses) => {
    const left = sideOf(p.left, crosses);
    const right = sideOf(p.right, crosses);
    const nippleAngleDeg = Math.max(left.nippleAngleDeg, right.nippleAngleDeg);
    const pastTangent = left.pastTangent || right.pastTangent;
    const verdict: LacingVerdict =
      pastTangent || nippleAngleDeg > p.stopNippleAngleDeg ? "stop" : nippleAngleDeg <= p.clearNippleAngleDeg ? "clear" : "adapt";
    return { crosses, leftMm: left.lengthMm, rightMm: right.lengthMm, nippleAngleDeg, pastTangent, verdict };
  });
  const crossed = options.slice(1, 4);
  const recommended =
    crossed.findLast((option) => option.verdict === "clear")?.crosses ??
    crossed.find((option) => option.verdict === "adapt")?.crosses ??
    0;
  return { options, recommended, tensionRatio: tensionRatio(p, recommended) };
}

const spokeOf = (p: LacingInput, { flangePcdMm, flangeOffsetMm }: Flange, crosses: number, spokeHoleMm: number) => ({
  erdMm: p.erdMm,
  spokes: p.spokes,
  flangePcdMm,
  flangeOffsetMm,
  crosses,
  spokeHoleMm,
});

/** The looser side's tension ÷ the tighter's for equal counts a side: the ratio of the sines of the bracing angles; 1 when equal. */
function tensionRatio(p: LacingInput, crosses: number): number {
  const sine = (flange: Flange) => {
    const spanMm = spokeLength(spokeOf(p, flange, crosses, 0)).lengthMm;
    return spanMm === 0 ? 0 : flange.flangeOffsetMm / spanMm;
  };
  const [low, high] = [sine(p.left), sine(p.right)].sort((a, b) => a - b) as [number, number];
  return low === high ? 1 : low / high;
}

/** Tension that torque adds to a crossed spoke, N: T ÷ (N·r·sin γ), sin γ = R·sin α ÷ l in the wheel plane; null when radial.
 *  @example spokeLoadN({ torqueNm: 60, erdMm: 538, flangePcdMm: 234, spokes: 36, crosses: 1 }) // => 25.39 */
export function spokeLoadN(p: {
  torqueNm: number;
  erdMm: number;
  flangePcdMm: number;
  spokes: number;
  crosses: number;
}): number | null {
  const [rim, hub] = [p.erdMm / 2, p.flangePcdMm / 2];
  const a = (4 * Math.PI * p.crosses) / p.spokes;
  const spanMm = Math.sqrt(rim ** 2 + hub ** 2 - 2 * rim * hub * Math.cos(a));
  const lean = (rim * Math.sin(a)) / spanMm;
  return lean <= 1e-9 ? null : (p.torqueNm * 1000) / (p.spokes * hub * lean);
}
