import { PRACTICE } from "../../../basis";
import { HOSE_CUT_MM } from "../../../standards/brakes";
import { formatNumber } from "../../../units/formatQuantity";
import { type Motor, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { bought, consumable } from "../../remedies";
import { defineRule } from "../../rule";
import { firstMotor } from "../subjects";

export const hose = defineRule<Motor>({
  id: "brakes/hose",
  title: "Hoses with a switch in them",
  why: "A pressure switch costs hose, new ends and a bleed on each side; the fluid must be the brake's own.",
  basis: [PRACTICE],
  subjects: (build) =>
    partsOf(build, "cut-off").some((part) => part.spec.method === "pressure switch") ? firstMotor(build) : [],
  key: () => "hoses",
  place: () => "bar",
  needs: () => ["hoseSlackMm", "brakeFluid"],
  check(_motor, survey, build): Outcome {
    const slack = survey.number("hoseSlackMm");
    const fluid = survey.choice("brakeFluid");
    const use = fluid === "mineral" ? "mineral oil" : "DOT fluid";
    const uses = partsOf(build, "consumable").map((part) => part.spec.use);
    const figures = [
      { label: "spare hose", value: slack.value, unit: "mm", plusMinus: slack.plusMinus },
      { label: "cut off for the switch", value: HOSE_CUT_MM, unit: "mm" },
      { label: "fluid", value: fluid },
    ];
    if (slack.value < HOSE_CUT_MM && !uses.includes("brake hose"))
      return {
        verdict: "adapt",
        says: `${formatNumber(slack.value, 0)} mm of hose to spare, the switch costs ${HOSE_CUT_MM}.`,
        figures,
        remedies: [
          bought(
            "longer-hose",
            "New hoses",
            "cut to length, ends and fluid with them",
            [consumable(build, "brake hose", 1), consumable(build, "hose ends", 2), consumable(build, use, 1)],
            ["hose"],
          ),
        ],
        caution: "hydraulic",
      };
    if (uses.includes("hose ends") && uses.includes(use))
      return { verdict: "clear", says: `Hose ends and ${use} are in the build.`, figures, caution: "hydraulic" };
    return {
      verdict: "adapt",
      says: `Opened hoses want new ends and ${use}.`,
      figures,
      remedies: [
        bought(
          "hose-ends",
          `Hose ends and ${use}`,
          "an olive and an insert a side; never reuse them",
          [consumable(build, "hose ends", 2), consumable(build, use, 1)],
          ["hose"],
        ),
      ],
      caution: "hydraulic",
    };
  },
});
