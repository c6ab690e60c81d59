import type { Ways } from "../../../wiring/paths";
import { batteryOf, type Build } from "../../build";
import type { Survey } from "../../rule";

/** What the leads run along on this bike. */
export function waysOf(survey: Survey, build: Build): Ways {
  const radius = (key: "rearBeadSeatMm" | "frontBeadSeatMm") => survey.number(key).value / 2 + survey.number("tyreWidthMm").value;
  const mount = batteryOf(build)?.spec.mount ?? "down tube";
  return {
    downTubeMm: survey.number("downTubeMm").value,
    chainstayMm: survey.number("chainstayMm").value,
    rearRadiusMm: radius("rearBeadSeatMm"),
    frontRadiusMm: radius("frontBeadSeatMm"),
    barHalfMm: survey.number("barLeftMm").value,
    batteryAt: mount === "rack" ? "rack" : mount === "seat tube" ? "seat tube" : "down tube",
  };
}
