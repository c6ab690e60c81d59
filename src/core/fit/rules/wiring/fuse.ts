import { memory, PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { wireAmps } from "../../../standards/plugs";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { batteryOf, type Build, type Controller, controllersOf, lastOf, partsOf, voltsOf } from "../../build";
import type { Outcome } from "../../finding";
import { judge } from "../../judge";
import { anyOf, isDone, operation } from "../../remedies";
import { defineRule, stated } from "../../rule";

/** A fuse carries three quarters of its rating all day (common practice). */
export const FUSE_LOAD = 0.75;

/** The most lead that may run unfused from the pack, mm (common practice). */
const FROM_PACK_MM = 150;

const MOVED = "fuse at the pack";

type Wire = Pick<PartOf<"wire">["spec"], "awg" | "insulation">;

/** What a lead carries where it lies in this build, A. */
const carriesA = ({ awg, insulation }: Wire, build: Build): number =>
  wireAmps(awg, { inTube: batteryOf(build)!.spec.mount === "box", insulation });

/** What the weakest lead behind the fuse carries, A: one that the build brings carries all; without it each controller has its own. */
function leadA(build: Build): number {
  const wire = lastOf(build, "wire");
  if (wire) return carriesA(wire.spec, build);
  const gauges = controllersOf(build).map(({ id, name, batteryLeadAwg }) =>
    stated({ id, name }, batteryLeadAwg, "its battery lead's gauge"),
  );
  return Math.min(...gauges.map((awg) => carriesA({ awg, insulation: "silicone" }, build)));
}

export const fuseAndCable = defineRule<Controller>({
  id: "wiring/fuse",
  title: "Fuse against the cable",
  why: "A fuse larger than its cable protects nothing: the cable burns first.",
  basis: [PRACTICE, memory("wire currents")],
  subjects: (build) => (partsOf(build, "fuse").length > 0 && batteryOf(build) ? controllersOf(build).slice(0, 1) : []),
  key: () => "main",
  place: () => "wiring",
  needs: () => [],
  check(_controller, _survey, build): Outcome {
    const fuse = lastOf(build, "fuse")!;
    const rated = leadA(build);
    const full = voltsOf(batteryOf(build)!).full;
    const figures = [
      { label: "fuse", value: fuse.spec.ratedA, unit: "A" },
      { label: "for up to", value: fuse.spec.maxV, unit: "V" },
      { label: "cable takes", value: rated, unit: "A" },
      { label: "pack full", value: full, unit: "V" },
    ];
    const asksA = controllersOf(build).reduce((sum, one) => sum + one.batteryA, 0);
    const leastA = asksA / FUSE_LOAD;
    const right = (says: string) =>
      anyOf(build, "fuse", {
        title: "The right fuse",
        says,
        will: (spec) => spec.maxV >= full && spec.ratedA >= leastA - 1e-9 && spec.ratedA <= rated,
        most: 1,
        tasks: ["harness"],
      });
    if (fuse.spec.maxV < full)
      return {
        verdict: "adapt",
        safety: true,
        says: `The fuse is for ${fuse.spec.maxV} V, the pack gives ${formatNumber(full, 1)}: it would not break the arc.`,
        figures,
        margin: { value: fuse.spec.maxV - full, unit: "V", plusMinus: 0 },
        remedies: right(`${formatNumber(full, 0)} V or more`),
        caution: "faultCurrent",
      };
    if (fuse.spec.ratedA < leastA - 1e-9)
      return {
        verdict: "adapt",
        safety: true,
        says: `A ${fuse.spec.ratedA} A fuse for ${formatNumber(asksA, 1)} A: at three quarters of its rating it wants ${formatNumber(leastA, 1)} A, and blows on the hill.`,
        figures: [
          ...figures,
          { label: "controllers ask", value: asksA, unit: "A" },
          { label: "least rating", value: leastA, unit: "A" },
        ],
        margin: { value: fuse.spec.ratedA - leastA, unit: "A", plusMinus: 0 },
        remedies: right(`${formatNumber(leastA, 0)} A or more`),
        caution: "faultCurrent",
      };
    const farMm = fuse.spec.fromPackMm;
    if (farMm !== null && !atMost(farMm, FROM_PACK_MM) && !isDone(build, MOVED))
      return {
        verdict: "adapt",
        safety: true,
        says: `${formatNumber(farMm, 0)} mm of lead between pack and fuse burn unfused; ${FROM_PACK_MM} is the most.`,
        figures: [...figures, { label: "from the pack", value: farMm, unit: "mm" }],
        margin: { value: FROM_PACK_MM - farMm, unit: "mm", plusMinus: 0 },
        remedies: [
          operation(
            "fuse-nearer",
            "Move the fuse to the pack",
            `within ${FROM_PACK_MM} mm of its plug`,
            ["harness"],
            MOVED,
            "faultCurrent",
          ),
        ],
        caution: "faultCurrent",
      };
    return judge({
      room: Math.min(rated - fuse.spec.ratedA, fuse.spec.ratedA - leastA),
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
          will: (spec) => spec.conductor === "copper" && carriesA(spec, build) >= fuse.spec.ratedA,
          most: 1,
          tasks: ["harness"],
        }),
      }),
    });
  },
});
