import { derived, PRACTICE } from "../../../basis";
import { gripStack, NON_DRIVE_SPACER_MM } from "../../../shell/gripStack";
import { formatNumber } from "../../../units/formatQuantity";
import { effectOf, type MidMotor } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";
import { midMotors } from "../subjects";
import { thinnestRing } from "../washers";

/** How much wider than the size on its label a grip takes a shell, mm: a “68–73” goes to 74, a “100” from 98 to 102 (common practice). */
const GRIP_OVER_MM: Readonly<Record<number, number>> = { 68: 1, 73: 1, 100: 2, 120: 2 };

/** The widest shell a motor's grip takes, mm: its sheet's own figure, or what a size written there stands for. */
const widestShellMm = ({ spec }: MidMotor) => spec.gripMm[1] + (GRIP_OVER_MM[spec.gripMm[1]] ?? 0);

export const nutEngagement = defineRule<MidMotor>({
  id: "shell/nut-engagement",
  title: "Shell width and lock nuts",
  why: "The nuts hold the motor's torque: too wide a shell leaves them too little thread, too narrow a shell lets them run out of it.",
  basis: [derived("grip stack"), PRACTICE],
  subjects: midMotors,
  key: (motor) => motor.id,
  place: () => "shell",
  needs: () => ["shellWidthMm"],
  check(motor, survey, build): Outcome {
    const shell = survey.number("shellWidthMm");
    const driveSpacerMm = effectOf(build, "driveSpacerMm", 0);
    const nonDriveSpacerMm = effectOf(build, "nonDriveSpacerMm", 0);
    const { plateMm, shoulderToThreadEndMm, shoulderToThreadStartMm, innerNutMm, lockRingMm, threadPitchMm } = motor.spec;
    const grip = gripStack({
      shellWidthMm: shell.value,
      driveSpacerMm,
      nonDriveSpacerMm,
      plateMm,
      shoulderToThreadEndMm,
      shoulderToThreadStartMm,
      innerNutMm,
      lockRingMm,
      threadPitchMm,
    });
    const figures = [
      { label: "shell", value: shell.value, unit: "mm", plusMinus: shell.plusMinus },
      { label: "spacers, drive side and other", value: `${driveSpacerMm} + ${nonDriveSpacerMm}`, unit: "mm" },
      { label: "stack", value: grip.stackMm, unit: "mm" },
      { label: "inner nut engaged", value: grip.innerNutMm, unit: "mm" },
      { label: "lock ring engaged", value: grip.lockRingMm, unit: "mm" },
      { label: "widest shell of its grip", value: widestShellMm(motor), unit: "mm" },
    ];
    const gripRoomMm = widestShellMm(motor) - shell.value;
    const margin = {
      value: Math.min(grip.runOutRoomMm, grip.innerRoomMm, grip.ringRoomMm, gripRoomMm),
      unit: "mm",
      plusMinus: shell.plusMinus,
    };
    const common = { figures, margin, settle: ["shellWidthMm"] as const };
    if (grip.innerRoomMm < -1e-9 || grip.ringRoomMm < -1e-9)
      return {
        verdict: "stop",
        says: `A stack of ${formatNumber(grip.stackMm, 1)} mm leaves the ${grip.innerRoomMm < 0 ? `inner nut ${formatNumber(grip.innerNutMm, 1)}` : `lock ring ${formatNumber(grip.lockRingMm, 1)}`} mm of thread.`,
        lifts: `a shell of ${formatNumber(shell.value + Math.min(grip.innerRoomMm, grip.ringRoomMm), 1)} mm or less, or the same motor with a longer axle`,
        ...common,
      };
    if (gripRoomMm < -1e-9)
      return {
        verdict: "stop",
        says: `The shell is ${formatNumber(-gripRoomMm, 1)} mm wider than the motor's grip.`,
        lifts: "the same motor with a longer axle",
        ...common,
      };
    if (grip.runOutRoomMm >= -1e-9)
      return {
        verdict: "clear",
        says: `${formatNumber(shell.value, 1)} in a motor for ${motor.spec.gripMm.join("–")}: nut ${formatNumber(grip.innerNutMm, 1)}, ring ${formatNumber(grip.lockRingMm, 1)} mm engaged.`,
        ...common,
      };
    const mostMm = shell.value > 75 ? Math.max(NON_DRIVE_SPACER_MM, 100 - shell.value) : NON_DRIVE_SPACER_MM;
    // The ring must also cover what the caliper leaves open, or the new margin would decide nothing.
    const wantedMm = -grip.runOutRoomMm + nonDriveSpacerMm + shell.plusMinus;
    const ring = thinnestRing(build, "shell spacer", motor.spec.tubeDiameterMm, wantedMm, mostMm);
    if (wantedMm > mostMm)
      return {
        verdict: "stop",
        says: `The nut runs out of thread ${formatNumber(-grip.runOutRoomMm, 1)} mm too early, more than a ${formatNumber(mostMm, 1)} mm spacer makes up.`,
        lifts: "a motor with a shorter axle",
        ...common,
      };
    return {
      verdict: "adapt",
      says: `The nut runs out of thread ${formatNumber(-grip.runOutRoomMm, 1)} mm before it clamps.`,
      remedies: [
        {
          id: `other-side-spacer-${ring?.spec.thicknessMm ?? formatNumber(wantedMm, 1)}`,
          title: `Spacer of ${ring?.spec.thicknessMm ?? formatNumber(wantedMm, 1)} mm on the other side`,
          says: "flat ring under the nut, opposite the chain",
          parts: [
            {
              kind: "washer",
              partId: ring?.id ?? null,
              quantity: 1,
              says: `shell spacer, ${formatNumber(wantedMm, 1)} mm or more, bore ${motor.spec.tubeDiameterMm}`,
            },
          ],
          tasks: [],
          effect: { numbers: { nonDriveSpacerMm: ring?.spec.thicknessMm ?? wantedMm } },
        },
      ],
      ...common,
    };
  },
});
