import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type HubMotor, needPart } from "../../build";
import { bought, isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { axlePlace, endKeys, perHubMotor } from "../subjects";

export const lips = defineRule<HubMotor>({
  ...perHubMotor,
  id: "axle/lips",
  title: "Lips and recesses at the seat",
  why: "A washer that rides on a lip tips and works loose; in a recess that is too small it never touches the dropout.",
  basis: [PRACTICE],
  place: axlePlace,
  needs: (motor) => [endKeys(motor).lips],
  check(motor, survey, build) {
    const keys = endKeys(motor);
    const kind = survey.choice(keys.lips);
    const flag = `seat filled ${motor.spec.end}`;
    const figures = [{ label: "at the seat", value: kind }];
    if (kind === "none" || isDone(build, flag))
      return { verdict: "clear", says: kind === "none" ? "Flat faces." : "Filled and level.", figures };
    const washers = (title: string, says: string, thickMm: number) =>
      bought(
        "recess-washers",
        title,
        says,
        [
          needPart(
            build,
            "washer",
            2,
            `recess washer, bore ${motor.spec.axleDiameterMm}, ${formatNumber(thickMm, 1)} mm`,
            (spec) =>
              spec.use === "recess washer" &&
              Math.abs(spec.boreMm - motor.spec.axleDiameterMm) < 1 &&
              Math.abs(spec.thicknessMm - thickMm) <= 0.5,
          ),
        ],
        ["seatWashers"],
        flag,
      );
    if (kind === "lips")
      return {
        verdict: "adapt",
        says: "Raised lips at the mouth: the washer would stand on their edge.",
        figures,
        remedies: [washers("C-washers behind the lips", "as thick as the lip is high; nuts clamp on metal, never on the lip", 2)],
      };
    const depth = survey.number(keys.recess);
    const across = survey.number(keys.recessDiameter);
    const washerMm = motor.spec.axleDiameterMm + 10;
    const all = [
      ...figures,
      { label: "deep", value: depth.value, unit: "mm" },
      { label: "across", value: across.value, unit: "mm" },
      { label: "washer", value: washerMm, unit: "mm" },
    ];
    if (across.value - washerMm >= across.plusMinus)
      return {
        verdict: "clear",
        says: `The washer sits inside the ${formatNumber(across.value, 1)} mm recess.`,
        figures: all,
        margin: { value: across.value - washerMm, unit: "mm", plusMinus: across.plusMinus },
      };
    return {
      verdict: "adapt",
      says:
        across.value < washerMm
          ? `The ${formatNumber(washerMm, 0)} mm washer does not go into a recess of ${formatNumber(across.value, 1)}.`
          : `The ${formatNumber(washerMm, 0)} mm washer may catch in a recess of ${formatNumber(across.value, 2)} ± ${formatNumber(across.plusMinus, 2)} mm.`,
      figures: all,
      remedies: [washers("Fill the recess", `C-washers of ${formatNumber(depth.value, 1)} mm, level with the face`, depth.value)],
    };
  },
});
