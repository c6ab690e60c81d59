import { PRACTICE } from "../../../basis";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { partsOf } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { anyOf, isDone, operation } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { bossesMm, packIn, roomOf, spreadOf } from "./frameRoom";
import { type Battery, packs } from "./pack";

/** Over this a pack on bottle bosses wants them reinforced, kg; and so many bosses at least (common practice). */
const REINFORCE_KG = 3;

const LEAST_BOSSES = 2;

export const batteryBosses = defineRule<Battery>({
  id: "battery/bosses",
  title: "What the cradle is screwed to",
  why: "Bosses in the wrong place, or two rivet nuts alone under a heavy pack, tear out on rough ground.",
  basis: [PRACTICE],
  key: () => "pack",
  place: () => "battery",
  subjects: (build) => packs(build).filter((pack) => pack.spec.mount === "down tube" && build.donor.triangleBy?.value !== "none"),
  needs: () => ["bossKind", "frameMaterial"],
  check(battery, survey, build): Outcome {
    const material = survey.choice("frameMaterial");
    // Carbon is crushed by a band.
    const bands = material !== "carbon" && partsOf(build, "battery-mount").some((part) => part.spec.style === "clamp band");
    const kind = survey.choice("bossKind");
    const massKg = battery.massKg;
    const room = roomOf(survey);
    const bosses = bossesMm(survey);
    // Slots that the sheet leaves out are the pack's gap: the bike has its bosses, and nothing is drilled for a guess.
    if (kind !== "none" && !bands && !isDone(build, "bosses set"))
      stated(battery, battery.spec.slotsMm, "where its cradle has slots");
    const answer = typeof room === "string" ? null : packIn(room, battery, bosses, 0);
    const usable = answer?.bossesUsable ?? 0;
    const figures: Figure[] = [
      { label: "bosses", value: kind === "none" ? 0 : bosses.length },
      { label: "meet the cradle's slots", value: usable },
      { label: "pack", value: massKg ?? "not stated", ...(massKg !== null && { unit: "kg" }) },
    ];
    const bandRemedy = () =>
      anyOf(build, "battery-mount", {
        title: "Clamp bands round the tube",
        says: "two bands under the cradle, no hole drilled; under the brake line, not over it",
        will: (spec) => spec.style === "clamp band",
        most: 1,
        tasks: ["cradle"],
      });
    const set = () =>
      operation(
        "rivet-nuts",
        "Set rivet nuts",
        "in a straight, unloaded part of a metal tube, reinforced",
        ["bosses"],
        "bosses set",
        "drilling",
      );
    const drillable = material === "steel" || material === "aluminium";
    const overKg = massKg === null ? null : REINFORCE_KG - massKg;
    const spread = typeof room === "string" || kind === "none" ? null : spreadOf("bosses", room, battery, survey);
    const common = {
      figures,
      margin: { value: usable - LEAST_BOSSES, unit: "bosses", plusMinus: spread?.plusMinus ?? 0 },
      settle: spread?.settle ?? [],
    };
    if (bands || isDone(build, "bosses set"))
      return {
        verdict: "clear",
        says: bands ? "Clamp bands hold the cradle." : "Rivet nuts are set where the slots are.",
        figures,
      };
    if (usable < LEAST_BOSSES) {
      if (material === "carbon")
        return {
          verdict: "stop",
          safety: true,
          says: `${usable} of the bosses meet the cradle, and carbon takes neither bands nor new holes.`,
          lifts: "a pack whose slots meet the moulded bosses, or a rack",
          caution: "carbon",
          ...common,
        };
      return {
        verdict: "adapt",
        says: `${usable} boss${usable === 1 ? "" : "es"} meet the cradle's slots, ${LEAST_BOSSES} are wanted.`,
        remedies: drillable ? [...bandRemedy(), set()] : bandRemedy(),
        caution: "drilling",
        ...common,
      };
    }
    if (!atMost(massKg ?? 0, REINFORCE_KG) && !isDone(build, "bosses reinforced"))
      return {
        verdict: "adapt",
        says: `${formatNumber(massKg!, 1)} kg on ${usable} ${kind === "rivet" ? "rivet nuts" : "bosses"}: over ${REINFORCE_KG} kg they are reinforced.`,
        figures: common.figures,
        margin: { value: overKg!, unit: "kg", plusMinus: 0 },
        remedies: [
          ...bandRemedy(),
          operation(
            "reinforce",
            "Reinforce the bosses",
            "a plate under the cradle, a third screw or a strap",
            ["bosses"],
            "bosses reinforced",
          ),
        ],
      };
    return { verdict: "clear", says: `${usable} bosses meet the cradle.`, ...common };
  },
});
