import { STAY_CLEARANCE_MM, stayOutMm } from "../../../shell/caseClearance";
import type { Build } from "../../build";
import type { Survey } from "../../rule";

/** The right stay at a radius behind the crank axle, from the survey's two points; undefined when they do not reach it. */
export function stayAt(survey: Survey, radiusMm: number): { outMm: number; plusMinus: number } | undefined {
  const near = { radiusMm: survey.number("stayNearRadiusMm").value, outMm: survey.number("stayNearOutMm").value };
  const far = { radiusMm: survey.number("stayFarRadiusMm").value, outMm: survey.number("stayFarOutMm").value };
  const outMm = stayOutMm({ near, far, radiusMm });
  return outMm === undefined ? undefined : { outMm, plusMinus: stayPlusMinus(survey, radiusMm) };
}

/** What the two points leave open of the stay at a radius between them, mm: each weighs by how near it is. */
export function stayPlusMinus(survey: Survey, radiusMm: number): number {
  const [near, far] = [survey.number("stayNearRadiusMm").value, survey.number("stayFarRadiusMm").value];
  const share = far === near ? 0 : Math.min(1, Math.max(0, (radiusMm - near) / (far - near)));
  return (1 - share) * survey.number("stayNearOutMm").plusMinus + share * survey.number("stayFarOutMm").plusMinus;
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

/** Shells that are sold wider on the left: the drive side is measured there, mm. */
const LOPSIDED: Record<string, readonly number[]> = { m47: [77], press46: [79], press42: [79] };

/** Centre plane to the shell's drive-side face, mm: half its width, or measured where a shell of that width may be wider on the left. */
export function driveFace(survey: Survey, build: Build): { value: number; plusMinus: number } {
  const width = survey.number("shellWidthMm");
  const standard = build.donor.shellStandard?.value;
  const lopsided = LOPSIDED[typeof standard === "string" ? standard : ""]?.some((mm) => Math.abs(mm - width.value) < 0.8);
  if (!lopsided) return { value: width.value / 2, plusMinus: width.plusMinus / 2 };
  const face = survey.number("shellDriveFaceMm");
  return { value: face.value, plusMinus: face.plusMinus };
}
