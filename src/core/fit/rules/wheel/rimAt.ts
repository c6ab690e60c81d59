import { BEAD_SEAT_NAMES } from "../../../donor/items";
import type { Build } from "../../build";
import type { Survey } from "../../rule";
import { lastAt } from "../perEnd";
import { type End, hubMotorAt, keysOfEnd } from "../subjects";

/** The rim that a build brings for an end: one to lace, which was put in or a remedy brought. */
export const rimPartAt = (end: End, build: Build) => lastAt(build, "rim", end);

/** Bead seat of the rim that will be at an end, mm: a laced motor's, a rim that the build brings, else the bike's own. */
export function rimSizeAt(end: End, survey: Survey, build: Build): number {
  const motor = hubMotorAt(end, build);
  return motor?.spec.laced?.beadSeatMm ?? rimPartAt(end, build)?.spec.beadSeatMm ?? survey.number(keysOfEnd(end).beadSeat).value;
}

/** The same from what was measured so far; undefined when nothing says it. */
export function knownRimSizeAt(end: End, build: Build): number | undefined {
  const motor = hubMotorAt(end, build);
  const donor = build.donor[keysOfEnd(end).beadSeat]?.value;
  const size = motor?.spec.laced?.beadSeatMm ?? rimPartAt(end, build)?.spec.beadSeatMm;
  return size ?? (typeof donor === "number" ? donor : undefined);
}

/** A bead seat as it is told: its mm, and the trade's name where it has one. */
export const sizeName = (mm: number): string => `${mm}${BEAD_SEAT_NAMES[mm] ? ` (${BEAD_SEAT_NAMES[mm]})` : ""}`;
