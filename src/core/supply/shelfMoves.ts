/** Pieces of a part that came to the shelf, or went from it, and how many were there then. */
export type ShelfMove = {
  readonly pieces: number;
  readonly there: number;
  readonly says: string;
  readonly at: string;
  readonly by: string;
  /** What all of them cost as they lay in the shop, in cents; null where nobody knows. */
  readonly costMinor: number | null;
};

/** What lies on the shelf, and what it is worth. */
export type Worth = {
  readonly pieces: number;
  /** Of a piece, in cents and parts of them; null while no cost is known. */
  readonly averageMinor: number | null;
  readonly worthMinor: number | null;
};

/**
 * The moving average: what comes at a cost is mixed with what lies there, what goes takes the average with it and leaves it as it was.
 * Pieces of which nobody knows the cost count as worth the average, and as the first cost that is known.
 *
 * @param moves of one part, the first first
 */
export function worthOf(moves: readonly Pick<ShelfMove, "pieces" | "costMinor">[]): Worth {
  let [pieces, average] = [0, null as number | null];
  for (const move of moves) {
    if (move.pieces > 0 && move.costMinor !== null) {
      const each = move.costMinor / move.pieces;
      average = average === null || pieces <= 0 ? each : (pieces * average + move.costMinor) / (pieces + move.pieces);
    }
    pieces += move.pieces;
  }
  return { pieces, averageMinor: average, worthMinor: average === null ? null : Math.round(pieces * average) };
}
