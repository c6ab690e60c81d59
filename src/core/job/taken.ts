import { piecesFromShelf } from "../cost/shelf";
import type { Assessment } from "./assess";
import type { Job } from "./job";

/**
 * Pieces that the ticked steps of a job took from the shelf, by part: a part goes with the first step that uses it, a kit with the
 * first step that uses something out of its box.
 */
export function takenBy(job: Pick<Job, "ticks">, { sheet, steps }: Pick<Assessment, "sheet" | "steps">): Record<string, number> {
  const used = new Set(
    steps
      .filter((step) => job.ticks[step.id])
      .flatMap((step) => step.parts.flatMap(({ part, origin }) => (origin.type === "kit" ? [origin.kitId, part.id] : [part.id]))),
  );
  return Object.fromEntries(Object.entries(piecesFromShelf(sheet.lines)).filter(([partId]) => used.has(partId)));
}

/** The shelf's number of a part that ran before; what was used already keeps its own. */
export const usedId = (partId: string): string => (partId.endsWith("-used") ? partId : `${partId.slice(0, 55)}-used`);

/** Pieces that came off the bike onto the shelf, by the part that they were, once the step that takes them off is ticked. */
export const putOnShelf = ({ ticks, renews }: Pick<Job, "ticks" | "renews">): Record<string, number> =>
  ticks.takeOff && renews
    ? Object.fromEntries(renews.off.filter(({ goes }) => goes === "shelf").map(({ partId, quantity }) => [partId, quantity]))
    : {};
