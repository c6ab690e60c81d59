import { PRACTICE } from "../../../basis";
import { type Build, motorsOf } from "../../build";
import { defineRule } from "../../rule";
import { lastAt } from "../perEnd";
import { brakePlace, type End, ENDS, keysOfEnd } from "../subjects";
import { goesWithHub, kindOfBrake, SEAT_OF } from "./brakeAt";

/** Ends that get a brake of another kind than they came with. */
const changed = (build: Build): End[] =>
  motorsOf(build).length === 0
    ? []
    : ENDS.filter((end) => {
        const put = lastAt(build, "brake", end);
        return (
          put !== undefined &&
          kindOfBrake(put.spec.style) !== build.donor[keysOfEnd(end).brake]?.value &&
          !goesWithHub(end, build)
        );
      });

export const brakeSeat = defineRule<End>({
  id: "brakes/seat",
  title: (end) => `What holds the new brake, ${end}`,
  why: "A brake of another kind wants its own mount on fork or frame; one that is not there is not drilled or welded on.",
  basis: [PRACTICE],
  subjects: changed,
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).brakeSeat],
  check(end, survey, build) {
    const put = lastAt(build, "brake", end)!;
    const wants = SEAT_OF[kindOfBrake(put.spec.style)];
    const seat = survey.choice(keysOfEnd(end).brakeSeat);
    const figures = [
      { label: "brake", value: put.name },
      { label: "it wants", value: wants ?? "a hub made for it" },
      { label: `on the ${end === "front" ? "fork" : "stays"}`, value: seat },
    ];
    if (wants === seat) return { verdict: "clear", says: `${put.name} finds its mount.`, figures };
    return {
      verdict: "stop",
      safety: true,
      says: `${put.name} finds no mount on the ${end === "front" ? "fork" : "frame"}.`,
      figures,
      lifts: `${end === "front" ? "a fork" : "a frame"} with the mount, or a brake for what is there; no hole is drilled for one`,
      caution: "brakes",
    };
  },
});
