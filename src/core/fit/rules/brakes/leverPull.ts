import { PRACTICE } from "../../../basis";
import { LEVER_CUT_OFFS } from "../../../standards/cutOff";
import { type Motor, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { lastAt } from "../perEnd";
import { ENDS, firstMotor } from "../subjects";
import { brakeAt } from "./brakeAt";
import { pullWanted } from "./pulls";

const nameOf = (fluid: "mineral" | "DOT") => (fluid === "mineral" ? "mineral oil" : "DOT");

export const leverPull = defineRule<Motor>({
  id: "brakes/lever-pull",
  title: "Levers that match the brakes",
  why: "A lever with the wrong pull halves the braking or bottoms on the bar; fluids that are mixed destroy the seals.",
  basis: [PRACTICE],
  subjects: (build) => (partsOf(build, "brake-lever").length > 0 ? firstMotor(build) : []),
  key: () => "levers",
  place: () => "bar",
  needs: () => ["leverKind"],
  check(_motor, survey, build): Outcome {
    const kind = survey.choice("leverKind");
    const methods: readonly string[] = LEVER_CUT_OFFS[kind].methods;
    const levers = partsOf(build, "brake-lever");
    const figures = [
      { label: "levers on the bike", value: LEVER_CUT_OFFS[kind].says.toLowerCase() },
      { label: "levers in the build", value: levers.map((part) => part.spec.pull).join(", ") },
    ];
    const hydraulic = LEVER_CUT_OFFS[kind].fluid;
    if (!methods.includes("switched lever") && !hydraulic)
      return { verdict: "clear", says: "The levers in the kit do not go on this bar: they stay in the box.", figures };
    const ends = ENDS.filter((end) => !["none", "coaster"].includes(brakeAt(end, survey, build)));
    // Of each hydraulic brake that will be there its own fluid.
    const fluids = ends.flatMap((end) => {
      const put = lastAt(build, "brake", end);
      if (put) return put.spec.style === "disc hydraulic" ? [stated(put, put.spec.fluid, "its fluid")] : [];
      return hydraulic ? [survey.choice("brakeFluid")] : [];
    });
    const wet = levers.filter((part) => part.spec.pull === "mineral oil" || part.spec.pull === "DOT");
    const mixed = fluids.map(nameOf).find((right) => wet.some((part) => part.spec.pull !== right));
    if (mixed !== undefined)
      return {
        verdict: "stop",
        safety: true,
        says: `Levers for ${wet.find((part) => part.spec.pull !== mixed)!.spec.pull} on brakes with ${mixed}: never mixed.`,
        figures,
        lifts: `levers for ${mixed}`,
        caution: "hydraulic",
      };
    if (fluids.length > 0 && fluids.length === ends.length)
      return {
        verdict: "clear",
        says:
          wet.length > 0
            ? `Levers for ${nameOf(fluids[0]!)}, as the brakes.`
            : "The cable levers in the kit do not go on hydraulic brakes: they stay in the box.",
        figures,
      };
    // A hydraulic brake of the bike's own keeps the lever that it is filled through.
    const onCable = ends.filter((end) => !(hydraulic && !lastAt(build, "brake", end)));
    const wants = onCable.flatMap((end) => pullWanted(end, survey, build) ?? []);
    const pulls = [...new Set(wants)];
    if (pulls.length === 0)
      return { verdict: "clear", says: "No brake here is worked by a lever in the build: they stay in the box.", figures };
    const wanted = [...figures, { label: "brakes want", value: pulls.map((pull) => `${pull} pull`).join(" and ") }];
    // Front and rear may want another each: every pull has a lever of its own.
    const missing = pulls.find((pull) => !levers.some((part) => part.spec.pull === pull));
    if (missing === undefined)
      return {
        verdict: "clear",
        says: `${pulls.map((pull) => `${levers.find((part) => part.spec.pull === pull)!.name} for ${pull}-pull brakes`).join(", ")}.`,
        figures: wanted,
      };
    return {
      verdict: "adapt",
      safety: true,
      says:
        pulls.length > 1
          ? `The brakes want ${pulls.join(" pull at one end and ")} at the other; no lever in the build is for ${missing} pull.`
          : `The levers in the build are for ${levers[0]!.spec.pull} pull, the brakes want ${missing}.`,
      figures: wanted,
      caution: "brakes",
      remedies: anyOf(build, "brake-lever", {
        title: `Switched levers, ${missing} pull`,
        says: "match the brakes; the others stay in the box",
        will: (spec) => spec.pull === missing && spec.switched,
        most: 1,
      }),
    };
  },
});
