import { PRACTICE } from "../../../basis";
import type { HubMotor } from "../../build";
import type { Outcome } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { brakeAt } from "../brakes/brakeAt";
import { hubMotors } from "../subjects";

export const forkColumn = defineRule<HubMotor>({
  id: "axle/fork-column",
  title: "Fork's column under the motor",
  why: "A front motor pulls and brakes through the fork's column; what holds it is at its crown.",
  basis: [PRACTICE],
  subjects: (build) => hubMotors(build).filter((motor) => motor.spec.end === "front"),
  key: () => "front",
  place: () => "fork",
  needs: () => ["forkColumnMaterial", "forkColumnMm"],
  check(motor, survey, build): Outcome {
    const material = survey.choice("forkColumnMaterial");
    const across = survey.number("forkColumnMm");
    const disc = brakeAt("front", survey, build) === "disc";
    const figures = [
      { label: "column", value: material },
      { label: "across", value: across.value, unit: "mm", plusMinus: across.plusMinus },
      { label: "front brake", value: disc ? "disc, on the left leg" : "not on the leg" },
    ];
    if (material === "carbon")
      return {
        verdict: "stop",
        safety: true,
        says: "A carbon column takes no motor's pull.",
        figures,
        lifts: "a fork with a steel column, or a motor in the rear wheel or at the crank",
        caution: "carbon",
      };
    if (material === "aluminium" && across.value < 26)
      return {
        verdict: "adapt",
        says: "An aluminium column of an inch is thin for a motor.",
        figures,
        remedies: [
          acknowledge(
            "axle/fork-column front",
            `${motor.spec.peakTorqueNm ?? "the sheet's torque, in"} N·m or less; crown and column are looked at at every service`,
          ),
        ],
      };
    return {
      verdict: "clear",
      says: `${material === "steel" ? "Steel" : "Aluminium"} column${disc ? "; the left leg was made for a disc's push" : ""}.`,
      figures,
    };
  },
});
