import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import type { Spec } from "../../../parts/specs";
import { chargeTimeHours } from "../../../power/chargeTime";
import { CHARGER_TOLERANCE_V } from "../../../standards/current";
import { PLUG_AMPS } from "../../../standards/plugs";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, lastOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { acknowledge, defineRule, stated } from "../../rule";

/** A charger's amps as a share of the capacity that are still easy on the cells (common practice). */
const CHARGE_RATE = 0.5;

/** Of what a charger gives so much ends in the cells, the slow end of the charge among it (common practice). */
const EFFICIENCY = 0.8;

/** The plug's own limit, by the pack's sheet or the table of plugs; null where neither says it. */
const plugAmps = ({ spec }: PartOf<"battery">, charger: Spec<"charger">): number | null =>
  spec.chargePlugA ?? PLUG_AMPS[spec.chargePlug ?? charger.plug]?.amps ?? null;

/** The most that cells and plug should take of a charger, A. */
export const chargeLimitA = (battery: PartOf<"battery">, charger: Spec<"charger">): number =>
  Math.min(CHARGE_RATE * battery.spec.capacityAh, plugAmps(battery, charger) ?? Infinity);

export const chargerAmps = defineRule<PartOf<"charger">>({
  id: "power/charger-amps",
  title: "Charger's amps, plug and time",
  why: "Too strong a charger heats cells and its plug; too weak a one is not done by the morning.",
  basis: [PRACTICE],
  subjects: (build) => (batteryOf(build) && lastOf(build, "charger") ? [lastOf(build, "charger")!] : []),
  key: () => "charger",
  place: () => "battery",
  needs: () => [],
  check(charger, _survey, build): Outcome {
    const battery = batteryOf(build)!;
    const mayA = CHARGE_RATE * battery.spec.capacityAh;
    const plugA = plugAmps(battery, charger.spec);
    const { capacityAh } = battery.spec;
    const timeOf = (chargerA: number) =>
      chargeTimeHours({ capacityAh, chargerA, efficiency: EFFICIENCY, fromPercent: 0, toPercent: 100 });
    const hours = timeOf(charger.spec.outputA);
    const limitA = chargeLimitA(battery, charger.spec);
    const wished = build.asked.chargeHours ?? null;
    const port = stated(battery, battery.spec.chargePlug, "what its charge plug is");
    const figures = [
      { label: "charger", value: charger.spec.outputA, unit: "A" },
      { label: "half the capacity", value: mayA, unit: "A" },
      { label: "plug", value: plugA ?? "not stated", ...(plugA !== null && { unit: "A" }) },
      { label: "pack's charge plug", value: port },
      { label: "charger's plug", value: charger.spec.plug },
      { label: "from empty", value: hours, unit: "h" },
      ...(wished === null ? [] : [{ label: "wished in", value: wished, unit: "h" }]),
    ];
    const fullV = voltsOf(battery).full;
    const fits = (spec: Spec<"charger">) =>
      Math.abs(spec.outputV - fullV) <= CHARGER_TOLERANCE_V + 1e-9 && spec.plug === port && atMost(spec.outputA, limitA);
    const others = (title: string, says: string, will: (spec: Spec<"charger">) => boolean) =>
      anyOf(build, "charger", { title, says, will, most: 1 });
    if (charger.spec.plug !== port)
      return {
        verdict: "adapt",
        safety: true,
        says: `The charger has ${charger.spec.plug}, the pack ${port}: they do not meet, and a pack is never charged by its discharge plug.`,
        figures,
        remedies: others(
          "Charger with this plug",
          `${port}, ${formatNumber(fullV, 1)} V, ${formatNumber(limitA, 1)} A or less`,
          fits,
        ),
        caution: "packFire",
      };
    if (!atMost(charger.spec.outputA, limitA))
      return {
        verdict: "adapt",
        safety: true,
        says: `${formatNumber(charger.spec.outputA, 1)} A is over the ${formatNumber(limitA, 1)} that ${limitA === plugA ? "the plug" : "the cells"} should take.`,
        figures,
        margin: { value: limitA - charger.spec.outputA, unit: "A", plusMinus: 0 },
        remedies: others("Gentler charger", `${formatNumber(limitA, 1)} A or less`, fits),
        caution: "packFire",
      };
    if (wished !== null && !atMost(hours, wished))
      return {
        verdict: "adapt",
        says: `${formatNumber(hours, 1)} h from empty, ${formatNumber(wished, 1)} are wished.`,
        figures,
        margin: { value: wished - hours, unit: "h", plusMinus: 0 },
        remedies: [
          ...others(
            "Stronger charger",
            `${formatNumber(battery.spec.capacityAh / (EFFICIENCY * wished), 1)} to ${formatNumber(limitA, 1)} A`,
            (spec) => fits(spec) && atMost(timeOf(spec.outputA), wished),
          ),
          acknowledge("power/charger-amps charger", "the customer takes the longer charge; it is kinder to the cells"),
        ],
        caution: "packFire",
      };
    return {
      verdict: "clear",
      says: `${formatNumber(charger.spec.outputA, 1)} A: ${formatNumber(hours, 1)} h from empty at ${EFFICIENCY * 100} %.`,
      figures,
      margin:
        wished === null
          ? { value: limitA - charger.spec.outputA, unit: "A", plusMinus: 0 }
          : { value: wished - hours, unit: "h", plusMinus: 0 },
      caution: "packFire",
    };
  },
});
