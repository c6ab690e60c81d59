import { atLeast } from "../../../units/atLeast";

/** How far a spoke may end from its right length, mm: the thread hides so much, and no more shows over the nipple. */
export const ENDS_MM = { short: 2, long: 1 };

/** Whether a spoke ends where its nipple holds it. */
export const spokeGoes = (mm: number, wantMm: number): boolean =>
  atLeast(wantMm + ENDS_MM.long, mm) && atLeast(mm, wantMm - ENDS_MM.short);
