import { giveOut, SHELF } from "./needs";
import type { Purchase } from "./purchaseSchema";

type Line = Purchase["lines"][number];

export const orderedPieces = (line: Pick<Line, "packs" | "packSize">): number => line.packs * line.packSize;
/** Whether its supplier has it by their order desk and may have something to say of it. */
export const atDesk = ({ desk, closed }: Pick<Purchase, "desk" | "closed">): boolean => desk !== null && closed === null;

/** Pieces that are still waited for: what came broken is waited for again. */
export const missingPieces = (line: Line): number => Math.max(0, orderedPieces(line) - line.came);

/** What each job has of a line, in its order, and what is nobody's: a pack holds more than was wanted. */
export const dealt = (line: Line) =>
  giveOut(
    line.came,
    line.for.map((share) => share.quantity),
  );

/** Pieces of a line for the shelf: its own share, and what a pack holds over what was wanted. */
export function forShelf(line: Line): number {
  const { given, over } = dealt(line);
  return over + line.for.reduce((sum, share, i) => sum + (share.jobId === SHELF ? given[i]! : 0), 0);
}

/** Whether a job's share is here whole. */
export const isHere = ({ lines }: Purchase, orderId: string): boolean =>
  lines.every((line) => line.for.every((share, i) => share.orderId !== orderId || dealt(line).given[i] === share.quantity));

/** Pieces of a line that came broken or wrong and still lie in the shop. */
export const toSendBack = (line: Purchase["lines"][number]): number => Math.max(0, line.broken - line.sentBack);
