import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Motor } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";
import { firstMotor } from "../subjects";

export const standOver = defineRule<Motor>({
  id: "rider/stand-over",
  title: "Standing over the frame",
  why: "A rider who cannot stand over a heavy bike drops it at the first stop.",
  basis: [PRACTICE],
  subjects: firstMotor,
  key: () => "rider",
  place: () => "rider",
  needs: () => ["inseamMm", "standOverMm"],
  check(_motor, survey): Outcome {
    const inseam = survey.number("inseamMm");
    const over = survey.number("standOverMm");
    const room = inseam.value - over.value;
    return {
      verdict: room >= 0 ? "clear" : "stop",
      says:
        room >= 0
          ? `${formatNumber(room, 0)} mm between rider and frame.`
          : `The frame is ${formatNumber(-room, 0)} mm higher than the rider's inseam.`,
      figures: [
        { label: "inseam", value: inseam.value, unit: "mm", plusMinus: inseam.plusMinus },
        { label: "stand-over", value: over.value, unit: "mm", plusMinus: over.plusMinus },
      ],
      margin: { value: room, unit: "mm", plusMinus: Math.hypot(inseam.plusMinus, over.plusMinus) },
      settle: ["inseamMm", "standOverMm"],
      ...(room < 0 && { lifts: "a smaller or a step-through frame: this bike does not fit its rider", safety: true }),
    };
  },
});
