import type { Build, HubMotor } from "../../build";
import type { Survey } from "../../rule";
import { lastAt } from "../perEnd";
import { type End, endKeys } from "../subjects";
import { knownRimSizeAt } from "./rimAt";

/** The tyre that the build brings for an end, of the size of the rim that will be there. */
export const tyrePartAt = (end: End, build: Build) =>
  lastAt(build, "tyre", end, (spec, at) => spec.beadSeatMm === knownRimSizeAt(at, build));

/** What turns at an end, as far as it is known: the rim and the tyre that will be there, mm. */
export function knownWheelAt(end: End, build: Build): { readonly beadSeatMm?: number; readonly tyreMm?: number } {
  const beadSeatMm = knownRimSizeAt(end, build);
  const own = build.donor.tyreWidthMm?.value;
  const tyreMm = tyrePartAt(end, build)?.spec.widthMm ?? (typeof own === "number" ? own : undefined);
  return { ...(beadSeatMm !== undefined && { beadSeatMm }), ...(tyreMm !== undefined && { tyreMm }) };
}

/** The tyre that will run at an end: a new one of the rim's size, else the bike's own. */
export function tyreAt(motor: HubMotor, survey: Survey, build: Build) {
  survey.number(endKeys(motor).beadSeat);
  const fresh = tyrePartAt(motor.spec.end, build);
  if (fresh) return { mm: fresh.spec.widthMm, plusMinus: 0, says: fresh.name };
  const own = survey.number("tyreWidthMm");
  return { mm: own.value, plusMinus: own.plusMinus, says: "the bike's tyre" };
}
