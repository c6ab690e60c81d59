import type { Build } from "../../build";
import type { Survey } from "../../rule";
import { lastAt } from "../perEnd";
import { type End, ENDS, hasMotor, hubMotorAt, keysOfEnd } from "../subjects";
import { ownTyreKey } from "./ownTyre";
import { knownRimSizeAt, rimPartAt } from "./rimAt";

/** The tyre that the build brings for an end, of the size of the rim that will be there. */
export const tyrePartAt = (end: End, build: Build) =>
  lastAt(build, "tyre", end, (spec, at) => spec.beadSeatMm === knownRimSizeAt(at, build));

/** What turns at an end, as far as it is known: the rim and the tyre that will be there, mm. */
export function knownWheelAt(end: End, build: Build): { readonly beadSeatMm?: number; readonly tyreMm?: number } {
  const beadSeatMm = knownRimSizeAt(end, build);
  const own = build.donor[ownTyreKey(end, build)]?.value;
  const tyreMm = tyrePartAt(end, build)?.spec.widthMm ?? (typeof own === "number" ? own : undefined);
  return { ...(beadSeatMm !== undefined && { beadSeatMm }), ...(tyreMm !== undefined && { tyreMm }) };
}

/**
 * Wheels whose tyre is looked at: those with a motor in them, and those that get a rim or a tyre that is not like the bike's own.
 * @param unlike of a new rim and the bike's own, bead seats in mm, and of a new tyre and the bike's own, widths in mm
 */
export const tyredEnds = (
  build: Build,
  unlike: { readonly rim: (mm: number, ownMm: number) => boolean; readonly tyre: (mm: number, ownMm: number) => boolean },
): readonly End[] =>
  hasMotor(build)
    ? ENDS.filter((end) => {
        if (hubMotorAt(end, build)) return true;
        const rim = rimPartAt(end, build);
        const fresh = tyrePartAt(end, build);
        const seat = build.donor[keysOfEnd(end).beadSeat]?.value;
        const own = build.donor[ownTyreKey(end, build)]?.value;
        return (
          (rim !== undefined && (typeof seat !== "number" || unlike.rim(rim.spec.beadSeatMm, seat))) ||
          (fresh !== undefined && (typeof own !== "number" || unlike.tyre(fresh.spec.widthMm, own)))
        );
      })
    : [];

/** The tyre that will run at an end: a new one of the rim's size, else the bike's own. */
export function tyreAt(end: End, survey: Survey, build: Build) {
  survey.number(keysOfEnd(end).beadSeat);
  const fresh = tyrePartAt(end, build);
  if (fresh) return { mm: fresh.spec.widthMm, plusMinus: 0, says: fresh.name, settle: [] };
  const key = ownTyreKey(end, build);
  const own = survey.number(key);
  return { mm: own.value, plusMinus: own.plusMinus, says: "the bike's tyre", settle: own.plusMinus > 0 ? [key] : [] };
}
