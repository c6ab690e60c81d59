import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, controllersOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { defineRule } from "../../rule";

export const protectionTrip = defineRule<PartOf<"battery">>({
  id: "power/trip",
  title: "Protection trip",
  why: "The pack's protection opens at full throttle, far from home, and the bike is dead until it is unplugged.",
  basis: [PRACTICE],
  subjects: (build) => (batteryOf(build)?.spec.tripA != null && controllersOf(build).length > 0 ? [batteryOf(build)!] : []),
  key: () => "pack",
  place: () => "battery",
  needs: () => [],
  check(battery, _survey, build): Outcome {
    const asksA = controllersOf(build).reduce((sum, c) => sum + c.batteryA, 0);
    const tripA = battery.spec.tripA!;
    const setA = Math.floor((tripA * 0.9) / Math.max(1, controllersOf(build).length));
    const settable = controllersOf(build).every((c) => c.leastBatteryA !== null && c.leastBatteryA <= setA);
    return judge({
      room: tripA - asksA,
      unit: "A",
      figures: [
        { label: "controllers ask", value: asksA, unit: "A" },
        { label: "protection trips at", value: tripA, unit: "A" },
      ],
      clear: `${formatNumber(asksA, 1)} A, it trips at ${formatNumber(tripA, 1)}.`,
      short: () =>
        settable
          ? {
              verdict: "adapt",
              says: `${formatNumber(asksA, 1)} A trips it at ${formatNumber(tripA, 1)}.`,
              remedies: [
                {
                  id: `set-${setA}-amps`,
                  title: `Set the battery limit to ${setA} A`,
                  says: "under the trip with a tenth to spare",
                  parts: [],
                  tasks: ["setCurrent"],
                  effect: { numbers: { controllerBatteryA: setA } },
                },
              ],
            }
          : {
              verdict: "stop",
              says: `${formatNumber(asksA, 1)} A trips it at ${formatNumber(tripA, 1)}, and the limit cannot be set.`,
              lifts: `a pack that trips over ${formatNumber(asksA, 0)} A, or a controller that can be set`,
            },
    });
  },
});
