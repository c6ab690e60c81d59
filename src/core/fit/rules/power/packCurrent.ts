import { PRACTICE } from "../../../basis";
import { PACK_CURRENT_SHARE } from "../../../standards/current";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, type Controller, controllersOf } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";

const pairs = (build: Build) => (batteryOf(build) ? controllersOf(build).slice(0, 1) : []);

export const packCurrent = defineRule<Controller>({
  id: "power/pack-current",
  title: "Pack current",
  why: "A controller that asks for more than the pack gives trips its protection at full throttle, far from home.",
  basis: [PRACTICE],
  subjects: pairs,
  key: () => "pack",
  place: () => "battery",
  needs: () => [],
  check(controller, _survey, build): Outcome {
    const battery = batteryOf(build)!;
    const askedA = controllersOf(build).reduce((sum, c) => sum + c.batteryA, 0);
    const givesA = battery.spec.continuousA;
    if (givesA === null)
      return {
        verdict: "measure",
        says: `What ${battery.name} gives continuously is not on its sheet: ask the maker before it is bought.`,
        figures: [{ label: "controller asks", value: askedA, unit: "A" }],
        choose: "battery",
      };
    const mayA = PACK_CURRENT_SHARE * givesA;
    const figures = [
      { label: "controller asks", value: askedA, unit: "A" },
      { label: "pack gives, continuous", value: givesA, unit: "A" },
      { label: `${PACK_CURRENT_SHARE * 100} % of it`, value: mayA, unit: "A" },
    ];
    const margin = { value: mayA - askedA, unit: "A", plusMinus: 0 };
    if (askedA <= mayA + 1e-9)
      return {
        verdict: "clear",
        says: `Asks ${formatNumber(askedA, 1)} A of the ${formatNumber(mayA, 1)} that the pack gives in all weathers.`,
        figures,
        margin,
        caution: "packCurrent",
      };
    const setA = Math.floor(mayA);
    const says = `The controller asks ${formatNumber(askedA, 1)} A; the pack gives ${formatNumber(givesA, 1)}, of which ${formatNumber(mayA, 1)} may be used.`;
    if (controller.leastBatteryA === null || controller.leastBatteryA > setA)
      return {
        verdict: "stop",
        safety: askedA > givesA,
        says,
        figures,
        margin,
        lifts: `a pack of ${formatNumber(askedA / PACK_CURRENT_SHARE, 1)} A or more, or a controller of ${setA} A or less`,
        caution: "packCurrent",
      };
    return {
      verdict: "adapt",
      safety: askedA > givesA,
      says,
      figures,
      margin,
      caution: "packCurrent",
      remedies: [
        {
          id: `set-${setA}-amps`,
          title: `Set the battery limit to ${setA} A`,
          says: "less pull on the hill, no trip; read back and written on the work order",
          parts: [],
          tasks: ["setCurrent"],
          effect: { numbers: { controllerBatteryA: setA } },
        },
      ],
    };
  },
});
