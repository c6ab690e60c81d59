import type { Weighed } from "./proofSchema";

/** What scales for people, or a hanging one, leave open at each wheel, kg (common practice). */
export const SCALES_PLUS_MINUS_KG = 0.1;
/** A bike of more than so much is asked about, kg. */
const USUAL_BIKE_MOST_KG = 120;
/** No converted bike weighs less, kg. */
const LIGHTEST_BIKE_KG = 7;

/** A weighing that hardly can be: asked about, and from a file never believed. */
export function isOddWeighing(weighed: Pick<Weighed, "frontKg" | "rearKg" | "plusMinusKg">): boolean {
  const { massKg, frontShare } = weighingOf(weighed);
  return massKg > USUAL_BIKE_MOST_KG || massKg < LIGHTEST_BIKE_KG || frontShare < 0.2 || frontShare > 0.8;
}

/**
 * The bike's mass and how it stands on its wheels, with what the scales leave open: both ends' errors are independent.
 * @example weighingOf({ frontKg: 10, rearKg: 15, plusMinusKg: 0.1 }).frontShare // => 0.4
 */
export function weighingOf({ frontKg, rearKg, plusMinusKg }: Pick<Weighed, "frontKg" | "rearKg" | "plusMinusKg">) {
  const massKg = frontKg + rearKg;
  return {
    massKg,
    plusMinusKg: Math.SQRT2 * plusMinusKg,
    frontShare: frontKg / massKg,
    /** From f = F/(F+R): its derivative by each end. */
    sharePlusMinus: (Math.hypot(frontKg, rearKg) * plusMinusKg) / massKg ** 2,
  };
}
