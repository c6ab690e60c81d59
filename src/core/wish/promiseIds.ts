/** The measurable lines of a wish. */
export const PROMISE_IDS = ["price", "mass", "ready", "assist", "range", "hill"] as const;

export type PromiseId = (typeof PROMISE_IDS)[number];

/** Where a promise stands among those that the customer would let go, 1 for the first; null where it holds. */
export function givesAs(gives: readonly PromiseId[], id: PromiseId): number | null {
  const at = gives.indexOf(id);
  return at < 0 ? null : at + 1;
}
