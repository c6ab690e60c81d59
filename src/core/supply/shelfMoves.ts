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

/** Pieces that a job put by for itself, or let go, though they lay where they were. */
export type HeldMove = Pick<ShelfMove, "pieces" | "says" | "at" | "by"> & {
  readonly jobId: string;
  /** Null for a job that is gone. */
  readonly number: number | null;
  readonly customer: string;
};

/** A line of the shelf's ledger: what came or went, or what a job put by or let go, and how it stood afterwards. */
export type LedgerLine = Pick<ShelfMove, "says" | "at" | "by" | "costMinor"> & {
  readonly moved: number;
  readonly held: number;
  /** Whose pieces were put by or let go; null where pieces moved. */
  readonly job: Pick<HeldMove, "jobId" | "number" | "customer"> | null;
  readonly there: number;
  readonly heldThen: number;
};

/**
 * One ledger of a part: what moved and what was put by, in the order of their times. Of the same moment, what comes stands before what is
 * put by of it, and what a job lets go before what is taken from the shelf for it.
 *
 * @param moves and `holds` of one part, each the first first
 */
export function ledgerOf(moves: readonly ShelfMove[], holds: readonly HeldMove[]): LedgerLine[] {
  const ledger: LedgerLine[] = [];
  let [there, heldThen, m, h] = [0, 0, 0, 0];
  while (m < moves.length || h < holds.length) {
    const [move, hold] = [moves[m], holds[h]];
    if (move && (!hold || move.at < hold.at || (move.at === hold.at && move.pieces > 0))) {
      const { pieces, says, at, by, costMinor } = move;
      there += pieces;
      ledger.push({ says, at, by, costMinor, moved: pieces, held: 0, job: null, there, heldThen });
      m += 1;
    } else {
      const { pieces, says, at, by, jobId, number, customer } = hold!;
      heldThen += pieces;
      const job = { jobId, number, customer };
      ledger.push({ says, at, by, costMinor: null, moved: 0, held: pieces, job, there, heldThen });
      h += 1;
    }
  }
  return ledger;
}
