import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Motor } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { defineRule } from "../../rule";
import { ladenKg, riderAndLoadKg } from "../brakes/demand";
import { onceABike } from "../subjects";

export const loadLimit = defineRule<Motor>({
  ...onceABike,
  id: "whole/load-limit",
  title: "Total against the frame's limit",
  why: "Motor and pack eat what the frame was allowed to carry.",
  basis: [PRACTICE],
  place: () => "frame",
  needs: () => ["loadLimitKg", "bikeMassKg"],
  check(_motor, survey, build): Outcome {
    const limit = survey.number("loadLimitKg");
    const counts = build.donor.loadLimitCounts?.value === "rider" ? "rider" : "all";
    const laden = counts === "rider" ? riderAndLoadKg(build) : ladenKg(survey, build);
    return judge({
      room: limit.value - laden.kg,
      unit: "kg",
      plusMinus: Math.hypot(laden.plusMinus, limit.plusMinus),
      figures: [
        {
          label: counts === "rider" ? "rider and load" : "bike, build, rider, load",
          value: laden.kg,
          unit: "kg",
          plusMinus: laden.plusMinus,
        },
        { label: "largest total allowed", value: limit.value, unit: "kg" },
      ],
      settle: ["loadLimitKg", "bikeMassKg"],
      caution: "overload",
      clear: `${formatNumber(laden.kg, 0)} of ${formatNumber(limit.value, 0)} kg.`,
      short: () => ({
        verdict: "stop",
        safety: true,
        says: `${formatNumber(laden.kg, 0)} kg in all, the frame allows ${formatNumber(limit.value, 0)}.`,
        lifts: `${formatNumber(laden.kg - limit.value, 0)} kg less of load, pack or motor, or a stronger bike`,
      }),
    });
  },
});
