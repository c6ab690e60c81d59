import { memory, PRACTICE } from "../../../basis";
import { WIRE_AMPS } from "../../../standards/plugs";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Controller, controllersOf, lastOf, partsOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule, stated } from "../../rule";

export const fuseAndCable = defineRule<Controller>({
  id: "wiring/fuse",
  title: "Fuse against the cable",
  why: "A fuse larger than its cable protects nothing: the cable burns first.",
  basis: [PRACTICE, memory("wire currents")],
  subjects: (build) => (partsOf(build, "fuse").length > 0 && batteryOf(build) ? controllersOf(build).slice(0, 1) : []),
  key: () => "main",
  place: () => "wiring",
  needs: () => [],
  check(controller, _survey, build): Outcome {
    const fuse = lastOf(build, "fuse")!;
    const part = { id: controller.id, name: controller.name };
    const awg = lastOf(build, "wire")?.spec.awg ?? stated(part, controller.batteryLeadAwg, "its battery lead's gauge");
    const rated = WIRE_AMPS[awg] ?? 0;
    const full = voltsOf(batteryOf(build)!).full;
    const figures = [
      { label: "fuse", value: fuse.spec.ratedA, unit: "A" },
      { label: "for up to", value: fuse.spec.maxV, unit: "V" },
      { label: "cable takes", value: rated, unit: "A" },
      { label: "pack full", value: full, unit: "V" },
    ];
    if (fuse.spec.maxV < full)
      return {
        verdict: "stop",
        safety: true,
        says: `The fuse is for ${fuse.spec.maxV} V, the pack gives ${formatNumber(full, 1)}: it would not break the arc.`,
        figures,
        lifts: `a fuse for ${formatNumber(full, 0)} V or more`,
        caution: "faultCurrent",
      };
    return judge({
      room: rated - fuse.spec.ratedA,
      unit: "A",
      figures,
      caution: "faultCurrent",
      clear: `${fuse.spec.ratedA} A fuse on a cable for ${formatNumber(rated, 0)} A.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `A ${fuse.spec.ratedA} A fuse on a cable for ${formatNumber(rated, 0)} A.`,
        remedies: anyOf(build, "wire", {
          title: "Thicker cable",
          says: `for ${fuse.spec.ratedA} A`,
          will: (spec) => (WIRE_AMPS[spec.awg] ?? 0) >= fuse.spec.ratedA,
          most: 1,
          tasks: ["harness"],
        }),
      }),
    });
  },
});
