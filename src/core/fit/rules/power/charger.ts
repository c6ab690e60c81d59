import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { CHARGER_TOLERANCE_V } from "../../../standards/current";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, lastOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";

export const chargerMatch = defineRule<PartOf<"charger">>({
  id: "power/charger",
  title: "Charger volts",
  why: "A charger for one cell more overcharges the pack, which is how fires start.",
  basis: [PRACTICE],
  subjects: (build: Build) => (batteryOf(build) && lastOf(build, "charger") ? [lastOf(build, "charger")!] : []),
  key: () => "charger",
  place: () => "battery",
  needs: () => [],
  check(charger, _survey, build): Outcome {
    const battery = batteryOf(build)!;
    const full = voltsOf(battery).full;
    const offV = charger.spec.outputV - full;
    const figures = [
      { label: "charger", value: charger.spec.outputV, unit: "V" },
      { label: "pack full", value: full, unit: "V" },
    ];
    // The tolerance belongs to the limit: what is within it is as good as matched.
    const margin = { value: Math.abs(offV) <= CHARGER_TOLERANCE_V + 1e-9 ? 0 : -Math.abs(offV), unit: "V", plusMinus: 0 };
    if (margin.value === 0)
      return {
        verdict: "clear",
        says: `${formatNumber(full, 1)} V charger for a ${formatNumber(full, 1)} V pack.`,
        figures,
        margin,
        caution: "packFire",
      };
    const says = `${charger.name} gives ${formatNumber(charger.spec.outputV, 1)} V; the pack is full at ${formatNumber(full, 1)}.`;
    return offV > 0
      ? {
          verdict: "stop",
          safety: true,
          says,
          figures,
          margin,
          lifts: `a ${formatNumber(full, 1)} V charger`,
          caution: "packFire",
        }
      : {
          verdict: "adapt",
          says: `${says} It never fills it.`,
          figures,
          margin: { value: offV, unit: "V", plusMinus: 0 },
          remedies: anyOf(build, "charger", {
            title: `A ${formatNumber(full, 1)} V charger`,
            says: "matched to the pack; the other one stays in the box",
            will: (spec) => Math.abs(spec.outputV - full) <= CHARGER_TOLERANCE_V + 1e-9,
            passes: (spec) =>
              (battery.spec.chargePlug === null || spec.plug === battery.spec.chargePlug) &&
              spec.outputA <= Math.min(0.5 * battery.spec.capacityAh, battery.spec.chargePlugA ?? Infinity),
            most: 1,
          }),
        };
  },
});
