import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { effectOf, motorsOf, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";
import { brakePlace, type End, ENDS, keysOfEnd } from "../subjects";

export const adapterLift = defineRule<End>({
  id: "brakes/adapter",
  title: (end) => `Calliper over the new rotor, ${end}`,
  why: "A larger rotor wants its calliper higher by half the difference, by an adapter for its mount.",
  basis: [PRACTICE],
  subjects: (build) => ENDS.filter((end) => effectOf(build, keysOfEnd(end).rotorEffect, 0) > 0 && motorsOf(build).length > 0),
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).rotor, keysOfEnd(end).brakeMount],
  check(end, survey, build): Outcome {
    const keys = keysOfEnd(end);
    const now = survey.number(keys.rotor).value;
    const newMm = effectOf(build, keys.rotorEffect, now);
    const mount = survey.choice(keys.brakeMount);
    const lift = (newMm - now) / 2;
    const figures = [
      { label: "rotor now", value: now, unit: "mm" },
      { label: "rotor then", value: newMm, unit: "mm" },
      { label: "calliper rises", value: lift, unit: "mm" },
      { label: "mount", value: mount },
    ];
    if (lift < 1) return { verdict: "clear", says: "Same size: no adapter.", figures };
    const goes = (spec: { mount: string; baseMm: number; newMm: number }) =>
      spec.mount === (mount === "tabs" ? "tabs" : "post") &&
      Math.abs(spec.baseMm - now) <= 3 &&
      Math.abs(spec.newMm - newMm) <= 3;
    const has = partsOf(build, "calliper-adapter").find((part) => goes(part.spec));
    if (has) return { verdict: "clear", says: `${has.name} lifts it ${formatNumber(lift, 1)} mm.`, figures };
    if (mount === "flat" && newMm > 180)
      return {
        verdict: "stop",
        says: `A flat mount takes no ${newMm} rotor.`,
        figures,
        lifts: "the mount maker's own adapter, to 180",
      };
    return {
      verdict: "adapt",
      safety: true,
      says: `The calliper must rise ${formatNumber(lift, 1)} mm.`,
      figures,
      caution: "brakes",
      remedies: anyOf(build, "calliper-adapter", {
        title: "Calliper adapter",
        says: `${mount} mount, ${formatNumber(now, 0)} to ${newMm}`,
        will: goes,
        most: 1,
      }),
    };
  },
});
