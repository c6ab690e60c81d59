import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { MidMotor } from "../../build";
import { judge } from "../../judge";
import { isDone, operation } from "../../remedies";
import { defineRule } from "../../rule";
import { perMidMotor } from "../subjects";

const FACE_MM = 0.1;

export const shellFacing = defineRule<MidMotor>({
  ...perMidMotor,
  id: "shell/facing",
  title: "Shell's faces",
  why: "Nuts on faces that are not parallel, or on paint, work loose and let the motor turn.",
  basis: [PRACTICE],
  place: () => "shell",
  needs: () => ["shellFaceMm"],
  check(_motor, survey, build) {
    const out = survey.number("shellFaceMm");
    if (isDone(build, "shell faced"))
      return { verdict: "clear", says: "The faces are cut parallel.", figures: [{ label: "was", value: out.value, unit: "mm" }] };
    return judge({
      room: FACE_MM - out.value,
      unit: "mm",
      plusMinus: out.plusMinus,
      figures: [
        { label: "out of parallel", value: out.value, unit: "mm", plusMinus: out.plusMinus },
        { label: "allowed", value: FACE_MM, unit: "mm" },
      ],
      settle: ["shellFaceMm"],
      clear: `${formatNumber(out.value, 2)} mm out of parallel; take the paint off in the clamp ring.`,
      short: () => ({
        verdict: "adapt",
        says: `The faces are ${formatNumber(out.value, 2)} mm out of parallel.`,
        remedies: [operation("face-shell", "Face the shell", "both sides, parallel to 0.1 mm", ["faceShell"], "shell faced")],
      }),
    });
  },
});
