import { handbook, PRACTICE } from "../../../basis";
import { torqueReaction } from "../../../shell/motorBody";
import { formatNumber } from "../../../units/formatQuantity";
import { type MidMotor, partsOf } from "../../build";
import { anyOf } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { perMidMotor } from "../subjects";

/** Crank axle to where a bracket usually holds, mm, for the force on one that is still to be bought (common practice). */
const USUAL_BRACKET_MM = 90;

/** What a bracket's hold may be on, by what the survey found. */
const HOLDS: Record<string, readonly string[]> = {
  round: ["round tube", "stay pair"],
  large: ["large tube", "stay pair"],
  carbon: [],
  none: [],
};

export const torqueReactionRule = defineRule<MidMotor>({
  ...perMidMotor,
  id: "shell/torque-reaction",
  title: "What holds the motor's turn",
  why: "The frame must hold exactly the motor's torque; nuts alone rarely do, and a bracket must have something to hold on.",
  basis: [handbook("Shigley & Mischke, Mechanical Engineering Design"), PRACTICE],
  place: () => "shell",
  needs: () => ["bracketSeat"],
  check(motor, survey, build) {
    const seat = survey.choice("bracketSeat");
    const reaction = torqueReaction({
      nutTorqueNm: stated(motor, motor.spec.nutTorqueNm, "its nut's torque"),
      tubeDiameterMm: motor.spec.tubeDiameterMm,
      torqueNm: motor.spec.peakTorqueNm,
      bracketMm: motor.spec.bracketMm ?? USUAL_BRACKET_MM,
    });
    const figures = [
      { label: "motor's torque at the crank", value: motor.spec.peakTorqueNm, unit: "N·m" },
      { label: "nuts hold by friction", value: reaction.frictionNm, unit: "N·m" },
      { label: "wanted, 1.5 times", value: reaction.needNm, unit: "N·m" },
      { label: "force on the bracket", value: reaction.bracketN, unit: "N" },
      { label: "to hold on", value: seat },
    ];
    const margin = { value: reaction.frictionNm - reaction.needNm, unit: "N·m", plusMinus: 0 };
    if (reaction.bracketN === 0) return { verdict: "clear", says: "The nuts alone hold it.", figures, margin };
    const fits = HOLDS[seat] ?? [];
    const bracket = partsOf(build, "motor-bracket").find((part) => fits.includes(part.spec.holdsOn));
    const own = seat === "round" && motor.spec.bracketMm !== null;
    if (bracket || own)
      return {
        verdict: "clear",
        says: `The ${bracket ? bracket.name.toLowerCase() : "motor's own bracket"} takes ${formatNumber(reaction.bracketN, 0)} N against the tube; the nuts alone would not hold.`,
        figures,
      };
    if (fits.length === 0)
      return {
        verdict: "stop",
        safety: true,
        says: `The nuts hold ${formatNumber(reaction.frictionNm, 0)} of ${formatNumber(reaction.needNm, 0)} N·m, and ${seat === "carbon" ? "carbon takes no bracket" : "there is nothing for a bracket to hold on"}.`,
        figures,
        margin,
        lifts: "a frame with a metal tube near the motor, or a hub motor",
        ...(seat === "carbon" && { caution: "carbon" as const }),
      };
    return {
      verdict: "adapt",
      says: `The nuts hold ${formatNumber(reaction.frictionNm, 0)} of ${formatNumber(reaction.needNm, 0)} N·m and ${motor.spec.bracketMm === null ? "no bracket is listed with the motor" : "the motor's own bracket is for a round tube"}.`,
      figures,
      margin,
      remedies: anyOf(build, "motor-bracket", {
        title: "Bracket for this tube",
        says: `motor bracket that holds on a ${fits.join(" or ")}`,
        will: (spec) => fits.includes(spec.holdsOn),
        tasks: ["bracket"],
      }),
    };
  },
});
