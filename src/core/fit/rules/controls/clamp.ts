import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, lastOf, partsOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { anyOf, bought } from "../../remedies";
import { defineRule } from "../../rule";

/** A clamp sits on a bar of its size, mm. */
const CLAMP_MM = 0.2;

type Clamped = PartOf<"display"> | PartOf<"throttle">;

export const clampSize = defineRule<Clamped>({
  id: "controls/clamp",
  title: (part) => `Clamp of the ${part.kind}`,
  why: "A clamp for a thicker bar turns on a thin one; one for a thinner bar does not go on at all.",
  basis: [PRACTICE],
  subjects: (build) => [lastOf(build, "display"), lastOf(build, "throttle")].filter((part) => part !== undefined),
  key: (part) => part.kind,
  place: () => "bar",
  needs: () => ["barGripMm"],
  check(part, survey, build): Outcome {
    const centre = part.kind === "display" && part.spec.clampMm > 24.5;
    const bar = survey.number(centre ? "barCentreMm" : "barGripMm");
    const offMm = part.spec.clampMm - bar.value;
    const figures = [
      { label: centre ? "bar at the stem" : "bar at the grips", value: bar.value, unit: "mm", plusMinus: bar.plusMinus },
      { label: "clamp", value: part.spec.clampMm, unit: "mm" },
    ];
    const shim = partsOf(build, "clamp-shim").find(
      ({ spec }) => Math.abs(spec.barMm - bar.value) <= CLAMP_MM + 0.1 && Math.abs(spec.clampMm - part.spec.clampMm) <= CLAMP_MM,
    );
    const margin = { value: CLAMP_MM - Math.abs(offMm), unit: "mm", plusMinus: bar.plusMinus };
    const common = { figures, margin, settle: [centre ? ("barCentreMm" as const) : ("barGripMm" as const)] };
    if (atMost(Math.abs(offMm), CLAMP_MM))
      return {
        verdict: "clear",
        says: `${formatNumber(part.spec.clampMm, 1)} clamp on a ${formatNumber(bar.value, 1)} bar.`,
        ...common,
      };
    if (shim) return { verdict: "clear", says: `${shim.name} fills it.`, figures };
    const fitsBar = (mm: number) => Math.abs(mm - survey.number(mm > 24.5 ? "barCentreMm" : "barGripMm").value) <= CLAMP_MM;
    const others = otherParts(part, fitsBar, build);
    const shims =
      offMm > 0
        ? anyOf(build, "clamp-shim", {
            title: "Shim under the clamp",
            says: `${formatNumber(bar.value, 1)} to ${formatNumber(part.spec.clampMm, 1)} mm`,
            will: (spec) =>
              Math.abs(spec.barMm - bar.value) <= CLAMP_MM + 0.1 && Math.abs(spec.clampMm - part.spec.clampMm) <= CLAMP_MM,
            most: 1,
          })
        : [];
    const remedies = [...shims, ...others];
    const says = `A ${formatNumber(part.spec.clampMm, 1)} clamp on a ${formatNumber(bar.value, 1)} bar.`;
    return remedies.length > 0
      ? { verdict: "adapt", says, remedies, ...common }
      : { verdict: "stop", says, ...common, lifts: `a ${part.kind} with a ${formatNumber(bar.value, 1)} clamp` };
  },
});

/** Others of its kind that go on this bar and meet the same plug. */
function otherParts(part: Clamped, fitsBar: (clampMm: number) => boolean, build: Build): Remedy[] {
  const found =
    part.kind === "display"
      ? build.catalogue.distinct("display").filter(({ spec }) => fitsBar(spec.clampMm) && spec.plug === part.spec.plug)
      : build.catalogue
          .distinct("throttle")
          .filter(({ spec }) => fitsBar(spec.clampMm) && spec.plug === part.spec.plug && spec.style === part.spec.style);
  return found
    .slice(0, 1)
    .map((other) =>
      bought(`${part.kind}-${other.id}`, other.name, "its clamp goes on this bar", [
        { kind: other.kind, partId: other.id, quantity: 1, says: other.name },
      ]),
    );
}
