import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf, bought, consumable, isDone } from "../../remedies";
import { defineRule, stated } from "../../rule";

export const pedalSensorPlace = defineRule<PartOf<"pedal-sensor">>({
  id: "controls/pedal-sensor",
  title: "Pedal sensor's disc and side",
  why: "The disc wants room beside the shell, and not every crank comes off to let it on.",
  basis: [PRACTICE],
  subjects: (build) => partsOf(build, "pedal-sensor").slice(0, 1),
  key: () => "sensor",
  place: () => "shell",
  needs: () => ["crankKind"],
  check(sensor, survey, build): Outcome {
    const cranks = survey.choice("crankKind");
    const figures = [
      { label: "cranks", value: cranks },
      { label: "sensor's side", value: sensor.spec.side },
    ];
    if (cranks === "one-piece" && !isDone(build, "split disc"))
      return {
        verdict: "adapt",
        says: "A one-piece crank does not come off for a closed disc.",
        figures,
        remedies: [
          bought(
            "split-disc",
            "Split magnet disc",
            "clipped round the axle",
            [consumable(build, "split magnet disc", 1)],
            ["pedalSensor"],
            "split disc",
          ),
        ],
      };
    if (sensor.spec.side === "right")
      return {
        verdict: "clear",
        says: `Right side, behind the ring${sensor.spec.senses === "torque" ? ": it replaces the axle" : ""}.`,
        figures,
      };
    const gap = survey.number("leftCrankGapMm");
    const wantMm = stated(sensor, sensor.spec.thickMm, "how much room its disc wants");
    return judge({
      room: gap.value - wantMm,
      unit: "mm",
      plusMinus: gap.plusMinus,
      figures: [
        ...figures,
        { label: "shell to crank", value: gap.value, unit: "mm", plusMinus: gap.plusMinus },
        { label: "disc and sensor", value: wantMm, unit: "mm" },
      ],
      settle: ["leftCrankGapMm"],
      clear: `${formatNumber(gap.value - wantMm, 1)} mm to spare between shell and crank.`,
      short: () => ({
        verdict: "adapt",
        says: `The disc wants ${formatNumber(wantMm, 1)} mm, the crank leaves ${formatNumber(gap.value, 1)}.`,
        remedies: [
          ...anyOf(build, "pedal-sensor", {
            title: "Another sensor",
            says: "thinner, or for the right side",
            will: (spec) => spec.side === "right" || (spec.thickMm ?? 99) <= gap.value - gap.plusMinus,
            most: 2,
          }),
        ],
      }),
    });
  },
});
