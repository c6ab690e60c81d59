import { memory } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { PLUG_AMPS } from "../../../standards/plugs";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, controllersOf, partsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { judge } from "../../judge";
import { bought, isDone } from "../../remedies";
import { defineRule } from "../../rule";

const LARGER = "larger power plug";

export const plugRating = defineRule<PartOf<"battery">>({
  id: "power/plug-rating",
  title: "Rating of the power plug",
  why: "A plug that is too small gets hot, softens, and lets go on the hill.",
  basis: [memory("plug ratings in free air; the part's sheet governs")],
  subjects: (build) => (batteryOf(build) && controllersOf(build).length > 0 ? [batteryOf(build)!] : []),
  key: () => "pack",
  place: () => "wiring",
  needs: () => [],
  check(battery, _survey, build): Outcome {
    const asksA = controllersOf(build).reduce((sum, c) => sum + c.batteryA, 0);
    const sheet = partsOf(build, "connector").find((part) => part.spec.family === battery.spec.plug)?.spec.continuousA;
    const amps = sheet ?? PLUG_AMPS[battery.spec.plug]?.amps;
    if (amps === undefined)
      return {
        verdict: "measure",
        says: `Nothing says what a ${battery.spec.plug} plug takes: ask its maker.`,
        figures: [{ label: "plug", value: battery.spec.plug }],
        sheetOf: battery.id,
      };
    const setA = Math.floor(amps / Math.max(1, controllersOf(build).length));
    const settable = controllersOf(build).every((c) => c.leastBatteryA !== null && c.leastBatteryA <= setA);
    // Contacts inside a cradle stay as they are made; a plug on a lead may be a larger one.
    const plugs =
      battery.spec.mount === "down tube" || isDone(build, LARGER)
        ? []
        : build.catalogue
            .distinct("connector")
            .filter(({ spec }) => spec.continuousA >= asksA && spec.pins === 2)
            .slice(0, 1)
            .map((part) =>
              bought(
                `plug-${part.id}`,
                part.name,
                "both halves, crimped with their die; where the pack's maker allows another plug on its lead",
                [{ kind: "connector" as const, partId: part.id, quantity: 1, says: part.name }],
                ["harness"],
                LARGER,
              ),
            );
    const sets: Remedy[] = settable
      ? [
          {
            id: `set-${setA}-amps`,
            title: `Set the battery limit to ${setA} A`,
            says: "what the plug takes",
            parts: [],
            tasks: ["setCurrent"],
            effect: { numbers: { controllerBatteryA: setA } },
          },
        ]
      : [];
    const larger = isDone(build, LARGER) ? partsOf(build, "connector").find(({ spec }) => spec.continuousA >= asksA) : undefined;
    if (larger)
      return {
        verdict: "clear",
        says: `${larger.name} takes ${formatNumber(asksA, 1)} A.`,
        figures: [
          { label: "it takes", value: larger.spec.continuousA, unit: "A" },
          { label: "controllers ask", value: asksA, unit: "A" },
        ],
      };
    return judge({
      room: amps - asksA,
      unit: "A",
      figures: [
        { label: "plug", value: battery.spec.plug },
        { label: "it takes", value: amps, unit: "A" },
        { label: "controllers ask", value: asksA, unit: "A" },
      ],
      clear: `${battery.spec.plug}: ${formatNumber(amps, 0)} A for ${formatNumber(asksA, 1)}.`,
      short: () => ({
        verdict: settable || plugs.length > 0 ? "adapt" : "stop",
        safety: true,
        says: `${battery.spec.plug} takes ${formatNumber(amps, 0)} A, ${formatNumber(asksA, 1)} are asked.`,
        lifts: "a pack with a larger plug; the plug inside a cradle is not changed here",
        remedies: [...sets, ...plugs],
      }),
    });
  },
});
