import { derived, PRACTICE } from "../../../basis";
import { combined } from "../../../donor/reading";
import { caseClearanceMm, DRIVE_SPACER_MM } from "../../../shell/caseClearance";
import { formatNumber } from "../../../units/formatQuantity";
import { effectOf, type MidMotor } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";
import { driveFace, leastStayClearanceMm, STAY_KEYS, stayAt } from "../chain/stay";
import { midMotors } from "../subjects";
import { thinnestRing } from "../washers";

export const gearCase = defineRule<MidMotor>({
  id: "shell/gear-case",
  title: "Gear case to stay",
  why: "The gear case sits beside the right stay; where they touch, paint goes first and then the stay.",
  basis: [derived("axial stack at the shell"), PRACTICE],
  subjects: midMotors,
  key: (motor) => motor.id,
  place: () => "stay",
  needs: () => ["shellWidthMm", ...STAY_KEYS],
  check(motor, survey, build): Outcome {
    const radiusMm = motor.spec.caseRadiusMm;
    const stay = stayAt(survey, radiusMm);
    if (!stay)
      return {
        verdict: "measure",
        says: `The gear case meets the stay ${formatNumber(radiusMm, 0)} mm behind the axle, outside the two points measured.`,
        figures: [{ label: "gear case radius", value: radiusMm, unit: "mm" }],
        settle: ["stayNearRadiusMm", "stayNearOutMm", "stayFarRadiusMm", "stayFarOutMm"],
      };
    const face = driveFace(survey, build);
    const driveSpacerMm = effectOf(build, "driveSpacerMm", 0);
    const leastMm = leastStayClearanceMm(survey);
    const clearanceMm = caseClearanceMm({
      shellWidthMm: face.value * 2,
      driveSpacerMm,
      caseOffsetMm: motor.spec.caseOffsetMm,
      stayOutMm: stay.outMm,
    });
    const plusMinus = combined(face.plusMinus, stay.plusMinus);
    const common = {
      figures: [
        { label: "middle to the shell's right face", value: face.value, unit: "mm" },
        { label: "case from the shell", value: motor.spec.caseOffsetMm, unit: "mm" },
        { label: "drive-side spacer", value: driveSpacerMm, unit: "mm" },
        { label: `stay at ${formatNumber(radiusMm, 0)} mm`, value: stay.outMm, unit: "mm", plusMinus: stay.plusMinus },
        { label: "clearance", value: clearanceMm, unit: "mm" },
        { label: "least", value: leastMm, unit: "mm" },
      ],
      margin: { value: clearanceMm - leastMm, unit: "mm", plusMinus },
      settle: ["stayNearOutMm", "stayFarOutMm", "shellWidthMm"] as const,
    };
    if (clearanceMm >= leastMm - 1e-9)
      return {
        verdict: "clear",
        says: `${formatNumber(clearanceMm, 1)} mm between gear case and stay${driveSpacerMm > 0 ? ` with the ${driveSpacerMm} mm spacer` : ""}, ${leastMm} wanted.`,
        ...common,
      };
    // The spacer covers the uncertainty too, so that the bike is clear when it is on.
    const wantedMm = driveSpacerMm + leastMm - clearanceMm + plusMinus;
    // How far the spacers, those that are on among them, stay under the most that may be: the stay as measured decides, its ± asks.
    const leftMm = DRIVE_SPACER_MM - (wantedMm - plusMinus);
    if (wantedMm > DRIVE_SPACER_MM + 1e-9)
      return {
        ...common,
        margin: { value: leftMm, unit: "mm", plusMinus },
        verdict: "stop",
        says: `The gear case wants ${formatNumber(wantedMm, 1)} mm of spacer to clear the stay; ${DRIVE_SPACER_MM} is the most.`,
        lifts: `a stay ${formatNumber(wantedMm - DRIVE_SPACER_MM, 1)} mm further in, or a motor with a case further out; never a filed stay`,
      };
    const ring = thinnestRing(build, "shell spacer", motor.spec.tubeDiameterMm, wantedMm, DRIVE_SPACER_MM);
    const thickMm = ring?.spec.thicknessMm ?? Math.ceil(wantedMm * 2) / 2;
    return {
      verdict: "adapt",
      says: `${formatNumber(clearanceMm, 1)} mm between gear case and stay, ${leastMm} wanted.`,
      remedies: [
        {
          id: `drive-spacer-${thickMm}`,
          title: `Spacer of ${thickMm} mm on the drive side`,
          says: `then ${formatNumber(clearanceMm - driveSpacerMm + thickMm, 1)} mm clear; chainline and right pedal ${formatNumber(thickMm - driveSpacerMm, 1)} mm further out`,
          parts: [
            {
              kind: "washer",
              partId: ring?.id ?? null,
              quantity: 1,
              says: `shell spacer, ${formatNumber(wantedMm, 1)} to ${DRIVE_SPACER_MM} mm, bore ${motor.spec.tubeDiameterMm}`,
            },
          ],
          tasks: [],
          effect: { numbers: { driveSpacerMm: thickMm } },
        },
      ],
      ...common,
    };
  },
});
