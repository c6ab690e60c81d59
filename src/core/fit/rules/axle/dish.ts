import { derived } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import type { HubMotor } from "../../build";
import { RIM_MIDDLE_MM } from "../../../standards/stepMeasures";
import { judge } from "../../judge";
import { isDone, operation } from "../../remedies";
import { defineRule } from "../../rule";
import { perHubMotor } from "../subjects";
import { ringsOn } from "./rings";

export const dish = defineRule<HubMotor>({
  ...perHubMotor,
  id: "axle/dish",
  title: "Rim in the middle",
  why: "Rings on one side move the hub: the rim must be dished back, or the wheel rubs the stay and the brake pulls sideways.",
  basis: [derived("washer stack")],
  place: (motor) => (motor.spec.end === "front" ? "front wheel" : "rear wheel"),
  needs: () => [],
  check(motor, survey, build) {
    const { left, right } = ringsOn(motor, survey, build);
    const shiftMm = (right - left) / 2;
    const figures = [
      { label: "rings left", value: left, unit: "mm" },
      { label: "rings right", value: right, unit: "mm" },
      { label: "rim off the middle", value: Math.abs(shiftMm), unit: "mm" },
    ];
    const flag = `dished ${motor.spec.end}`;
    if (isDone(build, flag)) return { verdict: "clear", says: "The rim is dished to the new line.", figures };
    return judge({
      room: RIM_MIDDLE_MM - Math.abs(shiftMm),
      unit: "mm",
      figures,
      clear:
        shiftMm === 0
          ? "Rings alike on both sides: the rim stays in the middle."
          : `${formatNumber(Math.abs(shiftMm), 2)} mm off the middle.`,
      short: () => ({
        verdict: "adapt",
        says: `The rings put the rim ${formatNumber(Math.abs(shiftMm), 1)} mm to the ${shiftMm > 0 ? "left" : "right"}.`,
        remedies: [
          operation(
            "redish",
            `Re-dish ${formatNumber(Math.abs(shiftMm), 1)} mm to the ${shiftMm > 0 ? "right" : "left"}`,
            "then the brake is centred again",
            ["redish"],
            flag,
            "tension",
          ),
        ],
      }),
    });
  },
});
