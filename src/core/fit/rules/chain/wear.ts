import { handbook, PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { type Motor, partsOf } from "../../build";
import type { Remedy } from "../../finding";
import { bought, isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { hasBelt } from "./gears";
import { chainGoes } from "./chainGoes";
import { firstMotor } from "../subjects";

/** Elongation at which a chain goes, percent, and at which the cluster goes with it, by cog count (common practice). */
const wearLimits = (cogs: number) =>
  cogs >= 11 ? { chain: 0.5, cluster: 0.75 } : cogs > 1 ? { chain: 0.75, cluster: 1.0 } : { chain: 1.0, cluster: 1.5 };

const NEW_24_MM = 24 * 12.7;

export const chainWear = defineRule<Motor>({
  id: "chain/wear",
  title: "Chain, cogs and ring together",
  why: "A new chain on worn cogs skips under a motor's pull; a worn chain eats a new ring.",
  basis: [PRACTICE, handbook("ISO 9633 pitch")],
  subjects: (build) => (hasBelt(build) ? [] : firstMotor(build)),
  key: () => "bike",
  place: () => "cluster",
  needs: () => ["chain24Mm", "cogTeeth", "gears"],
  check(_motor, survey, build) {
    const chain = survey.number("chain24Mm");
    const teeth = survey.choice("cogTeeth");
    const cogs = survey.choice("gears") === "derailleur" ? survey.number("cogCount").value : 1;
    const limits = wearLimits(cogs);
    const wornPercent = ((chain.value - NEW_24_MM) / NEW_24_MM) * 100;
    const newChain = partsOf(build, "chain").length > 0;
    const newCogs = partsOf(build, "cluster").length > 0;
    const figures = [
      { label: "24 pitches", value: chain.value, unit: "mm", plusMinus: chain.plusMinus },
      { label: "worn", value: wornPercent, unit: "%" },
      { label: "chain goes at", value: limits.chain, unit: "%" },
      { label: "cogs go with it over", value: limits.cluster, unit: "%" },
      { label: "teeth", value: teeth },
    ];
    const chainDue = wornPercent >= limits.chain - 1e-9;
    const cogsDue = teeth === "hooked" || wornPercent > limits.cluster || (build.house.chainWith === "cluster" && chainDue);
    // A border that something in the build has already decided is none any more.
    const cogsUndecided = !newCogs && teeth !== "hooked" && !(build.house.chainWith === "cluster" && chainDue);
    const borders = [...(newChain ? [] : [limits.chain]), ...(cogsUndecided ? [limits.cluster] : [])].map(
      (at) => at - wornPercent,
    );
    const margin =
      borders.length === 0
        ? undefined
        : {
            value: borders.reduce((x, y) => (Math.abs(y) < Math.abs(x) ? y : x)),
            unit: "%",
            plusMinus: (chain.plusMinus / NEW_24_MM) * 100,
          };
    const common = { figures, ...(margin && { margin }), settle: ["chain24Mm"] as const };
    const chainSettled = !chainDue || newChain;
    const cogsSettled = !cogsDue || newCogs || isDone(build, "cogs tried");
    if (chainSettled && cogsSettled)
      return {
        verdict: "clear",
        says: `${formatNumber(wornPercent, 2)} % worn${chainDue ? ", renewed with this build" : ""}${newCogs ? ", cogs too" : ""}.`,
        ...common,
      };
    const family = build.catalogue.distinct("chain").find(({ spec }) => chainGoes(spec, cogs));
    const chainPart = { kind: "chain" as const, partId: family?.id ?? null, quantity: 1, says: `chain for ${cogs} cogs` };
    const cluster = build.catalogue
      .distinct("cluster")
      .find(({ spec }) => spec.interface === build.donor.clusterInterface?.value && spec.teeth.length === cogs);
    const clusterPart = {
      kind: "cluster" as const,
      partId: cluster?.id ?? null,
      quantity: 1,
      says: `${cogs} cogs for the bike's hub`,
    };
    const remedies: Remedy[] = [];
    if (!chainSettled && !cogsDue)
      remedies.push(bought("new-chain", "New chain", "the cogs are still good", [chainPart], ["derailleur"]));
    if (!cogsSettled && cogs > 1)
      remedies.push(
        bought(
          newChain ? "new-cogs" : "chain-and-cogs",
          newChain ? "New cogs" : "New chain and cogs",
          "together, so that nothing skips",
          newChain ? [clusterPart] : [chainPart, clusterPart],
          ["cluster", "derailleur"],
        ),
      );
    if (!cogsSettled && cogs === 1)
      remedies.push(
        bought("new-cog", "New chain and cog", "together", newChain ? [] : [chainPart], ["derailleur"], "cogs tried"),
      );
    if (!cogsSettled && teeth !== "hooked")
      remedies.push(
        bought(
          "try-cogs",
          newChain ? "Keep the cogs, try them under load" : "New chain, keep the cogs on trial",
          "if it skips on the road test, new cogs",
          newChain ? [] : [chainPart],
          ["derailleur"],
          "cogs tried",
        ),
      );
    return {
      verdict: "adapt",
      says: `The chain is ${formatNumber(wornPercent, 2)} % worn${teeth === "square" ? "" : `, the teeth are ${teeth === "hooked" ? "hooked" : "slightly hooked"}`}.`,
      remedies,
      ...common,
    };
  },
});
