import { memory, PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { partsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { isDone, operation } from "../../remedies";
import { defineRule, stated } from "../../rule";

/**
 * The least second digit of the IP code by what reaches the place: 2 dripping, 4 splashing, 5 jets, 7 immersion (IEC 60529); which
 * place sees which is common practice.
 */
const WATER_DIGIT: Readonly<Record<string, number>> = { dry: 2, splashed: 4, spray: 5, stands: 7 };
/** A cover that is open below takes the spray; it does not keep out water that stands. */
const COVERED_DIGIT = 4;
const COVERED = "controller covered";
const TURNED = "controller turned";

const turn = operation(
  "turn",
  "Turned, its leads downwards",
  "leads leave at its lowest side, with a drip loop below it",
  ["leads"],
  TURNED,
);
const cover = operation("cover", "A cover over it", "shield between it and the wheel, open below", ["leads"], COVERED);

export const controllerWater = defineRule<PartOf<"controller">>({
  id: "wiring/controller-water",
  title: "Water at the controller",
  why: "Water runs down the leads into the case and stands there; it fails weeks later, in the rain.",
  basis: [memory("IEC 60529"), PRACTICE],
  subjects: (build) => partsOf(build, "controller").slice(0, 1),
  key: () => "controller",
  place: () => "wiring",
  needs: () => ["controllerWater", "controllerExits"],
  check(_controller, survey, build): Outcome {
    const reached = survey.choice("controllerWater");
    const exits = survey.choice("controllerExits");
    const covered = isDone(build, COVERED) && reached === "spray";
    const wanted = covered ? COVERED_DIGIT : WATER_DIGIT[reached]!;
    // The one that stands the least decides.
    const digit = Math.min(
      ...partsOf(build, "controller").map((part) => stated(part, part.spec.waterDigit, "the second digit of its IP code")),
    );
    const figures = [
      { label: "water there", value: reached },
      { label: "leads leave", value: exits },
      { label: "its IP code's second digit", value: digit },
      { label: "wanted there", value: wanted },
    ];
    const margin = { value: digit - wanted, unit: "digits", plusMinus: 0 };
    const runsIn = exits === "up" && !isDone(build, TURNED);
    if (digit < wanted) {
      const remedies: Remedy[] = reached === "spray" && digit >= COVERED_DIGIT ? [cover] : [];
      const says = `Made for ${digit}, the place wants ${wanted}.`;
      if (remedies.length > 0) return { verdict: "adapt", says, figures, margin, remedies };
      return {
        verdict: "stop",
        says,
        figures,
        margin,
        lifts: "a drier place on the bike, entered in the survey, or a controller with a higher second digit of its IP code",
      };
    }
    if (runsIn)
      return {
        verdict: "adapt",
        says: "Its leads leave upwards: water runs along them into it.",
        figures,
        margin,
        remedies: [turn],
      };
    const how = exits === "up" ? "Turned, its leads downwards" : covered ? "Under its cover" : "Made for what reaches it";
    return { verdict: "clear", says: `${how}; a drip loop below it, plugs greased.`, figures, margin };
  },
});
