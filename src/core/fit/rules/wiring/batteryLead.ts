import { standard } from "../../../basis";
import { awgDiameterMm, wireDrop } from "../../../power/wire";
import { BATTERY_LEAD_DROP_PERCENT, WARM_LEAD_C, wireAmps, WIRE_BASIS } from "../../../standards/plugs";
import { atLeast } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Controller, controllerKinds, controllersOf, lastOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { acknowledge, defineRule, stated } from "../../rule";

export const batteryLead = defineRule<Controller>({
  id: "wiring/battery-lead",
  title: "Battery lead: gauge, drop and heat",
  why: "A thin lead gets hot and eats the volts that the hill wants.",
  basis: [standard("ASTM B258, IEC 60028"), ...WIRE_BASIS],
  subjects: (build) => (batteryOf(build) ? controllerKinds(build) : []),
  key: (controller) => controller.id,
  place: () => "wiring",
  needs: () => [],
  check(controller, survey, build): Outcome {
    const part = { id: controller.id, name: controller.name };
    const wire = lastOf(build, "wire");
    const awg = wire?.spec.awg ?? stated(part, controller.batteryLeadAwg, "its battery lead's gauge");
    const lengthMm = wire?.spec.lengthMm ?? stated(part, controller.batteryLeadMm, "its battery lead's length");
    // One lead that the build brings carries all controllers; without it each has its own.
    const flowsA = wire ? controllersOf(build).reduce((sum, one) => sum + one.batteryA, 0) : controller.batteryA;
    const rated = wireAmps(awg, {
      inTube: batteryOf(build)!.spec.mount === "box",
      insulation: wire?.spec.insulation ?? "silicone",
    });
    const clad = wire?.spec.conductor === "copper-clad aluminium";
    const volts = voltsOf(batteryOf(build)!).nominal;
    const areaMm2 = (Math.PI / 4) * awgDiameterMm(awg) ** 2;
    const drop = wireDrop({
      areaMm2,
      lengthM: lengthMm / 1000,
      currentA: flowsA,
      voltageV: volts,
      temperatureC: WARM_LEAD_C,
    });
    const figures = [
      { label: "gauge", value: `${awg} AWG, ${formatNumber(areaMm2, 2)} mm²` },
      { label: "length, one way", value: lengthMm, unit: "mm" },
      { label: "current", value: flowsA, unit: "A" },
      { label: "wire takes", value: rated, unit: "A" },
      { label: `drop at ${WARM_LEAD_C} °C`, value: drop.dropPercent, unit: "%" },
      { label: "lost in it", value: drop.lossW, unit: "W" },
    ];
    const ampsOk = atLeast(rated, flowsA) && !clad;
    const dropOk = drop.dropPercent <= BATTERY_LEAD_DROP_PERCENT + 1e-9;
    if (ampsOk && dropOk)
      return {
        verdict: "clear",
        says: `${awg} AWG takes ${formatNumber(rated, 0)} A; ${formatNumber(drop.dropPercent, 1)} % drop.`,
        figures,
        margin: { value: rated - flowsA, unit: "A", plusMinus: 0 },
      };
    return {
      verdict: "adapt",
      safety: !ampsOk,
      says: ampsOk
        ? `${formatNumber(drop.dropPercent, 1)} % drop, ${BATTERY_LEAD_DROP_PERCENT} is the aim.`
        : clad
          ? "Copper-clad aluminium: it breaks where it bends and carries less than its gauge says."
          : `${awg} AWG takes ${formatNumber(rated, 1)} A, ${formatNumber(flowsA, 0)} flow.`,
      figures,
      ...(!clad && {
        margin: {
          value: ampsOk ? BATTERY_LEAD_DROP_PERCENT - drop.dropPercent : rated - flowsA,
          unit: ampsOk ? "%" : "A",
          plusMinus: 0,
        },
      }),
      caution: "faultCurrent",
      remedies: [
        ...anyOf(build, "wire", {
          title: "Thicker lead",
          says: "silicone, its plug crimped",
          will: (spec) =>
            (spec.awg < awg || clad) &&
            spec.conductor === "copper" &&
            atLeast(
              wireAmps(spec.awg, { inTube: batteryOf(build)!.spec.mount === "box", insulation: spec.insulation }),
              flowsA,
            ) &&
            spec.lengthMm >= lengthMm,
          most: 1,
          tasks: ["harness"],
        }),
        ...(ampsOk
          ? [acknowledge(`wiring/battery-lead ${controller.id}`, "a little power is lost in the lead; it stays cool")]
          : []),
      ],
    };
  },
});
