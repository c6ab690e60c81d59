import { PRACTICE } from "../../../basis";
import { type Motor, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";
import { onceABike } from "../subjects";

export const bellRule = defineRule<Motor>({
  ...onceABike,
  id: "controls/bell",
  title: "Bell",
  why: "A faster bike that nobody hears coming; most places ask for one.",
  basis: [PRACTICE],
  place: () => "bar",
  needs: () => ["bell"],
  check(_motor, survey, build): Outcome {
    const has = survey.choice("bell") === "yes" || partsOf(build, "bell").length > 0;
    return has
      ? { verdict: "clear", says: "A bell is on it.", figures: [] }
      : {
          verdict: "adapt",
          says: "No bell.",
          figures: [],
          remedies: anyOf(build, "bell", { title: "Bell", says: "in reach of a thumb", will: () => true, most: 1 }),
        };
  },
});
