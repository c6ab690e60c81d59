import { combined } from "../../donor/reading";
import { STAY_CLEARANCE_MM, stayOutMm } from "../../shell/caseClearance";
import type { Survey } from "../rule";

/** The right stay at a radius behind the crank axle, from the survey's two points; undefined when they do not reach it. */
export function stayAt(survey: Survey, radiusMm: number): { outMm: number; plusMinus: number } | undefined {
  const near = { radiusMm: survey.number("stayNearRadiusMm").value, outMm: survey.number("stayNearOutMm").value };
  const far = { radiusMm: survey.number("stayFarRadiusMm").value, outMm: survey.number("stayFarOutMm").value };
  const outMm = stayOutMm({ near, far, radiusMm });
  const plusMinus = Math.max(survey.number("stayNearOutMm").plusMinus, survey.number("stayFarOutMm").plusMinus);
  return outMm === undefined ? undefined : { outMm, plusMinus };
}

export const STAY_KEYS = [
  "stayNearRadiusMm",
  "stayNearOutMm",
  "stayFarRadiusMm",
  "stayFarOutMm",
  "frameFlexes",
  "frameKind",
  "frameMaterial",
] as const;

/** Least clearance beside this stay, mm. */
export function leastStayClearanceMm(survey: Survey): number {
  const soft =
    survey.choice("frameMaterial") === "carbon" ||
    survey.choice("frameKind") === "full-suspension" ||
    survey.choice("frameFlexes") === "yes";
  return soft ? STAY_CLEARANCE_MM.soft : STAY_CLEARANCE_MM.stiff;
}

/** A shell's half width and a stay's position are taken apart, so their uncertainties add as squares. */
export const halfShellAnd = (shellPlusMinus: number, other: number) => combined(shellPlusMinus / 2, other);
