import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { MidMotor } from "../../build";
import { judge } from "../../judge";
import { defineRule, stated } from "../../rule";
import { perMidMotor } from "../subjects";

/** Room that a mid-drive's case keeps to whatever is behind the shell while it is pushed in, mm. */
const BEHIND_MM = 2;

export const behindShell = defineRule<MidMotor>({
  ...perMidMotor,
  id: "shell/behind",
  title: "Room behind the shell",
  why: "The motor and its screws swing past the chainstay bridge, stand plate or mudguard boss while they go in.",
  basis: [PRACTICE],
  place: () => "stay",
  needs: () => ["behindShellMm"],
  check(motor, survey) {
    const free = survey.number("behindShellMm");
    const wantsMm = stated(motor, motor.spec.behindMm, "the room it wants behind the crank axle");
    return judge({
      room: free.value - wantsMm - BEHIND_MM,
      unit: "mm",
      plusMinus: free.plusMinus,
      figures: [
        { label: "free behind the axle", value: free.value, unit: "mm", plusMinus: free.plusMinus },
        { label: "motor wants", value: wantsMm, unit: "mm" },
        { label: "and", value: BEHIND_MM, unit: "mm" },
      ],
      settle: ["behindShellMm"],
      clear: `${formatNumber(free.value - wantsMm, 1)} mm left behind the motor.`,
      short: () => ({
        verdict: "stop",
        says: `The motor wants ${formatNumber(wantsMm + BEHIND_MM - free.value, 1)} mm more behind the axle.`,
        lifts: "a bolted stand plate or boss taken off, or a motor with a smaller case; a bridge is never cut",
      }),
    });
  },
});
