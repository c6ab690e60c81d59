import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { lastOf, type Motor, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf, bought, consumable, isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { firstMotor } from "../subjects";

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
  check(motor, _survey, build): Outcome {
    const sensor = lastOf(build, "pedal-sensor");
    const cadence = sensor?.spec.senses === "cadence" || (motor.kind !== "hub-motor" && motor.spec.pedalSensor === "cadence");
    const known = sensor?.spec.runOnS ?? (motor.kind === "mid-motor" ? motor.spec.runOnS : null);
    const runOnS = known ?? (cadence ? 1.0 : 0.2);
    const cuts = partsOf(build, "cut-off").length + partsOf(build, "brake-lever").filter((part) => part.spec.switched).length;
    const figures = [
      { label: known === null ? "run-on, usual for its kind" : "run-on", value: runOnS, unit: "s" },
      { label: "cut-offs in the build", value: cuts },
    ];
    if (runOnS <= RUN_ON_S + 1e-9 || cuts > 0 || isDone(build, "kill switch"))
      return {
        verdict: "clear",
        says:
          runOnS <= RUN_ON_S
            ? `It stops ${formatNumber(runOnS, 1)} s after the feet.`
            : `It runs on ${formatNumber(runOnS, 1)} s; ${isDone(build, "kill switch") ? "a kill switch" : "the levers"} cut it.`,
        figures,
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `It runs on ${formatNumber(runOnS, 1)} s after the feet stop, and nothing cuts it.`,
      figures,
      caution: "cutOffs",
      remedies: [
        ...anyOf(build, "cut-off", {
          title: "Cut-off on a lever",
          says: "one lever at least",
          will: (spec) => spec.method !== "pressure switch",
          most: 1,
          tasks: ["cutOffs"],
        }),
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
