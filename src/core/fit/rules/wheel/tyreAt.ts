import { type Build, type HubMotor, partsOf } from "../../build";
import type { Survey } from "../../rule";
import { endKeys } from "../subjects";

/** The tyre that will run at an end: a new one of the rim's size, else the bike's own. */
export function tyreAt(motor: HubMotor, survey: Survey, build: Build) {
  const size = motor.spec.laced?.beadSeatMm ?? survey.number(endKeys(motor).beadSeat).value;
  const fresh = partsOf(build, "tyre").find((part) => part.spec.beadSeatMm === size);
  if (fresh) return { mm: fresh.spec.widthMm, plusMinus: 0, says: fresh.name };
  const own = survey.number("tyreWidthMm");
  return { mm: own.value, plusMinus: own.plusMinus, says: "the bike's tyre" };
}
