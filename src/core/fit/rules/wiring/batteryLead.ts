import { standard } from "../../../basis";
import { awgDiameterMm, wireDrop } from "../../../power/wire";
import { BATTERY_LEAD_DROP_PERCENT, WARM_LEAD_C, WIRE_AMPS, WIRE_BASIS } from "../../../standards/plugs";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Controller, controllerKinds, lastOf, voltsOf } from "../../build";
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
    const inTube = batteryOf(build)!.spec.mount === "box";
    const rated =
      (WIRE_AMPS[awg] ??
        WIRE_AMPS[
          [...Object.keys(WIRE_AMPS)]
            .map(Number)
            .filter((n) => n >= awg)
            .sort((a, b) => a - b)[0] ?? 24
        ]!) * (inTube ? 0.7 : 1);
    const volts = voltsOf(batteryOf(build)!).nominal;
    const areaMm2 = (Math.PI / 4) * awgDiameterMm(awg) ** 2;
    const drop = wireDrop({
      areaMm2,
      lengthM: lengthMm / 1000,
      currentA: controller.batteryA,
      voltageV: volts,
      temperatureC: WARM_LEAD_C,
    });
    const figures = [
      { label: "gauge", value: `${awg} AWG, ${formatNumber(areaMm2, 2)} mm²` },
      { label: "length, one way", value: lengthMm, unit: "mm" },
      { label: "current", value: controller.batteryA, unit: "A" },
      { label: "wire takes", value: rated, unit: "A" },
      { label: `drop at ${WARM_LEAD_C} °C`, value: drop.dropPercent, unit: "%" },
      { label: "lost in it", value: drop.lossW, unit: "W" },
    ];
    const ampsOk = rated >= controller.batteryA - 1e-9;
    const dropOk = drop.dropPercent <= BATTERY_LEAD_DROP_PERCENT + 1e-9;
    if (ampsOk && dropOk)
      return {
        verdict: "clear",
        says: `${awg} AWG takes ${formatNumber(rated, 0)} A; ${formatNumber(drop.dropPercent, 1)} % drop.`,
        figures,
        margin: { value: rated - controller.batteryA, unit: "A", plusMinus: 0 },
      };
    return {
      verdict: "adapt",
      safety: !ampsOk,
      says: ampsOk
        ? `${formatNumber(drop.dropPercent, 1)} % drop, ${BATTERY_LEAD_DROP_PERCENT} is the aim.`
        : `${awg} AWG takes ${formatNumber(rated, 0)} A, ${formatNumber(controller.batteryA, 0)} flow.`,
      figures,
      margin: {
        value: ampsOk ? BATTERY_LEAD_DROP_PERCENT - drop.dropPercent : rated - controller.batteryA,
        unit: ampsOk ? "%" : "A",
        plusMinus: 0,
      },
      caution: "faultCurrent",
      remedies: [
        ...anyOf(build, "wire", {
          title: "Thicker lead",
          says: "silicone, its plug crimped",
          will: (spec) => spec.awg < awg && (WIRE_AMPS[spec.awg] ?? 0) >= controller.batteryA && spec.lengthMm >= lengthMm,
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
