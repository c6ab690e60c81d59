import { PRACTICE } from "../../../basis";
import { type FrameMotor, partsOf } from "../../build";
import { bought, consumable, isDone } from "../../remedies";
import { defineRule, stated } from "../../rule";

const CHANGED = "cranks for the motor";

export const frameCranks = defineRule<FrameMotor>({
  id: "shell/frame-cranks",
  title: "Cranks and ring nut of the motor",
  why: "The old cranks go on the old motor's axle: another seat walks off under load; a left-hand nut turned right breaks.",
  basis: [PRACTICE],
  subjects: (build) => partsOf(build, "frame-motor"),
  key: (motor) => motor.id,
  place: () => "ring",
  needs: () => ["crankKind"],
  check(motor, survey, build) {
    const wants = stated(motor, motor.spec.crankInterface, "what cranks it takes");
    const nut = stated(motor, motor.spec.ringNut, "what holds its ring");
    const has = survey.choice("crankKind");
    const figures = [
      { label: "motor takes", value: wants },
      { label: "cranks now", value: has },
      { label: "ring is held by", value: nut === "bolts" ? "bolts" : `a ${nut} nut` },
    ];
    const ring =
      nut === "bolts" ? "its ring on bolts" : `its ring under a ${nut} nut: check the part before the spanner is turned`;
    if (has === wants || isDone(build, CHANGED))
      return { verdict: "clear", says: `The cranks go on its axle; ${ring}.`, figures };
    return {
      verdict: "adapt",
      says: `The cranks now are ${has}, the motor takes ${wants}; ${ring}.`,
      figures,
      remedies: [
        bought(
          "cranks",
          `Cranks, ${wants}`,
          "a pair of the old length",
          [consumable(build, `cranks, ${wants}`, 1)],
          ["fitFrameMotor"],
          CHANGED,
        ),
      ],
    };
  },
});
