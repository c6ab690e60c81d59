import { PRACTICE } from "../../../basis";
import { combined } from "../../../donor/reading";
import { formatNumber } from "../../../units/formatQuantity";
import type { Motor } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";
import { firstMotor } from "../subjects";

/** Saddle height over the crank axle as a share of the inseam, and the bar's reach as a share of height (common practice). */
const SADDLE_SHARE = 0.883;

export const saddleHeight = defineRule<Motor>({
  id: "rider/saddle",
  title: "Saddle for the rider's legs",
  why: "A bike that cannot be set to its rider is told before money is spent.",
  basis: [PRACTICE],
  subjects: firstMotor,
  key: () => "rider",
  place: () => "rider",
  needs: () => ["inseamMm", "saddleLowMm", "saddleHighMm"],
  check(_motor, survey): Outcome {
    const inseam = survey.number("inseamMm");
    const [low, high] = [survey.number("saddleLowMm"), survey.number("saddleHighMm")];
    const wanted = inseam.value * SADDLE_SHARE;
    const room = Math.min(wanted - low.value, high.value - wanted);
    const nearer =
      wanted - low.value <= high.value - wanted
        ? ({ key: "saddleLowMm", at: low } as const)
        : ({ key: "saddleHighMm", at: high } as const);
    return {
      verdict: room >= 0 ? "clear" : "stop",
      says:
        room >= 0
          ? `The saddle wants ${formatNumber(wanted, 0)} mm; it goes from ${formatNumber(low.value, 0)} to ${formatNumber(high.value, 0)}.`
          : `The saddle wants ${formatNumber(wanted, 0)} mm and goes from ${formatNumber(low.value, 0)} to ${formatNumber(high.value, 0)}.`,
      figures: [
        { label: "inseam", value: inseam.value, unit: "mm", plusMinus: inseam.plusMinus },
        { label: "saddle wanted, 0.883 of it", value: wanted, unit: "mm" },
        { label: "lowest", value: low.value, unit: "mm" },
        { label: "highest", value: high.value, unit: "mm" },
      ],
      margin: { value: room, unit: "mm", plusMinus: combined(inseam.plusMinus * SADDLE_SHARE, nearer.at.plusMinus) },
      settle: ["inseamMm", nearer.key],
      ...(room < 0 && {
        lifts:
          wanted > high.value
            ? `a seat post ${formatNumber(wanted - high.value, 0)} mm longer, to its mark, or a larger frame`
            : "a smaller frame",
      }),
    };
  },
});
