import { PRACTICE } from "../../../basis";
import { RIM_WEAR_MM } from "../../../standards/brakes";
import { formatNumber } from "../../../units/formatQuantity";
import { motorsOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf, isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { brakeIn } from "../brakes/brakeAt";
import { lastAt } from "../perEnd";
import { type End, ENDS, hubMotors, keysOfEnd, wheelPlace } from "../subjects";

export const rimWear = defineRule<End>({
  id: "wheel/rim-wear",
  title: (end) => `Rim wear, ${end}`,
  why: "A braking face that is hollow splits under pressure; a motor's bike brakes harder and longer.",
  basis: [PRACTICE],
  subjects: (build) =>
    motorsOf(build).length === 0
      ? []
      : ENDS.filter((end) => {
          const brake = brakeIn(end, build);
          const replaced = hubMotors(build).some((motor) => motor.spec.end === end);
          return (brake === "rim linear" || brake === "rim calliper") && !replaced;
        }),
  key: (end) => end,
  place: wheelPlace,
  needs: (end) => [keysOfEnd(end).rimWear],
  check(end, survey, build): Outcome {
    const wear = survey.number(keysOfEnd(end).rimWear);
    const done = isDone(build, `new rim ${end}`) || lastAt(build, "rim", end) !== undefined;
    return judge({
      room: done ? 0 : RIM_WEAR_MM - wear.value,
      unit: "mm",
      plusMinus: done ? 0 : wear.plusMinus,
      figures: [
        { label: "hollow", value: wear.value, unit: "mm", plusMinus: wear.plusMinus },
        { label: "at most", value: RIM_WEAR_MM, unit: "mm" },
      ],
      settle: [keysOfEnd(end).rimWear],
      clear: done ? "A new rim goes on." : `${formatNumber(wear.value, 2)} mm hollow of ${RIM_WEAR_MM} allowed.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `The braking face is ${formatNumber(wear.value, 2)} mm hollow, ${RIM_WEAR_MM} is the most.`,
        caution: "brakes",
        remedies: anyOf(build, "rim", {
          title: "New rim",
          says: "same size and holes, laced over",
          will: (spec) =>
            spec.beadSeatMm === build.donor[keysOfEnd(end).beadSeat]?.value &&
            spec.holes === (build.donor[keysOfEnd(end).rimHoles]?.value ?? spec.holes),
          tasks: ["laceOther"],
          most: 1,
          flag: `new rim ${end}`,
        }),
      }),
    });
  },
});
