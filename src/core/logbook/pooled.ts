import { sum } from "../units/sum";

/** What one bike taught of a figure against the tables, and what it was reckoned with before; one standard deviation each. @see Taught */
export type OneBike = { readonly times: number; readonly sd: number; readonly prior: number; readonly priorSd: number };

/** What several bikes teach of the next of their kind: where its figure will lie, one standard deviation. */
export type Pooled = { readonly times: number; readonly sd: number; readonly bikes: number; readonly between: number };

/** Fewer bikes than this are no kind. */
export const ENOUGH_BIKES = 2;
/** Before anything is known bikes of a kind are taken to differ by half of what the reckoning leaves open; that stands for so many bikes. */
const PRIOR_BIKES = 4;
const BETWEEN_SHARE = 0.5;

/**
 * The variance between groups by moments (DerSimonian and Laird, Controlled Clinical Trials 7, 1986), and the mean with what it leaves open.
 * @param means of the groups   @param variances within them, over 0
 */
export function betweenGroups(
  means: readonly number[],
  variances: readonly number[],
): { readonly variance: number; readonly mean: number; readonly sd: number } {
  const weights = variances.map((variance) => 1 / variance);
  const total = sum(weights);
  const fixed = sum(weights.map((weight, i) => weight * means[i]!)) / total;
  const q = sum(weights.map((weight, i) => weight * (means[i]! - fixed) ** 2));
  const spare = total - sum(weights.map((weight) => weight ** 2)) / total;
  const variance = spare > 0 ? Math.max(0, (q - (means.length - 1)) / spare) : 0;
  const random = variances.map((within) => 1 / (within + variance));
  const mean = sum(random.map((weight, i) => weight * means[i]!)) / sum(random);
  return { variance, mean, sd: Math.sqrt(1 / sum(random)) };
}

const Z95 = 1.959964;
/** How much wider Student's law is at 95 % than the normal one (Abramowitz and Stegun 26.7.5); from five degrees of freedom on to 1 %. */
const fewTimes = (freedom: number): number =>
  1 + (Z95 ** 2 + 1) / (4 * freedom) + (5 * Z95 ** 4 + 16 * Z95 ** 2 + 3) / (96 * freedom ** 2);

/**
 * Where the figure of the next bike of a kind lies, from what finished ones taught: each bike's own ride without what was thought
 * before, the bikes' spread by moments, and what was thought before once. Null while there are too few.
 * @param bikes of one kind, or with the same motor or pack
 */
export function pooled(bikes: readonly OneBike[]): Pooled | null {
  // What a ride alone said: the reckoning's own part, which all bikes share, is taken out and put back once.
  const alone = bikes.flatMap(({ times, sd, prior, priorSd }) => {
    const weight = 1 / sd ** 2 - 1 / priorSd ** 2;
    return weight > 0 ? [{ mean: (times / sd ** 2 - prior / priorSd ** 2) / weight, variance: 1 / weight, priorSd }] : [];
  });
  if (alone.length < ENOUGH_BIKES) return null;
  const priorSd = Math.max(...alone.map((one) => one.priorSd));
  const seen = betweenGroups(
    alone.map((one) => one.mean),
    alone.map((one) => one.variance),
  ).variance;
  const between = (PRIOR_BIKES * (BETWEEN_SHARE * priorSd) ** 2 + (alone.length - 1) * seen) / (PRIOR_BIKES + alone.length - 1);
  const weights = alone.map((one) => 1 / (one.variance + between));
  const precision = sum(weights) + 1 / priorSd ** 2;
  const times = (sum(weights.map((weight, i) => weight * alone[i]!.mean)) + 1 / priorSd ** 2) / precision;
  const sd = Math.sqrt(1 / precision + between) * fewTimes(PRIOR_BIKES + alone.length - 1);
  return { times, sd, bikes: alone.length, between: Math.sqrt(between) };
}
