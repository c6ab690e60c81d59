import { PRACTICE } from "../../../basis";
import { MOTOR_SEATS } from "../../../standards/motorSeats";
import { type FrameMotor, partsOf } from "../../build";
import { defineRule } from "../../rule";

export const madeForFrame = defineRule<FrameMotor>({
  id: "shell/made-for-frame",
  title: "Motor made for a frame",
  why: "This motor bolts to a seat that was built into the frame; no other frame holds it.",
  basis: [PRACTICE],
  subjects: (build) => partsOf(build, "frame-motor"),
  key: (motor) => motor.id,
  place: () => "shell",
  needs: () => ["shellStandard"],
  check(motor, survey) {
    const wants = MOTOR_SEATS[motor.spec.frameInterface];
    const figures = [{ label: "motor's seat", value: wants }];
    if (survey.choice("shellStandard") !== "made")
      return {
        verdict: "stop",
        safety: true,
        says: "This frame has a bottom-bracket shell, not a motor seat.",
        figures,
        lifts: "a mid-drive that clamps in the shell, or a hub motor; nothing is plated, drilled or welded to take it",
      };
    const seat = survey.choice("motorSeat");
    const both = [...figures, { label: "frame's seat", value: MOTOR_SEATS[seat] }];
    return seat === motor.spec.frameInterface
      ? { verdict: "clear", says: `Both ${wants.toLowerCase()}; mount bolts by the motor maker's torque.`, figures: both }
      : {
          verdict: "stop",
          safety: true,
          says: `The frame's seat has ${MOTOR_SEATS[seat].toLowerCase()}, the motor wants ${wants.toLowerCase()}.`,
          figures: both,
          lifts: "a motor for this frame's seat; nothing is plated, drilled or welded to take another",
        };
  },
});
