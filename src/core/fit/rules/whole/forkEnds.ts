import { PRACTICE } from "../../../basis";
import { donorItem } from "../../../donor/items";
import type { PartOf } from "../../../parts/part";
import type { Outcome } from "../../finding";
import { otherFork } from "../../forks";
import { acknowledge, defineRule } from "../../rule";

export const forkEnds = defineRule<PartOf<"fork">>({
  id: "whole/fork-ends",
  title: "Another fork's ends",
  why: "Slots, width, brake mount and column were looked at on the fork that comes off; wheel, motor and brake go into the other one.",
  basis: [PRACTICE],
  subjects: otherFork,
  key: () => "fork",
  place: () => "fork",
  needs: () => [],
  check(fork, _survey, build): Outcome {
    const surveyed = build.donor.forkMaterial?.value;
    const figures = [
      { label: `legs of ${fork.name}`, value: fork.spec.material },
      { label: "legs as surveyed", value: surveyed ?? "not looked at" },
    ];
    if (surveyed !== undefined && surveyed !== fork.spec.material)
      return {
        verdict: "measure",
        safety: true,
        says: `The survey is of a fork of ${surveyed}, ${fork.name} is of ${fork.spec.material}: survey the front end on the fork that goes in, ${donorItem("forkMaterial").label.toLowerCase()} first.`,
        figures,
        settle: ["forkMaterial"],
      };
    return {
      verdict: "adapt",
      safety: true,
      says: "What was surveyed of the front end must be of the fork that goes in.",
      figures,
      remedies: [
        acknowledge(
          "whole/fork-ends fork",
          "ends, slots, width between them, brake mount and what the column is made of were looked at on the fork that goes in, and stand in the survey",
          "survey",
        ),
      ],
    };
  },
});
