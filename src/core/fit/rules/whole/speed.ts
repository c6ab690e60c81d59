import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { Motor } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { defineRule } from "../../rule";
import { topKmh } from "../brakes/demand";
import { onceABike } from "../subjects";

/** Speeds over which a frame of a kind is not for the road with a motor, km/h (common practice). */
const FRAME_KMH: Record<string, number> = { folding: 32, "step-through": 32, trike: 25, "long-wheelbase": 32 };

export const frameSpeed = defineRule<Motor>({
  ...onceABike,
  id: "whole/speed",
  title: "Speed against frame, fork and steering",
  why: "A flexible frame, a loose headset and a light front begin to shake at speeds that pedals never reached.",
  basis: [PRACTICE],
  place: () => "frame",
  needs: () => ["frameKind", "headset", "frameFlexes"],
  check(_motor, survey, build): Outcome {
    const kmh = topKmh(build);
    const kind = survey.choice("frameKind");
    const headset = survey.choice("headset");
    const flexes = survey.choice("frameFlexes") === "yes";
    const limit = Math.min(FRAME_KMH[kind] ?? 45, flexes ? 25 : 45);
    const figures: Figure[] = [
      { label: "assist ends at", value: kmh, unit: "km/h" },
      { label: "for this frame at most", value: limit, unit: "km/h" },
      { label: "headset", value: headset },
      { label: "rear triangle", value: flexes ? "flexes" : "stiff" },
    ];
    const margin = { value: limit - kmh, unit: "km/h", plusMinus: 0 };
    if (headset === "play" && kmh > 25)
      return {
        verdict: "stop",
        safety: true,
        says: `A headset with play at ${formatNumber(kmh, 0)} km/h.`,
        figures,
        lifts: "the headset adjusted and measured again",
        caution: "wobble",
      };
    if (kmh <= limit + 1e-9)
      return { verdict: "clear", says: `${formatNumber(kmh, 0)} km/h on a ${kind} frame.`, figures, margin, caution: "wobble" };
    return {
      verdict: "adapt",
      says: `${formatNumber(kmh, 0)} km/h on a ${kind} frame${flexes ? " that flexes" : ""}; ${limit} is usual.`,
      figures,
      margin,
      caution: "wobble",
      remedies: [
        {
          id: `set-${limit}`,
          title: `Set the assist to end at ${limit} km/h`,
          says: "read back and written on the work order",
          parts: [],
          tasks: ["setSpeed"],
          effect: { numbers: { speedLimitKmh: limit } },
        },
      ],
    };
  },
});
