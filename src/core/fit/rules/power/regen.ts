import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Controller, controllerKinds, voltsOf } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { hubMotors } from "../subjects";

/** Regeneration ends usefully below this share of the full pack (common practice). */
const REGEN_SHARE = 0.985;

export const regenCeiling = defineRule<Controller>({
  id: "power/regen",
  title: "Regeneration ceiling",
  why: "A controller that pushes over the pack's full volts trips its protection at speed; one with too low a ceiling never regenerates.",
  basis: [PRACTICE],
  subjects: (build) =>
    batteryOf(build) && hubMotors(build).some((motor) => motor.spec.regenerates) ? controllerKinds(build) : [],
  key: (controller) => controller.id,
  place: () => "battery",
  needs: () => [],
  check(controller, _survey, build): Outcome {
    const full = voltsOf(batteryOf(build)!).full;
    const ceiling = controller.regenMaxV;
    const figures: Figure[] = [
      { label: "pack full", value: full, unit: "V" },
      { label: "regeneration ends at", value: ceiling ?? "not stated", ...(ceiling !== null && { unit: "V" }) },
    ];
    if (ceiling === null)
      return {
        verdict: "measure",
        says: `The sheet of ${controller.name} leaves out at which volts it stops regenerating: ask its maker.`,
        figures,
        sheetOf: controller.id,
      };
    const margin = { value: full - ceiling, unit: "V", plusMinus: 0 };
    const set = Math.floor(full * 10) / 10;
    if (ceiling > full + 1e-9)
      return controller.regenSettable
        ? {
            verdict: "adapt",
            safety: true,
            says: `It would push to ${formatNumber(ceiling, 1)} V, the pack is full at ${formatNumber(full, 1)}.`,
            figures,
            margin,
            remedies: [
              {
                id: `set-regen-${set}`,
                title: `Set the ceiling to ${formatNumber(set, 1)} V`,
                says: "read back and written on the work order",
                parts: [],
                tasks: ["setRegen"],
                effect: { numbers: { regenMaxV: set } },
              },
            ],
            caution: "packCurrent",
          }
        : {
            verdict: "stop",
            safety: true,
            says: `It pushes to ${formatNumber(ceiling, 1)} V and cannot be set; the pack is full at ${formatNumber(full, 1)}: its protection opens at speed.`,
            figures,
            margin,
            lifts: `a controller whose ceiling is ${formatNumber(full, 1)} V or can be set, or regeneration left off`,
            caution: "packCurrent",
          };
    if (ceiling < full * REGEN_SHARE)
      return {
        verdict: "adapt",
        says: `It regenerates only below ${formatNumber(ceiling, 1)} V, well under the full ${formatNumber(full, 1)}: nothing comes back on a fresh pack.`,
        figures,
        margin: { value: ceiling - full * REGEN_SHARE, unit: "V", plusMinus: 0 },
        remedies: [
          acknowledge(`power/regen ${controller.id}`, "the customer is told: no regeneration until the pack has fallen"),
        ],
      };
    return { verdict: "clear", says: `It ends at ${formatNumber(ceiling, 1)} V, the pack's full.`, figures, margin };
  },
});
