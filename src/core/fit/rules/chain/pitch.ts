import { PRACTICE } from "../../../basis";
import type { Spec } from "../../../parts/specs";
import { type Motor, partsOf } from "../../build";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";
import { chainGoes } from "./chainGoes";
import { crankMotors, firstMotor } from "../subjects";
import { rearCogs } from "./rearCogs";

/** Crank torque over which a chain of half links is no chain, N·m (common practice). */
const HALF_LINK_NM = 80;

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
    // What pulls at the crank goes through the chain, whatever turns a wheel beside it.
    const torqueNm = Math.max(0, ...crankMotors(build).map(({ spec }) => spec.peakTorqueNm));
    const weak = (spec: Spec<"chain">) => spec.halfLink && torqueNm > HALF_LINK_NM;
    const goes = (spec: Spec<"chain">) => !weak(spec) && chainGoes(spec, cogs);
    const figures = [
      { label: "cogs", value: cogs },
      { label: "chain for", value: chains.map((part) => part.spec.speeds).join(" and ") },
    ];
    if (chains.some((part) => goes(part.spec)))
      return {
        verdict: "clear",
        says: `${chains.find((part) => goes(part.spec))!.name} on ${cogs} cog${cogs === 1 ? "" : "s"}.`,
        figures,
      };
    return {
      verdict: "adapt",
      says: weak(chains[0]!.spec)
        ? `${chains[0]!.name} is of half links, which stretch and break under ${torqueNm} N·m.`
        : `${chains[0]!.name} is not for ${cogs} cog${cogs === 1 ? "" : "s"}.`,
      figures,
      remedies: anyOf(build, "chain", {
        title: "Chain for these cogs",
        says: `chain for ${cogs} cogs`,
        will: goes,
        tasks: ["derailleur"],
      }),
    };
  },
});
