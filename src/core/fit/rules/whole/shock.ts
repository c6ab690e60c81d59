import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { lastOf } from "../../build";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";

/** Shocks are made to the millimetre; bushes are pressed to a tenth, mm. */
const SAME_MM = { length: 0.5, bush: 0.3 };

export const shockSize = defineRule<PartOf<"shock">>({
  id: "whole/shock",
  title: "Shock for this frame",
  why: "A shock of another length lets the wheel hit the seat tube, or lowers the shell to the ground.",
  basis: [PRACTICE],
  subjects: (build) => (lastOf(build, "shock") ? [lastOf(build, "shock")!] : []),
  key: () => "shock",
  place: () => "frame",
  needs: () => ["shockEyeMm", "shockStrokeMm", "shockBushMm"],
  check(shock, survey, build) {
    const [eye, stroke, bush] = [survey.number("shockEyeMm"), survey.number("shockStrokeMm"), survey.number("shockBushMm")];
    const figures = [
      {
        label: "frame wants",
        value: `${formatNumber(eye.value, 0)} × ${formatNumber(stroke.value, 0)}, bush ${formatNumber(bush.value, 1)}`,
        unit: "mm",
      },
      {
        label: "shock",
        value: `${formatNumber(shock.spec.eyeMm, 0)} × ${formatNumber(shock.spec.strokeMm, 0)}, bush ${formatNumber(shock.spec.bushMm, 1)}`,
        unit: "mm",
      },
    ];
    const goes = (spec: (typeof shock)["spec"]) =>
      Math.abs(spec.eyeMm - eye.value) <= SAME_MM.length &&
      Math.abs(spec.strokeMm - stroke.value) <= SAME_MM.length &&
      Math.abs(spec.bushMm - bush.value) <= SAME_MM.bush;
    if (goes(shock.spec)) return { verdict: "clear", says: `${shock.name} has the frame's length, stroke and bushes.`, figures };
    const off =
      Math.abs(shock.spec.eyeMm - eye.value) > SAME_MM.length ? shock.spec.eyeMm - eye.value : shock.spec.strokeMm - stroke.value;
    return {
      verdict: "adapt",
      safety: true,
      says: `${shock.name} is not this frame's shock.`,
      figures,
      margin: { value: -Math.abs(off), unit: "mm", plusMinus: 0 },
      remedies: anyOf(build, "shock", {
        title: "The right shock",
        says: `${formatNumber(eye.value, 0)} × ${formatNumber(stroke.value, 0)} mm, bush ${formatNumber(bush.value, 1)}`,
        will: goes,
        most: 1,
        tasks: ["service"],
      }),
    };
  },
});
