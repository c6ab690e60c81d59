import { handbook, PRACTICE } from "../../basis";
import { frameJoints, downTubeAngleDeg } from "../../bay/frameTriangle";
import { motorBody, PAD_MM, torqueReaction } from "../../shell/motorBody";
import { formatNumber } from "../../units/formatQuantity";
import { partsOf, type MidMotor } from "../build";
import { judge } from "../judge";
import { anyOf, isDone, operation } from "../remedies";
import { acknowledge, defineRule, stated, type Survey } from "../rule";
import { frameLengths } from "./frameRoom";
import { midMotors } from "./subjects";

const shared = { subjects: midMotors, key: (motor: MidMotor) => motor.id };

/** How the body lies under the down tube of this frame; on a frame without a triangle it is taken to hang straight down. */
function bodyOf(motor: MidMotor, survey: Survey) {
  const joints = survey.choice("triangleBy") === "none" ? null : frameJoints(frameLengths(survey));
  const tube = survey.number("downTubeDiameterMm");
  return {
    plusMinus: tube.plusMinus / 2,
    tubeMm: tube.value,
    ...motorBody({
      canCentreMm: stated(motor, motor.spec.canCentreMm, "how far its body sits from the crank axle"),
      canRadiusMm: stated(motor, motor.spec.canRadiusMm, "its body's radius"),
      caseRadiusMm: motor.spec.caseRadiusMm,
      tubeRadiusMm: tube.value / 2,
      downTubeAngleDeg: joints && downTubeAngleDeg(joints),
    }),
  };
}

export const canToTube = defineRule<MidMotor>({
  ...shared,
  id: "shell/can-to-tube",
  title: "Motor body to down tube",
  why: "The body swings up until its pad meets the down tube; a tube too thick, or cables on it, keep it from lying there.",
  basis: [PRACTICE],
  place: () => "down tube",
  needs: () => ["underDownTube", "downTubeDiameterMm", "triangleBy"],
  check(motor, survey, build) {
    const body = bodyOf(motor, survey);
    const figures = [
      { label: "down tube", value: body.tubeMm, unit: "mm" },
      { label: "pad", value: PAD_MM, unit: "mm" },
      { label: "body stands at", value: body.angleDeg, unit: "°" },
    ];
    const under = survey.choice("underDownTube");
    if (body.roomMm >= 0 && under !== "clear" && !isDone(build, "down tube cleared"))
      return {
        verdict: "adapt",
        says: `There are ${under === "guides" ? "cable guides" : under === "hose" ? "hoses or wires" : "bosses"} where the motor's body will lie.`,
        figures,
        remedies: [
          operation(
            "clear-tube",
            under === "bosses" ? "Take the boss screws out, pad between them" : "Re-route them over or beside the body",
            "nothing is pinched between motor and tube",
            ["reroute"],
            "down tube cleared",
          ),
        ],
      };
    return judge({
      room: body.roomMm,
      unit: "mm",
      plusMinus: body.plusMinus,
      figures,
      settle: ["downTubeDiameterMm"],
      clear: `The body lies under the tube with a ${PAD_MM} mm pad.`,
      short: () => ({
        verdict: "adapt",
        says: `The tube is ${formatNumber(-body.roomMm * 2, 1)} mm too thick for the body to swing under it: it rests lower, on a bracket.`,
        remedies: [
          ...anyOf(build, "motor-bracket", {
            title: "Bracket to the tube",
            says: "bracket for a large tube",
            will: (spec) => spec.holdsOn === "large tube",
            tasks: ["bracket"],
          }),
          acknowledge(`shell/can-to-tube ${motor.id}`, "the body stands away from the tube; its bracket alone holds the turn"),
        ],
      }),
    });
  },
});

/** Room under a mid-drive below which kerbs hit it, mm. */
const GROUND_MM = 150;

export const groundClearance = defineRule<MidMotor>({
  ...shared,
  id: "shell/ground",
  title: "Ground under the motor",
  why: "A motor body that hangs low meets kerbs and roots.",
  basis: [PRACTICE],
  place: () => "shell",
  needs: () => ["shellHeightMm", "downTubeDiameterMm", "triangleBy"],
  check(motor, survey) {
    const height = survey.number("shellHeightMm");
    const body = bodyOf(motor, survey);
    const free = height.value - body.lowestMm;
    return judge({
      room: free - GROUND_MM,
      unit: "mm",
      plusMinus: height.plusMinus,
      figures: [
        { label: "crank axle over the ground", value: height.value, unit: "mm", plusMinus: height.plusMinus },
        { label: "motor hangs below it", value: body.lowestMm, unit: "mm" },
        { label: "free", value: free, unit: "mm" },
        { label: "wanted", value: GROUND_MM, unit: "mm" },
      ],
      settle: ["shellHeightMm"],
      clear: `${formatNumber(free, 0)} mm under the motor.`,
      short: () => ({
        verdict: "adapt",
        says: `${formatNumber(free, 0)} mm under the motor, ${GROUND_MM} wanted.`,
        remedies: [acknowledge(`shell/ground ${motor.id}`, "the rider is told: kerbs and roots hit the motor first")],
      }),
    });
  },
});

/** What a bracket's hold may be on, by what the survey found. */
const HOLDS: Record<string, readonly string[]> = {
  round: ["round tube", "stay pair"],
  large: ["large tube", "stay pair"],
  carbon: [],
  none: [],
};

export const torqueReactionRule = defineRule<MidMotor>({
  ...shared,
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
      bracketMm: stated(motor, motor.spec.bracketMm, "where its bracket holds"),
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
    const own = seat === "round";
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
      says: `The nuts hold ${formatNumber(reaction.frictionNm, 0)} of ${formatNumber(reaction.needNm, 0)} N·m and the kit's bracket is for a round tube.`,
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
