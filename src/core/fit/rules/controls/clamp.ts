import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { lastOf, partsOf } from "../../build";
import type { Outcome } from "../../finding";
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
    if (Math.abs(offMm) <= CLAMP_MM + 1e-9)
      return {
        verdict: "clear",
        says: `${formatNumber(part.spec.clampMm, 1)} clamp on a ${formatNumber(bar.value, 1)} bar.`,
        figures,
      };
    if (shim) return { verdict: "clear", says: `${shim.name} fills it.`, figures };
    const fitsBar = (mm: number) => Math.abs(mm - survey.number(mm > 24.5 ? "barCentreMm" : "barGripMm").value) <= CLAMP_MM;
    const others =
      part.kind === "display"
        ? build.catalogue
            .distinct("display")
            .filter(({ spec }) => fitsBar(spec.clampMm) && spec.plug === part.spec.plug)
            .slice(0, 1)
            .map((other) =>
              bought(
                `display-${other.id}`,
                other.name,
                "its clamp goes on this bar",
                [{ kind: "display" as const, partId: other.id, quantity: 1, says: other.name }],
                [],
              ),
            )
        : [];
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
      ? { verdict: "adapt", says, figures, remedies }
      : { verdict: "stop", says, figures, lifts: `a ${part.kind} with a ${formatNumber(bar.value, 1)} clamp` };
  },
});
