import { PRACTICE } from "../../../basis";
import { combined } from "../../../donor/reading";
import { formatNumber } from "../../../units/formatQuantity";
import type { Motor } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { bought, consumable, isDone } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { firstMotor } from "../subjects";

const REACH_SHARE = { least: 0.27, most: 0.36 };

export const reach = defineRule<Motor>({
  id: "rider/reach",
  title: "Reach to the bar",
  why: "Too long a reach puts the weight on the hands, too short a one on the back.",
  basis: [PRACTICE],
  subjects: firstMotor,
  key: () => "rider",
  place: () => "rider",
  needs: () => ["riderHeightMm", "saddleToBarMm"],
  check(_motor, survey, build): Outcome {
    const height = survey.number("riderHeightMm");
    const span = survey.number("saddleToBarMm");
    const share = span.value / height.value;
    const figures: Figure[] = [
      { label: "saddle to bar", value: span.value, unit: "mm" },
      { label: "height", value: height.value, unit: "mm" },
      { label: "of the height", value: share * 100, unit: "%" },
    ];
    if (isDone(build, "stem changed")) return { verdict: "clear", says: "Another stem brings the bar to the rider.", figures };
    const roomMm = Math.min(share - REACH_SHARE.least, REACH_SHARE.most - share) * height.value;
    const common = {
      figures,
      margin: { value: roomMm, unit: "mm", plusMinus: combined(span.plusMinus, share * height.plusMinus) },
      settle: ["saddleToBarMm", "riderHeightMm"] as const,
    };
    if (roomMm >= -1e-9) return { verdict: "clear", says: `${formatNumber(share * 100, 0)} % of the rider's height.`, ...common };
    return {
      verdict: "adapt",
      says: `The bar is ${share > REACH_SHARE.most ? "far" : "near"}: ${formatNumber(share * 100, 0)} % of the rider's height, ${REACH_SHARE.least * 100} to ${REACH_SHARE.most * 100} is usual.`,
      remedies: [
        bought(
          "stem",
          share > REACH_SHARE.most ? "Shorter stem" : "Longer stem",
          "tried with the rider on the bike",
          [consumable(build, share > REACH_SHARE.most ? "short stem" : "long stem", 1)],
          ["barLayout"],
          "stem changed",
        ),
        acknowledge("rider/reach rider", "the rider has sat on it and wants it so"),
      ],
      ...common,
    };
  },
});
