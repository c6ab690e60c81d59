import { PRACTICE } from "../../../basis";
import { type Motor, partsOf } from "../../build";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";
import { firstMotor } from "../subjects";
import { rearCogs } from "./rearCogs";

export const chainPitch = defineRule<Motor>({
  id: "chain/pitch",
  title: "Chain for these cogs",
  why: "A chain is as wide as its cog count allows: a wide one rubs the next cog, a narrow one rides up on thick teeth.",
  basis: [PRACTICE],
  subjects: (build) => (partsOf(build, "chain").length > 0 ? firstMotor(build) : []),
  key: () => "bike",
  place: () => "chain",
  needs: () => ["gears"],
  check(_motor, survey, build) {
    const cogs = rearCogs(survey, build).count;
    const chains = partsOf(build, "chain");
    const goes = (speeds: number) => speeds === cogs || (cogs > 1 && cogs <= 8 && speeds > 1 && speeds <= 8);
    const figures = [
      { label: "cogs", value: cogs },
      { label: "chain for", value: chains.map((part) => part.spec.speeds).join(" and ") },
    ];
    if (chains.some((part) => goes(part.spec.speeds)))
      return {
        verdict: "clear",
        says: `${chains.find((part) => goes(part.spec.speeds))!.name} on ${cogs} cog${cogs === 1 ? "" : "s"}.`,
        figures,
      };
    return {
      verdict: "adapt",
      says: `${chains[0]!.name} is not for ${cogs} cog${cogs === 1 ? "" : "s"}.`,
      figures,
      remedies: anyOf(build, "chain", {
        title: "Chain for these cogs",
        says: `chain for ${cogs} cogs`,
        will: (spec) => goes(spec.speeds),
        tasks: ["derailleur"],
      }),
    };
  },
});
