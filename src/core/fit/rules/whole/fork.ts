import { PRACTICE } from "../../../basis";
import type { PartOf } from "../../../parts/part";
import { formatNumber } from "../../../units/formatQuantity";
import { FORK_OFF_MM, otherFork, suitsFrame } from "../../forks";
import { judge } from "../../judge";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";

export const forkLength = defineRule<PartOf<"fork">>({
  id: "whole/fork",
  title: "Another fork's length",
  why: "A longer fork slackens the steering and loads the head; a shorter one brings the shell and the pedals to the ground.",
  basis: [PRACTICE],
  subjects: otherFork,
  key: () => "fork",
  place: () => "fork",
  needs: () => ["forkAxleToCrownMm"],
  check(fork, survey, build) {
    const now = survey.number("forkAxleToCrownMm");
    const off = fork.spec.axleToCrownMm - now.value;
    return judge({
      room: FORK_OFF_MM - Math.abs(off),
      unit: "mm",
      plusMinus: now.plusMinus,
      figures: [
        { label: "axle to crown now", value: now.value, unit: "mm", plusMinus: now.plusMinus },
        { label: fork.name, value: fork.spec.axleToCrownMm, unit: "mm" },
        { label: "at most apart", value: FORK_OFF_MM, unit: "mm" },
      ],
      settle: ["forkAxleToCrownMm"],
      clear: `${formatNumber(Math.abs(off), 0)} mm ${off < 0 ? "shorter" : "longer"} than the frame's own.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `${formatNumber(Math.abs(off), 0)} mm ${off < 0 ? "shorter" : "longer"} than the frame's own, ${FORK_OFF_MM} at most.`,
        remedies: anyOf(build, "fork", {
          title: "A fork of this frame's length",
          says: `${formatNumber(now.value - FORK_OFF_MM + now.plusMinus, 0)} to ${formatNumber(now.value + FORK_OFF_MM - now.plusMinus, 0)} mm`,
          will: suitsFrame(survey),
          most: 1,
          tasks: ["service"],
        }),
      }),
    });
  },
});
