import { PRACTICE } from "../../../basis";
import type { HubMotor } from "../../build";
import { bought, consumable } from "../../remedies";
import { defineRule } from "../../rule";
import { countAt } from "../perEnd";
import { axlePlace, endKey, endKeys, hubMotors } from "../subjects";

export const trackEnd = defineRule<HubMotor>({
  id: "axle/track-end",
  title: "Axle in a track end",
  why: "A motor's push slides an axle along a horizontal slot: the wheel goes crooked and the chain slack.",
  basis: [PRACTICE],
  subjects: hubMotors,
  key: endKey,
  place: axlePlace,
  needs: (motor) => [endKeys(motor).dropout],
  check(motor, survey, build) {
    const seat = survey.choice(endKeys(motor).dropout);
    const figures = [{ label: "axle seat", value: seat }];
    if (seat !== "track end") return { verdict: "clear", says: "The slot does not let the axle slide forward.", figures };
    const stops = countAt(build, "consumable", motor.spec.end, (spec) => spec.use === "axle stops") > 0;
    if (stops) return { verdict: "clear", says: "An axle stop each side.", figures };
    return {
      verdict: "adapt",
      safety: true,
      says: "A track end holds the axle only by its nuts.",
      figures,
      caution: "axleSpins",
      remedies: [
        bought(
          "axle-stops",
          "Axle stops, one a side",
          "chain tugs or screws against the axle, and an arm",
          [consumable(build, "axle stops", 1)],
          ["fitHub"],
        ),
      ],
    };
  },
});
