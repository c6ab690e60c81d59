import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { MidMotor } from "../../build";
import { judge } from "../../judge";
import { acknowledge, defineRule, type Survey } from "../../rule";
import { leftOpen } from "../../leftOpen";
import { perMidMotor } from "../subjects";
import { crankRiseMm } from "../wheel/crankRise";
import { bodyOf } from "./body";

/** Room under a mid-drive below which kerbs hit it, mm. */
const GROUND_MM = 150;

export const groundClearance = defineRule<MidMotor>({
  ...perMidMotor,
  id: "shell/ground",
  title: "Ground under the motor",
  why: "A motor body that hangs low meets kerbs and roots.",
  basis: [PRACTICE],
  place: () => "shell",
  needs: () => ["shellHeightMm", "downTubeDiameterMm", "triangleBy"],
  check(motor, survey, build) {
    const height = survey.number("shellHeightMm");
    const body = bodyOf(motor, survey);
    const rise = crankRiseMm(survey, build);
    const freeOf = (s: Survey) => s.number("shellHeightMm").value + crankRiseMm(s, build) - bodyOf(motor, s).lowestMm;
    const free = freeOf(survey);
    return judge({
      room: free - GROUND_MM,
      unit: "mm",
      plusMinus: leftOpen(survey, freeOf),
      figures: [
        { label: "crank axle over the ground", value: height.value, unit: "mm", plusMinus: height.plusMinus },
        ...(rise === 0
          ? []
          : [{ label: `${rise > 0 ? "rises" : "sinks"} on the new wheels by`, value: Math.abs(rise), unit: "mm" }]),
        { label: "motor hangs below it", value: body.lowestMm, unit: "mm" },
        { label: "free", value: free, unit: "mm" },
        { label: "wanted", value: GROUND_MM, unit: "mm" },
      ],
      settle: ["shellHeightMm"],
      clear: `${formatNumber(free, 0)} mm under the motor.`,
      short: () => ({
        verdict: "adapt",
        says: `${formatNumber(free, 0)} mm under the motor, ${GROUND_MM} wanted.`,
        remedies: [acknowledge(`shell/ground ${motor.id}`, "the rider is told: kerbs and roots hit the motor first")],
      }),
    });
  },
});
