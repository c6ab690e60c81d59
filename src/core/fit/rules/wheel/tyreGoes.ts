import type { Spec } from "../../../parts/specs";
import { type Build, partsOf } from "../../build";
import { type End, keysOfEnd } from "../subjects";
import { rimPartAt } from "./rimAt";

/** Tyre widths on a rim by its inner width: the older tables (from memory), and the ratio in common practice. */
const GUIDE: readonly (readonly [innerMm: number, from: number, to: number])[] = [
  [13, 18, 25],
  [15, 23, 32],
  [17, 25, 50],
  [19, 28, 62],
  [21, 32, 64],
  [23, 35, 70],
  [25, 40, 75],
  [30, 50, 80],
  [40, 85, 125],
];

export const RATIO = { least: 1.4, most: 2.2 };

/** A row of the older tables speaks for rims of its own width and a little beside it, mm; between 30 and 40 it has none. */
const ROW_REACHES_MM = 2.5;

function guideRow(innerMm: number) {
  const row = GUIDE.reduce((best, next) => (Math.abs(next[0] - innerMm) < Math.abs(best[0] - innerMm) ? next : best));
  return Math.abs(row[0] - innerMm) <= ROW_REACHES_MM && (innerMm <= 32.5 || innerMm >= 40) ? row : null;
}

/**
 * Both ways to judge a tyre on a rim: the older table's row, where there is one, and the ratio of the widths.
 * @returns room: what is left to the nearer limit, as a share of the rim's inner width
 * @example tyreOnRim(50, 19) // => { guide: true, ratio: false, room: -0.43 }
 */
export function tyreOnRim(tyreMm: number, innerMm: number): { guide: boolean; ratio: boolean; room: number } {
  const row = guideRow(innerMm);
  const times = tyreMm / innerMm;
  const byRatio = Math.min(times - RATIO.least, RATIO.most - times);
  const byGuide = row ? Math.min(tyreMm - row[1], row[2] - tyreMm) / innerMm : byRatio;
  return { guide: byGuide >= -1e-9, ratio: byRatio >= -1e-9, room: Math.min(byGuide, byRatio) };
}

/** Free beside a tyre on each side, mm, without and with a mudguard (reading; the trade gives no figure). */
export const TYRE_ROOM_MM = { bare: 4, mudguard: 6 };

/**
 * How much of what is known speaks against a tyre of an end's size: its rim, the room beside it, the speed asked; 0 for nothing.
 * What nobody measured speaks against none.
 */
export function againstTyre(spec: Spec<"tyre">, end: End, build: Build): number {
  const keys = keysOfEnd(end);
  const laced = partsOf(build, "hub-motor").find((motor) => motor.spec.end === end)?.spec.laced;
  const inner = laced?.rimInnerMm ?? rimPartAt(end, build)?.spec.innerMm ?? build.donor[keys.rimInner]?.value;
  const { guide, ratio } = typeof inner === "number" ? tyreOnRim(spec.widthMm, inner) : { guide: true, ratio: true };
  const room = build.donor[keys.tyreRoom]?.value;
  const least = build.donor[keys.mudguard]?.value === "yes" ? TYRE_ROOM_MM.mudguard : TYRE_ROOM_MM.bare;
  const narrow = typeof room === "number" && (room - spec.widthMm) / 2 < least;
  const kmh = build.asked.assistKmh ?? 0;
  const slow = kmh > 25 && (spec.ratedKmh ?? 0) < kmh;
  // One table of two is acknowledged; the others are bought again.
  return (guide ? 0 : 1) + (ratio ? 0 : 1) + (narrow ? 4 : 0) + (slow ? 2 : 0);
}
