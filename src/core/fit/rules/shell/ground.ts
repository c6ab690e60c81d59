import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { MidMotor } from "../../build";
import { judge } from "../../judge";
import { acknowledge, defineRule } from "../../rule";
import { leftOpen } from "../../leftOpen";
import { perMidMotor } from "../subjects";
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
  check(motor, survey) {
    const height = survey.number("shellHeightMm");
    const body = bodyOf(motor, survey);
    const free = height.value - body.lowestMm;
    return judge({
      room: free - GROUND_MM,
      unit: "mm",
      plusMinus: leftOpen(survey, (s) => s.number("shellHeightMm").value - bodyOf(motor, s).lowestMm),
      figures: [
        { label: "crank axle over the ground", value: height.value, unit: "mm", plusMinus: height.plusMinus },
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
