import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Figure, Outcome } from "../../finding";
import { judge } from "../../judge";
import { isDone, operation } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { type Battery, packs } from "./pack";

export const batteryGuides = defineRule<Battery>({
  id: "battery/guides",
  title: "Cable guides under the cradle",
  why: "Guides on the down tube stand under the cradle: it rocks, or pinches a cable.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube" && build.donor.triangleBy?.value !== "none"),
  needs: () => ["guideUpMm"],
  check(battery, survey, build): Outcome {
    const guide = survey.number("guideUpMm");
    const figures: Figure[] = [{ label: "guides stand up", value: guide.value, unit: "mm", plusMinus: guide.plusMinus }];
    if (guide.value === 0 || isDone(build, "guides moved"))
      return { verdict: "clear", says: guide.value === 0 ? "No guides in the way." : "The cables go another way.", figures };
    const reliefMm = stated(battery, battery.spec.reliefMm, "what guide its cradle bridges");
    return judge({
      room: reliefMm - guide.value,
      unit: "mm",
      plusMinus: guide.plusMinus,
      figures: [...figures, { label: "cradle bridges", value: reliefMm, unit: "mm" }],
      settle: ["guideUpMm"],
      clear: `The cradle bridges guides of ${formatNumber(reliefMm, 1)} mm.`,
      short: () => ({
        verdict: "adapt",
        says: `The guides stand ${formatNumber(guide.value - reliefMm, 1)} mm too high for the cradle.`,
        remedies: [
          operation(
            "move-guides",
            "Re-route the cables in full casing",
            "beside the cradle; the guides stay or come off with heatless tools",
            ["reroute"],
            "guides moved",
          ),
        ],
      }),
    });
  },
});
