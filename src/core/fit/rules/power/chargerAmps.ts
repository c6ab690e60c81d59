import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { chargeTimeHours } from "../../../power/chargeTime";
import { PLUG_AMPS } from "../../../standards/plugs";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, partsOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";

/** A charger's amps as a share of the capacity that are still easy on the cells (common practice). */
const CHARGE_RATE = 0.5;

export const chargerAmps = defineRule<PartOf<"charger">>({
  id: "power/charger-amps",
  title: "Charger's amps, plug and time",
  why: "Too strong a charger heats cells and its plug; too weak a one is not done by the morning.",
  basis: [PRACTICE],
  subjects: (build) => (batteryOf(build) ? partsOf(build, "charger").slice(0, 1) : []),
  key: () => "charger",
  place: () => "battery",
  needs: () => [],
  check(charger, _survey, build): Outcome {
    const battery = batteryOf(build)!;
    const mayA = CHARGE_RATE * battery.spec.capacityAh;
    const plugA = battery.spec.chargePlugA ?? PLUG_AMPS[charger.spec.plug]?.amps ?? null;
    const hours = chargeTimeHours({
      capacityAh: battery.spec.capacityAh,
      chargerA: charger.spec.outputA,
      efficiency: 0.8,
      fromPercent: 0,
      toPercent: 100,
    });
    const limitA = Math.min(mayA, plugA ?? Infinity);
    return judge({
      room: limitA - charger.spec.outputA,
      unit: "A",
      figures: [
        { label: "charger", value: charger.spec.outputA, unit: "A" },
        { label: "half the capacity", value: mayA, unit: "A" },
        { label: "plug", value: plugA ?? "not stated", ...(plugA !== null && { unit: "A" }) },
        { label: "from empty", value: hours, unit: "h" },
      ],
      caution: "packFire",
      clear: `${formatNumber(charger.spec.outputA, 1)} A: ${formatNumber(hours, 1)} h from empty at 80 %.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `${formatNumber(charger.spec.outputA, 1)} A is over the ${formatNumber(limitA, 1)} that ${limitA === plugA ? "the plug" : "the cells"} should take.`,
        remedies: anyOf(build, "charger", {
          title: "Gentler charger",
          says: `${formatNumber(limitA, 1)} A or less`,
          will: (spec) => Math.abs(spec.outputV - voltsOf(battery).full) <= 0.1 && spec.outputA <= limitA,
          most: 1,
        }),
      }),
    });
  },
});
