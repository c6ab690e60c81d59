import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Motor } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf, bought, consumable, isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { firstMotor } from "../subjects";
import { cutOffMethods, fittedCutOffs } from "./levers";
import { runsOn } from "./sensing";

/** Run-on after pedalling stops over which a cut-off is a must, s (common practice). */
const RUN_ON_S = 0.3;

export const runOn = defineRule<Motor>({
  id: "brakes/run-on",
  title: "Run-on and kill switch",
  why: "A motor that runs on after the feet stop pushes into the junction.",
  basis: [PRACTICE],
  subjects: firstMotor,
  key: () => "motor",
  place: () => "bar",
  needs: () => [],
  check(_motor, survey, build): Outcome {
    const { s: runOnS, known } = runsOn(build);
    const figure = { label: known ? "run-on" : "run-on, usual for its kind", value: runOnS, unit: "s" };
    if (runOnS <= RUN_ON_S + 1e-9)
      return { verdict: "clear", says: `It stops ${formatNumber(runOnS, 1)} s after the feet.`, figures: [figure] };
    const lever = survey.choice("leverKind");
    const methods = cutOffMethods(lever, build);
    // A switch that does not go on these levers cuts nothing.
    const cuts = fittedCutOffs(lever, build);
    const figures = [figure, { label: "cut-offs that fit the levers", value: cuts }];
    if (cuts > 0 || isDone(build, "kill switch"))
      return {
        verdict: "clear",
        says: `It runs on ${formatNumber(runOnS, 1)} s; ${isDone(build, "kill switch") ? "a kill switch" : "the levers"} cut it.`,
        figures,
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `It runs on ${formatNumber(runOnS, 1)} s after the feet stop, and nothing cuts it.`,
      figures,
      caution: "cutOffs",
      remedies: [
        ...(methods.length > 0
          ? anyOf(build, "cut-off", {
              title: "Cut-off on a lever",
              says: "one lever at least",
              will: (spec) => spec.method !== "pressure switch" && methods.includes(spec.method),
              most: 1,
              tasks: ["cutOffs"],
            })
          : []),
        {
          ...bought(
            "kill-switch",
            "Kill switch at the thumb",
            "on the controller's cut-off input, in reach without letting go",
            [consumable(build, "kill switch")],
            ["cutOffs"],
            "kill switch",
          ),
          caution: "cutOffs",
        },
      ],
    };
  },
});
