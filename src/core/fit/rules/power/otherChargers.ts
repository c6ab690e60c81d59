import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { CHARGER_TOLERANCE_V } from "../../../standards/current";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, lastOf, partsOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { defineRule } from "../../rule";
import { chargeLimitA } from "./chargerAmps";

/** Chargers beside the one that is looked at first: one for the shed, one for work. */
function others(build: Build): PartOf<"charger">[] {
  const first = lastOf(build, "charger");
  return [...new Map(partsOf(build, "charger").map((part) => [part.id, part])).values()].filter(({ id }) => id !== first?.id);
}

export const otherChargers = defineRule<PartOf<"charger">>({
  id: "power/other-chargers",
  title: (charger) => `Second charger: ${charger.name}`,
  why: "Whatever lies beside a pack is plugged into it one day: a second charger for another pack burns this one.",
  basis: [PRACTICE],
  subjects: (build) => (batteryOf(build) ? others(build) : []),
  key: ({ id }) => id,
  place: () => "battery",
  needs: () => [],
  check({ name, spec }, _survey, build): Outcome {
    const battery = batteryOf(build)!;
    const full = voltsOf(battery).full;
    const plug = battery.spec.chargePlug;
    const limitA = chargeLimitA(battery, spec);
    const figures = [
      { label: "charger", value: spec.outputV, unit: "V" },
      { label: "pack full", value: full, unit: "V" },
      { label: "charger gives", value: spec.outputA, unit: "A" },
      { label: "cells and plug take", value: limitA, unit: "A" },
    ];
    const wrong = [
      ...(Math.abs(spec.outputV - full) <= CHARGER_TOLERANCE_V + 1e-9
        ? []
        : [`gives ${formatNumber(spec.outputV, 1)} V, the pack is full at ${formatNumber(full, 1)}`]),
      ...(plug === null || spec.plug === plug ? [] : [`has ${spec.plug}, the pack ${plug}`]),
      ...(atMost(spec.outputA, limitA)
        ? []
        : [`gives ${formatNumber(spec.outputA, 1)} A, ${formatNumber(limitA, 1)} are the most`]),
    ];
    if (wrong.length === 0) return { verdict: "clear", says: `${name} is for this pack too.`, figures, caution: "packFire" };
    return {
      verdict: "stop",
      safety: true,
      says: `${name} ${wrong.join("; it ")}.`,
      figures,
      lifts: `${name} out of the build`,
      caution: "packFire",
    };
  },
});
