import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, lastOf, suppliedOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";
import { converterTakes } from "./converterTakes";

type Converter = PartOf<"converter">;

/** Everything that hangs on a converter's volts, summed: lamps, horn, a socket; W. */
function loadW(converter: Converter, build: Build): number {
  const takes = (spec: { minV: number; maxV: number }) =>
    converter.spec.outV >= spec.minV - 0.1 && converter.spec.outV <= spec.maxV + 0.1;
  return (["light", "accessory"] as const).reduce(
    (sum, kind) =>
      sum + suppliedOf(build, kind).reduce((watts, s) => watts + (takes(s.part.spec) ? s.part.spec.watts * s.quantity : 0), 0),
    0,
  );
}

export const converter = defineRule<Converter>({
  id: "wiring/converter",
  title: "Voltage converter",
  why: "A converter under the full pack's volts smokes at the first charge; one with too few amps drops out when the horn sounds.",
  basis: [PRACTICE],
  subjects: (build) => (lastOf(build, "converter") && batteryOf(build) ? [lastOf(build, "converter")!] : []),
  key: () => "converter",
  place: () => "wiring",
  needs: () => [],
  check(part, _survey, build): Outcome {
    const full = voltsOf(batteryOf(build)!).full;
    const watts = loadW(part, build);
    const drawA = watts / part.spec.outV;
    const figures = [
      { label: "pack full", value: full, unit: "V" },
      { label: "highest input", value: part.spec.maxV, unit: "V" },
      { label: "on it together", value: watts, unit: "W" },
      { label: "they draw", value: drawA, unit: "A" },
      { label: "it gives", value: part.spec.outA, unit: "A" },
    ];
    const right = () =>
      anyOf(build, "converter", {
        title: "The right converter",
        says: `${formatNumber(full, 1)} V or more in, ${formatNumber(part.spec.outV, 0)} V and ${formatNumber(drawA, 1)} A or more out, on a fused branch`,
        will: (spec) => converterTakes(spec, build) && spec.outV === part.spec.outV && spec.outA >= drawA - 1e-9,
        most: 1,
        tasks: ["lights"],
      });
    if (!converterTakes(part.spec, build))
      return {
        verdict: "adapt",
        safety: true,
        says: `The full pack gives ${formatNumber(full, 1)} V, the converter takes ${formatNumber(part.spec.maxV, 1)}.`,
        figures,
        margin: { value: part.spec.maxV - full, unit: "V", plusMinus: 0 },
        remedies: right(),
        caution: "faultCurrent",
      };
    const margin = { value: part.spec.outA - drawA, unit: "A", plusMinus: 0 };
    if (!atMost(drawA, part.spec.outA))
      return {
        verdict: "adapt",
        says: `${formatNumber(watts, 0)} W on it draw ${formatNumber(drawA, 2)} A, it gives ${formatNumber(part.spec.outA, 2)}.`,
        figures,
        margin,
        remedies: right(),
        caution: "faultCurrent",
      };
    return {
      verdict: "clear",
      says: `${formatNumber(watts, 0)} W on ${formatNumber(part.spec.outV, 0)} V, a fuse of its own at the branch.`,
      figures,
      margin,
    };
  },
});
