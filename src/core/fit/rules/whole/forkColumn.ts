import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { COLUMN_OFF_MM, otherFork, suitsFrame } from "../../forks";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";

export const otherForkColumn = defineRule<PartOf<"fork">>({
  id: "whole/fork-column",
  title: "Another fork's column",
  why: "The column runs in the frame's headset: a thinner one is held by nothing, a thicker one does not go in.",
  basis: [PRACTICE],
  subjects: otherFork,
  key: () => "fork",
  place: () => "fork",
  needs: () => ["forkColumnMm"],
  check(fork, survey, build) {
    const now = survey.number("forkColumnMm");
    const off = fork.spec.columnMm - now.value;
    const [mine, frames] = [fork.spec.columnMm, now.value].map((mm) => `${formatNumber(mm, 1)} mm`) as [string, string];
    return judge({
      room: COLUMN_OFF_MM - Math.abs(off),
      unit: "mm",
      plusMinus: now.plusMinus,
      figures: [
        { label: "column that the frame takes", value: now.value, unit: "mm", plusMinus: now.plusMinus },
        { label: fork.name, value: fork.spec.columnMm, unit: "mm" },
      ],
      settle: ["forkColumnMm"],
      clear: `A column of ${mine}, as the frame takes.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `A column of ${mine} in a frame for one of ${frames}: it ${off < 0 ? "is held by nothing" : "does not go in"}.`,
        remedies: anyOf(build, "fork", {
          title: "A fork with a column for this frame",
          says: `column ${frames}`,
          will: suitsFrame(survey),
          most: 1,
          tasks: ["service"],
        }),
      }),
    });
  },
});
