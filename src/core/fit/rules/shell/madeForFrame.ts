import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { partsOf } from "../../build";
import { defineRule } from "../../rule";

export const madeForFrame = defineRule<PartOf<"frame-motor">>({
  id: "shell/made-for-frame",
  title: "Motor made for a frame",
  why: "This motor bolts to a seat that was built into the frame; no other frame holds it.",
  basis: [PRACTICE],
  subjects: (build) => partsOf(build, "frame-motor"),
  key: (motor) => motor.id,
  place: () => "shell",
  needs: () => ["shellStandard"],
  check: (motor, survey) =>
    survey.choice("shellStandard") === "made"
      ? {
          verdict: "clear",
          says: `The frame has a motor seat; check that it is ${motor.spec.frameInterface}.`,
          figures: [{ label: "motor's interface", value: motor.spec.frameInterface }],
        }
      : {
          verdict: "stop",
          safety: true,
          says: "This frame has a bottom-bracket shell, not a motor seat.",
          figures: [{ label: "motor's interface", value: motor.spec.frameInterface }],
          lifts: "a mid-drive that clamps in the shell, or a hub motor",
        },
});
