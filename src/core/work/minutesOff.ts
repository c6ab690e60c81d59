import type { Supplied } from "../fit/build";
import type { Part } from "../parts/part";

/** To take a piece off takes about half of what it took to put it on (common practice). */
const OFF_SHARE = 0.5;

type Piece = Pick<Supplied, "quantity"> & { readonly part: Pick<Part, "id" | "massKg"> };

const heaviest = (parts: readonly Piece[]): string =>
  parts.reduce((most, one) => ((one.part.massKg ?? 0) > (most.part.massKg ?? 0) ? one : most)).part.id;

/** More than that is no figure for one piece. */
const MOST_MINUTES = 600;

/** Minutes until a piece is off again. A step is its heaviest piece's: what goes on with it comes off with it. @param step that puts it on */
export const minutesOff = (
  step: { readonly minutes: number; readonly parts: readonly Piece[] } | undefined,
  partId: string,
): number =>
  step && heaviest(step.parts) === partId ? Math.min(MOST_MINUTES, Math.max(1, Math.round(OFF_SHARE * step.minutes))) : 1;
