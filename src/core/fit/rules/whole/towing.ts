import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type Motor, partsOf } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { brakeAt } from "../brakes/brakeAt";
import { topKmh } from "../brakes/demand";
import { ENDS, firstMotor } from "../subjects";

export const towing = defineRule<Motor>({
  id: "whole/towing",
  title: "Child seat or trailer",
  why: "A child or a trailer wants stronger brakes, a stand, and a lower limit.",
  basis: [PRACTICE],
  subjects: (build) => (build.asked.tows === "nothing" ? [] : firstMotor(build)),
  key: () => "bike",
  place: () => "rear wheel",
  needs: () => [],
  check(_motor, survey, build): Outcome {
    const tows = build.asked.tows;
    const brakes = ENDS.map((end) => brakeAt(end, survey, build));
    const kmh = topKmh(build);
    const rearHub = partsOf(build, "hub-motor").some((motor) => motor.spec.end === "rear");
    const figures: Figure[] = [
      { label: "it carries or tows", value: tows },
      { label: "brakes", value: brakes.join(" and ") },
      { label: "assist ends at", value: kmh, unit: "km/h" },
    ];
    if (kmh > 25 + 1e-9)
      return {
        verdict: "adapt",
        safety: true,
        says: `A ${tows} at ${formatNumber(kmh, 0)} km/h.`,
        figures,
        caution: "towing",
        remedies: [
          {
            id: "set-25",
            title: "Set the assist to end at 25 km/h",
            says: "a second level for riding without is not supplied",
            parts: [],
            tasks: ["setSpeed"],
            effect: { numbers: { speedLimitKmh: 25 } },
          },
        ],
      };
    if (rearHub && tows === "trailer")
      return {
        verdict: "adapt",
        says: "A trailer's hitch sits on the axle that the motor turns on.",
        figures,
        caution: "towing",
        remedies: [acknowledge("whole/towing bike", "hitch on its own bracket at the stay; never under the motor's nut")],
      };
    return {
      verdict: "clear",
      says: `A ${tows} with ${brakes.includes("disc") ? "disc brakes" : "these brakes"}, to 25 km/h; by its maker's rules.`,
      figures,
      caution: "towing",
    };
  },
});
