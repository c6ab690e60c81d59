import { PRACTICE } from "../../../basis";
import type { HubMotor } from "../../build";
import { acknowledge, defineRule, stated } from "../../rule";
import { axlePlace, endKeys, perHubMotor } from "../subjects";
import { armsFor, armSides } from "./stack";

export const cableExit = defineRule<HubMotor>({
  ...perHubMotor,
  id: "axle/cable-exit",
  title: "Where the motor's cable leaves",
  why: "A cable under a washer, or pointing up, is cut or fills with water.",
  basis: [PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).dropout],
  check(motor, survey, build) {
    const side = stated(motor, motor.spec.cableSide, "on which side its cable leaves");
    const seat = survey.choice(endKeys(motor).dropout);
    const figures = [
      { label: "cable leaves", value: side },
      { label: "axle seat", value: seat },
    ];
    const onIt = armSides(motor, armsFor(motor, build))[side];
    const hanger = seat === "hanger" && side === "right";
    const key = `axle/cable-exit ${motor.spec.end}`;
    if (!hanger && !onIt)
      return { verdict: "clear", says: `It leaves on the ${side}, down, with a drip loop; nothing clamps there.`, figures };
    return {
      verdict: "adapt",
      says: hanger
        ? "It leaves on the right, beside the hanger and the derailleur's cable."
        : `The second arm stands on the ${side}, where the cable leaves.`,
      figures,
      remedies: [
        acknowledge(
          key,
          hanger
            ? "routed over the stay, tied clear of the chain by 20 mm"
            : "arm over the cable before the plug goes on; groove down, drip loop, no washer on the cable",
          "fitHub",
        ),
      ],
    };
  },
});
