import { derived, standard } from "../../../basis";
import { chainLength, sprocketsFit } from "../../../chain/chainLength";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, type HubMotor, type CrankMotor, needPart, partsOf, suppliedOf } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { defineRule } from "../../rule";
import { chainGoes } from "./chainGoes";
import { crankMotors, hubMotors, rearHubMotors } from "../subjects";
import { hasBelt, hubEnds } from "./gears";
import { ownRingTeeth, ringTeeth } from "./line";
import { rearCogs } from "./rearCogs";

type Subject = CrankMotor | HubMotor;

/** A hub motor's bike with another ring or other cogs asks for a chain that goes round them; with the old ones the old chain stays as it is. */
function withNewTeeth(build: Build): readonly HubMotor[] {
  if (hubEnds(build)) return [];
  const rear = rearHubMotors(build);
  // A motor at the crank has its own ring, and is asked about the chain itself.
  const ownCrank = crankMotors(build).length === 0;
  if (partsOf(build, "cluster").length === 0 && !(ownCrank && partsOf(build, "chainring").length > 0)) return [];
  return rear.length > 0 || !ownCrank ? rear : hubMotors(build);
}

export const chainLengthRule = defineRule<Subject>({
  id: "chain/length",
  title: "Chain length and chains",
  why: "Another ring or cluster wants another chain: two links short stop the job, and a long bike wants two chains.",
  basis: [standard("ISO 9633 chain pitch"), derived("open belt round two sprockets")],
  subjects: (build) => [...crankMotors(build), ...withNewTeeth(build)],
  key: (motor) => motor.id,
  place: () => "chain",
  needs: () => ["gears", "chainstayMm", "frameKind"],
  check(motor, survey, build): Outcome {
    const hub = motor.kind === "hub-motor";
    const ring = hub ? ownRingTeeth(survey, build) : ringTeeth(motor, build);
    const gears = survey.choice("gears");
    if (hasBelt(build))
      return {
        verdict: "stop",
        says: "The bike runs a belt: this motor's ring takes a chain.",
        figures: [],
        lifts: "a belt ring for this motor, or a front hub motor",
      };
    const rear = rearCogs(survey, build);
    const cogTeeth = rear.largestTeeth ?? survey.number("largestCogTeeth").value;
    const rest = survey.number("chainstayMm");
    // A suspended wheel moves away from the crank: the chain must reach it where it is furthest.
    const longest = survey.choice("frameKind") === "full-suspension" ? survey.number("chainstayLongestMm") : rest;
    const stay = longest.value >= rest.value ? longest : rest;
    // The longer of what the tape leaves open: a chain is easily shortened.
    const need = {
      ringTeeth: ring,
      cogTeeth,
      centreMm: stay.value + stay.plusMinus,
      derailleur: gears === "derailleur",
      linksPerChain: 116,
    };
    if (!sprocketsFit(need))
      return {
        verdict: "measure",
        says: "The crank-to-axle length is less than the sprockets need.",
        figures: [],
        settle: ["chainstayMm"],
      };
    const { links, exactLinks } = chainLength(need);
    const bought = suppliedOf(build, "chain").reduce((sum, s) => sum + s.quantity * s.part.spec.links, 0);
    const figures = [
      { label: "ring", value: ring, unit: "T" },
      { label: "largest cog", value: cogTeeth, unit: "T" },
      { label: "crank to axle", value: stay.value, unit: "mm", plusMinus: stay.plusMinus },
      { label: "exact", value: exactLinks, unit: "links" },
      { label: "to fit", value: links, unit: "links" },
      { label: "in the build", value: bought, unit: "links" },
    ];
    // Beside a hub motor the old chain goes on unless it is too short.
    const old = hub && bought === 0 ? survey.number("chainLinks").value : 0;
    if (old >= links)
      return {
        verdict: "clear",
        says: `${links} links round ring and cogs; the old chain has ${old}${old > links ? `, ${old - links} come out` : ""}.`,
        figures: [...figures, { label: "in the old chain", value: old, unit: "links" }],
        margin: { value: old - links, unit: "links", plusMinus: 0 },
      };
    const margin = (have: number) => ({ value: have - links, unit: "links", plusMinus: 0 });
    if (bought >= links)
      return { verdict: "clear", says: `${links} links, cut from ${formatNumber(bought, 0)}.`, figures, margin: margin(bought) };
    if (build.geometry.flags.has("old chain kept") && survey.number("chainLinks").value >= links)
      return {
        verdict: "clear",
        says: `${links} links; the old chain has ${survey.number("chainLinks").value}. Quote a new one all the same.`,
        figures,
      };
    const newChain = needPart(build, "chain", 1, `chain for ${rear.count} cogs`, (spec) => chainGoes(spec, rear.count));
    const perChain =
      newChain.partId === null ? 116 : (build.catalogue.parts.get(newChain.partId)!.spec as { links: number }).links;
    const quantity = Math.ceil((links - bought) / perChain);
    const remedies: Remedy[] = [
      {
        id: `new-chain-${quantity}`,
        title: quantity === 1 ? "New chain" : `${quantity} new chains, joined`,
        says: `${links} links wanted, ${perChain} in a chain; keep the offcut in the bike's kit`,
        parts: [
          { ...newChain, quantity },
          ...(quantity > 1
            ? [needPart(build, "consumable", quantity, "joining link", (spec) => spec.use === "joining link")]
            : []),
        ],
        tasks: quantity > 1 ? ["joinChains"] : [],
        effect: {},
      },
    ];
    const donorLinks = build.donor.chainLinks;
    if (!hub && typeof donorLinks?.value === "number" && donorLinks.value >= links)
      remedies.push({
        id: "keep-chain",
        title: "Keep the old chain",
        says: `it has ${donorLinks.value} links; gauge its wear first, a worn chain under a motor does not last`,
        parts: [],
        tasks: ["derailleur"],
        effect: { flags: ["old chain kept"] },
      });
    return {
      verdict: "adapt",
      says:
        bought > 0
          ? `${links} links wanted, ${formatNumber(bought, 0)} in the build.`
          : old > 0
            ? `${links} links wanted round ring and cogs, the old chain has ${old}.`
            : `${links} links wanted; no chain is in the build yet.`,
      figures,
      margin: margin(Math.max(bought, old)),
      remedies,
    };
  },
});
