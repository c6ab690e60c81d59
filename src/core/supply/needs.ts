/** What one job still has to buy. */
export type JobNeeds = {
  readonly jobId: string;
  readonly number: number;
  readonly customer: string;
  readonly bike: string;
  /** The day it is promised for; null when none is. */
  readonly due: string | null;
  readonly wants: Readonly<Record<string, number>>;
  /** Why nothing should be bought for it yet; empty where nothing speaks against it. */
  readonly notYet: string;
  /** The fit says stop: nothing is ordered for it, whoever asks. */
  readonly stopped: boolean;
};

/** The shelf wants pieces as a job does; nobody is told when they come. */
export const SHELF = "shelf";

/**
 * What the shelf is short of: of a part of which fewer than the least lie there for nobody or are on their way to it, as many as fill it
 * up.
 */
export function shelfNeeds(
  parts: Iterable<{
    readonly id: string;
    readonly inStock: number;
    readonly keepAtLeast?: number | undefined;
    readonly keepUpTo?: number | undefined;
  }>,
  held: Readonly<Record<string, number>>,
  coming: Readonly<Record<string, number>>,
): Record<string, number> {
  const wants: Record<string, number> = {};
  for (const { id, inStock, keepAtLeast = 0, keepUpTo = keepAtLeast } of parts) {
    const free = Math.max(0, inStock - (held[id] ?? 0)) + (coming[id] ?? 0);
    if (keepAtLeast > free) wants[id] = keepUpTo - free;
  }
  return wants;
}

export type Share = { readonly jobId: string; readonly quantity: number };
/** Pieces of one part that several jobs want together, those that are due first first. */
export type Need = { readonly partId: string; readonly quantity: number; readonly by: readonly Share[] };

/** Those due first first, and the shelf last of all. */
const byDue = (a: JobNeeds, b: JobNeeds) =>
  Number(a.jobId === SHELF) - Number(b.jobId === SHELF) ||
  (a.due ?? "9999").localeCompare(b.due ?? "9999") ||
  a.number - b.number;

/** The needs of several jobs together, part by part. */
export function needsOf(jobs: readonly JobNeeds[]): Need[] {
  const parts = new Map<string, Share[]>();
  for (const { jobId, wants } of [...jobs].sort(byDue))
    for (const [partId, quantity] of Object.entries(wants))
      if (quantity > 0) parts.set(partId, [...(parts.get(partId) ?? []), { jobId, quantity }]);
  return [...parts]
    .map(([partId, by]) => ({ partId, quantity: by.reduce((sum, share) => sum + share.quantity, 0), by }))
    .sort((a, b) => (a.partId < b.partId ? -1 : 1));
}

/**
 * Gives pieces out among shares in their order, each served as far as the pieces go.
 * @returns pieces for each share, and what is left over
 */
export function giveOut(pieces: number, shares: readonly number[]): { readonly given: number[]; readonly over: number } {
  let left = pieces;
  const given = shares.map((wanted) => {
    const now = Math.min(left, wanted);
    left -= now;
    return now;
  });
  return { given, over: left };
}
