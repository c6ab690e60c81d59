import { PRACTICE } from "../../../basis";
import { PAD_MM } from "../../../shell/motorBody";
import { formatNumber } from "../../../units/formatQuantity";
import type { MidMotor } from "../../build";
import { judge } from "../../judge";
import { anyOf, isDone, operation } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { perMidMotor } from "../subjects";
import { bodyOf } from "./body";

export const canToTube = defineRule<MidMotor>({
  ...perMidMotor,
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
