import { PRACTICE } from "../../../basis";
import type { DonorKey } from "../../../donor/items";
import type { PartOf } from "../../../parts/part";
import { HOSE_CUT_MM } from "../../../standards/brakes";
import { LEVER_CUT_OFFS } from "../../../standards/cutOff";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, partsOf } from "../../build";
import type { Outcome } from "../../finding";
import { bought, consumable } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { lastAt } from "../perEnd";
import { ENDS, firstMotor } from "../subjects";

/** Hoses that switches go into: the bike's own, where an end keeps its brake, and those that come filled with a brake that goes on. */
type Hoses = { readonly own: readonly DonorKey[]; readonly fresh: readonly PartOf<"brake">[] };

/** A switch for pressure finds none in a cable: that is the cut-offs' to say, and nobody looks for a hose. */
function hosesIn(build: Build): Hoses[] {
  if (!partsOf(build, "cut-off").some((part) => part.spec.method === "pressure switch") || firstMotor(build).length === 0)
    return [];
  const lever = build.donor.leverKind?.value as keyof typeof LEVER_CUT_OFFS | undefined;
  const on = ENDS.map((end) => lastAt(build, "brake", end));
  const filled = lever === undefined || LEVER_CUT_OFFS[lever].fluid;
  const asks: DonorKey[] = lever === undefined ? ["leverKind"] : ["hoseSlackMm", "brakeFluid"];
  const own = filled && on.some((brake) => !brake) ? asks : [];
  const fresh = on.flatMap((brake) => (brake?.spec.style === "disc hydraulic" ? [brake] : []));
  return own.length > 0 || fresh.length > 0 ? [{ own, fresh }] : [];
}

export const hose = defineRule<Hoses>({
  id: "brakes/hose",
  title: "Hoses with a switch in them",
  why: "A pressure switch costs hose, new ends and a bleed on each side; the fluid must be the brake's own.",
  basis: [PRACTICE],
  subjects: hosesIn,
  key: () => "hoses",
  place: () => "bar",
  needs: ({ own }) => own,
  check({ own, fresh }, survey, build): Outcome {
    // A new brake's hose is cut to length as it goes on.
    const slack = own.length > 0 ? survey.number("hoseSlackMm") : null;
    const fluids = [
      ...(own.length > 0 ? [survey.choice("brakeFluid")] : []),
      ...fresh.map((brake) => stated(brake, brake.spec.fluid, "its fluid")),
    ];
    const wanted = [...new Set(fluids)].map((fluid) => (fluid === "mineral" ? "mineral oil" : "DOT fluid"));
    const use = wanted.join(" and ");
    const fluid = wanted.map((one) => consumable(build, one, 1));
    const uses = partsOf(build, "consumable").map((part) => part.spec.use);
    const figures = [
      ...(slack ? [{ label: "spare hose", value: slack.value, unit: "mm", plusMinus: slack.plusMinus }] : []),
      { label: "cut off for the switch", value: HOSE_CUT_MM, unit: "mm" },
      ...[...new Set(fluids)].map((value) => ({ label: "fluid", value })),
    ];
    if (slack && slack.value < HOSE_CUT_MM && !uses.includes("brake hose"))
      return {
        verdict: "adapt",
        says: `${formatNumber(slack.value, 0)} mm of hose to spare, the switch costs ${HOSE_CUT_MM}.`,
        figures,
        remedies: [
          bought(
            "longer-hose",
            "New hoses",
            "cut to length, ends and fluid with them",
            [consumable(build, "brake hose", 1), consumable(build, "hose ends", 2), ...fluid],
            ["hose"],
          ),
        ],
        caution: "hydraulic",
      };
    if (uses.includes("hose ends") && wanted.every((one) => uses.includes(one)))
      return { verdict: "clear", says: `Hose ends and ${use} are in the build.`, figures, caution: "hydraulic" };
    return {
      verdict: "adapt",
      says: `Opened hoses want new ends and ${use}.`,
      figures,
      remedies: [
        bought(
          "hose-ends",
          `Hose ends and ${use}`,
          "an olive and an insert a side; never reuse them",
          [consumable(build, "hose ends", 2), ...fluid],
          ["hose"],
        ),
      ],
      caution: "hydraulic",
    };
  },
});
