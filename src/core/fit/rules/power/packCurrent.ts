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
  check(_controller, _survey, build): Outcome {
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
    // A peak is a peak: the whole of the continuous current only where the house says so and the sheet states one.
    const peak = battery.spec.peakA !== null && battery.spec.peakS !== null;
    const share = build.house.packShare === 1 && peak ? 1 : PACK_CURRENT_SHARE;
    const boundA = Math.min(givesA, battery.spec.tripA ?? Infinity);
    const mayA = share * boundA;
    const figures = [
      { label: "controller asks", value: askedA, unit: "A" },
      { label: "pack gives, continuous", value: givesA, unit: "A" },
      ...(battery.spec.tripA === null ? [] : [{ label: "its protection opens at", value: battery.spec.tripA, unit: "A" }]),
      { label: `${share * 100} % of the lower`, value: mayA, unit: "A" },
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
    // Controllers of one pack are set alike.
    const setA = Math.floor((mayA + 1e-9) / controllersOf(build).length);
    const settable = controllersOf(build).every((one) => one.leastBatteryA !== null && one.leastBatteryA <= setA);
    const says = `The controller asks ${formatNumber(askedA, 1)} A; the pack gives ${formatNumber(boundA, 1)}, of which ${formatNumber(mayA, 1)} may be used.`;
    if (!settable)
      return {
        verdict: "stop",
        safety: askedA > boundA,
        says,
        figures,
        margin,
        lifts: `a pack of ${formatNumber(askedA / share, 1)} A or more, or a controller of ${setA} A or less`,
        caution: "packCurrent",
      };
    return {
      verdict: "adapt",
      safety: askedA > boundA,
      says,
      figures,
      margin,
      caution: "packCurrent",
      remedies: [
        {
          id: `set-${setA}-amps`,
          title: `Set the battery limit to ${setA} A${controllersOf(build).length > 1 ? " each" : ""}`,
          says: "less pull on the hill, no trip; read back and written on the work order",
          parts: [],
          tasks: ["setCurrent"],
          effect: { numbers: { controllerBatteryA: setA } },
        },
      ],
    };
  },
});
