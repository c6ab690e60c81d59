import { z } from "zod";
import { spokeLength } from "../../wheel/spokeLength";
import { wheelSize } from "../../wheel/wheelSize";
import { defineCalculator, Refused } from "../calculator";
import { from0, GREATEST, over0, whole } from "../field";

/** What is said where hub and rim leave no room for a spoke. */
export const NO_SPOKE = "must leave some spoke: hub and rim are too near each other for this hole";

export const spokeLengthCalculator = defineCalculator({
  name: "spoke-length",
  title: "Spoke length and angles",
  input: z
    .strictObject({
      erdMm: over0("Effective rim diameter, mm", GREATEST.mm),
      flangePcdMm: over0("Flange's hole circle, diameter, mm; under the rim's", GREATEST.mm),
      flangeOffsetMm: from0("Wheel's middle plane to the flange, mm", GREATEST.mm),
      spokeHoleMm: from0("Spoke hole in the flange, mm", GREATEST.spokeHoleMm),
      spokes: whole(2, "Spokes in the whole wheel, even", GREATEST.spokes).refine((n) => n % 2 === 0, "must be even"),
      crosses: whole(0, "Crosses, 0 to 4", 4),
    })
    .refine((p) => p.flangePcdMm < p.erdMm, { path: ["flangePcdMm"], message: "must be under the rim's effective diameter" }),
  output: z.object({
    lengthMm: z.number().describe("Spoke length, exact, mm"),
    hubAngleDeg: z.number().describe("Angle at the hub between flange hole and rim hole, degrees"),
    nippleAngleDeg: z.number().describe("Angle at the nipple between spoke and the rim's radius, in the wheel plane, degrees"),
    pastTangent: z.boolean().describe("The spoke leans past the tangent to the flange"),
  }),
  run: (p) => {
    const answer = spokeLength(p);
    if (answer.lengthMm <= 0) throw new Refused("spokeHoleMm", NO_SPOKE);
    return answer;
  },
});

export const wheelSizeCalculator = defineCalculator({
  name: "wheel-size",
  title: "Wheel diameter and circumference",
  input: z.strictObject({
    beadSeatMm: over0("Bead seat diameter, mm", GREATEST.mm),
    tyreWidthMm: from0("Tyre width, mm", GREATEST.tyreWidthMm),
  }),
  output: z.object({
    diameterMm: z.number().describe("Diameter over the tyre, unloaded, mm"),
    circumferenceMm: z.number().describe("Circumference, unloaded, mm"),
  }),
  run: wheelSize,
});
