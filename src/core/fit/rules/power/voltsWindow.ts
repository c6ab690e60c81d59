import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Controller, controllerKinds, highestInputV, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule, stated } from "../../rule";

export const voltsWindow = defineRule<Controller>({
  id: "power/volts-window",
  title: "Volts window",
  why: "Over its highest volts a controller dies at the first plug-in; with too low a cut the pack is drained past its empty.",
  basis: [PRACTICE],
  subjects: (build) => (batteryOf(build) ? controllerKinds(build) : []),
  key: (controller) => controller.id,
  place: () => "battery",
  needs: () => [],
  check(controller, _survey, build): Outcome {
    const battery = batteryOf(build)!;
    const volts = voltsOf(battery);
    const byCapacitors = controller.maxV === null;
    const highest = stated(
      { id: controller.id, name: controller.name },
      highestInputV(controller),
      "its highest input, and what its capacitors are rated for",
    );
    const figures = [
      { label: "pack full", value: volts.full, unit: "V" },
      { label: byCapacitors ? "0.85 of its capacitors" : "controller's highest", value: highest, unit: "V" },
      { label: "pack empty", value: volts.empty, unit: "V" },
      { label: "low-voltage cut", value: controller.cutV, unit: "V" },
    ];
    const over60 = volts.full > 60 ? { caution: "over60" as const } : {};
    if (volts.full > highest + 1e-9)
      return {
        verdict: "stop",
        safety: true,
        says: `The full pack gives ${formatNumber(volts.full, 1)} V; ${controller.name} takes ${formatNumber(highest, 1)}${byCapacitors ? " by its capacitors" : ""}.`,
        figures,
        margin: { value: highest - volts.full, unit: "V", plusMinus: 0 },
        lifts: `a pack of ${formatNumber(highest, 1)} V or less when full, or a controller for ${formatNumber(volts.full, 1)} V`,
        ...over60,
      };
    if (controller.cutV >= volts.full)
      return {
        verdict: "stop",
        says: `The controller cuts off at ${formatNumber(controller.cutV, 1)} V, over the full pack's ${formatNumber(volts.full, 1)}: it never runs.`,
        figures,
        margin: { value: volts.full - controller.cutV, unit: "V", plusMinus: 0 },
        lifts: "a pack with more cells in series",
        ...over60,
      };
    if (controller.cutV >= volts.nominal)
      return {
        verdict: "stop",
        says: `The controller cuts off at ${formatNumber(controller.cutV, 1)} V, not under the pack's nominal ${formatNumber(volts.nominal, 1)}: half of its charge or more stays in it.`,
        figures: [...figures, { label: "pack nominal", value: volts.nominal, unit: "V" }],
        margin: { value: volts.nominal - controller.cutV, unit: "V", plusMinus: 0 },
        lifts: `a pack with more cells in series, or a controller whose cut is nearer to ${formatNumber(volts.empty, 1)} V`,
        ...over60,
      };
    const cutMargin = { value: controller.cutV - volts.empty, unit: "V", plusMinus: 0 };
    if (controller.cutV >= volts.empty - 1e-9)
      return {
        verdict: "clear",
        says: `${formatNumber(volts.empty, 1)} to ${formatNumber(volts.full, 1)} V in a controller for ${formatNumber(controller.cutV, 1)} to ${formatNumber(highest, 1)}.`,
        figures,
        margin: { value: highest - volts.full, unit: "V", plusMinus: 0 },
        ...over60,
      };
    const says = `The controller cuts off at ${formatNumber(controller.cutV, 1)} V, the pack is empty at ${formatNumber(volts.empty, 1)}.`;
    if (!controller.cutSettable)
      return {
        verdict: "stop",
        says,
        figures,
        margin: cutMargin,
        lifts: `a controller whose cut can be set to ${formatNumber(volts.empty, 1)} V`,
        ...over60,
      };
    return {
      verdict: "adapt",
      says,
      figures,
      margin: cutMargin,
      remedies: [
        {
          id: "set-cut",
          title: `Set the low-voltage cut to ${formatNumber(volts.empty, 1)} V`,
          says: "so that the controller stops before the pack's protection does",
          parts: [],
          tasks: ["setVolts"],
          effect: { numbers: { controllerCutV: volts.empty } },
        },
      ],
      ...over60,
    };
  },
});
