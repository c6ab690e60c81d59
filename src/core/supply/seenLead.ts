import { DAY_MS } from "../units/days";
/** How long a supplier's orders took, from the day they were placed to the day they were here: what is seen beside what is stated. */
export type SeenLead = { readonly count: number; readonly meanDays: number; readonly spreadDays: number };

const dayMs = (iso: string) => Date.parse(`${iso.slice(0, 10)}T00:00:00Z`);

/** Under so many orders nothing is said of a supplier: one late parcel is no habit. */
export const FEWEST_SEEN = 3;

/**
 * Mean and sample standard deviation of the days; null while too few orders came.
 * @param orders ISO times, in any order; one that came before it was placed is left out
 */
export function seenLead(orders: readonly { readonly placedAt: string; readonly arrivedAt: string }[]): SeenLead | null {
  const days = orders.map(({ placedAt, arrivedAt }) => (dayMs(arrivedAt) - dayMs(placedAt)) / DAY_MS).filter((one) => one >= 0);
  if (days.length < FEWEST_SEEN) return null;
  const meanDays = days.reduce((sum, one) => sum + one, 0) / days.length;
  const square = days.reduce((sum, one) => sum + (one - meanDays) ** 2, 0) / (days.length - 1);
  return { count: days.length, meanDays, spreadDays: Math.sqrt(square) };
}

/** Whole days to reckon with where they are more than what is stated: the mean and one spread. */
export const daysSeen = ({ meanDays, spreadDays }: SeenLead): number => Math.ceil(meanDays + spreadDays - 1e-9);
