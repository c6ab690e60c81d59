import type { SeatOn, Ways } from "../../../wiring/paths";
import { batteryOf, type Build, partsOf } from "../../build";
import type { Survey } from "../../rule";
import { type End, keysOfEnd } from "../subjects";
import { ownTyreKey } from "../wheel/ownTyre";

const MOUNTS: Readonly<Record<string, SeatOn>> = { rack: "rack", "seat tube": "seat tube", box: "box", bag: "box" };

/** A pack for a box that the bike has not is refused; no lead is measured to a place that is not there. */
export const isPackPlaced = (build: Build): boolean => {
  const place = build.donor.otherBay?.value;
  return MOUNTS[batteryOf(build)?.spec.mount ?? ""] !== "box" || place === undefined || place === "box";
};

/** What the leads run along on this bike. */
export function waysOf(survey: Survey, build: Build): Ways {
  const radius = (end: End) => survey.number(keysOfEnd(end).beadSeat).value / 2 + survey.number(ownTyreKey(end, build)).value;
  const batteryAt = MOUNTS[batteryOf(build)?.spec.mount ?? ""] ?? "down tube";
  // A controller of its own sits where the survey has room for it; one inside a motor, or not placed yet, by the pack.
  const place = build.donor.controllerPlace?.value;
  const controllerAt = partsOf(build, "controller").length > 0 && typeof place === "string" ? (place as SeatOn) : batteryAt;
  const inBox = (batteryAt === "box" && survey.choice("otherBay") === "box") || controllerAt === "box";
  return {
    downTubeMm: survey.number("downTubeMm").value,
    chainstayMm: survey.number("chainstayMm").value,
    rearRadiusMm: radius("rear"),
    frontRadiusMm: radius("front"),
    barHalfMm: survey.number("barLeftMm").value,
    batteryAt,
    controllerAt,
    boxFromShellMm: inBox ? survey.number("boxFromShellMm").value : 0,
  };
}
