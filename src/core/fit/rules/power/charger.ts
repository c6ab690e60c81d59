import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { CHARGER_TOLERANCE_V } from "../../../standards/current";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, partsOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";

export const chargerMatch = defineRule<PartOf<"charger">>({
  id: "power/charger",
  title: "Charger volts",
  why: "A charger for one cell more overcharges the pack, which is how fires start.",
  basis: [PRACTICE],
  subjects: (build: Build) => (batteryOf(build) ? partsOf(build, "charger") : []),
  key: (charger) => charger.id,
  place: () => "battery",
  needs: () => [],
  check(charger, _survey, build): Outcome {
    const full = voltsOf(batteryOf(build)!).full;
    const offV = charger.spec.outputV - full;
    const figures = [
      { label: "charger", value: charger.spec.outputV, unit: "V" },
      { label: "pack full", value: full, unit: "V" },
    ];
    const margin = { value: CHARGER_TOLERANCE_V - Math.abs(offV), unit: "V", plusMinus: 0 };
    if (Math.abs(offV) <= CHARGER_TOLERANCE_V + 1e-9)
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
      : { verdict: "stop", says: `${says} It never fills it.`, figures, margin, lifts: `a ${formatNumber(full, 1)} V charger` };
  },
});
