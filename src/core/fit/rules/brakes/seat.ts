import { PRACTICE } from "../../../basis";
import { type Build, motorsOf } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { anyOf } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { lastAt } from "../perEnd";
import { brakePlace, type End, ENDS, hubMotors, keysOfEnd } from "../subjects";
import { ROTOR_SAME_MM } from "./adapter";
import { brakeIn, goesWithHub, kindOfBrake, SEAT_OF } from "./brakeAt";

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
    if (wants === seat) return holds(end, `${put.name} finds its mount.`, figures, build);
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

/** What the wheel itself must have for a brake of another kind: a motor's rotor is asked about by what the kit lacks. */
function holds(end: End, says: string, figures: Figure[], build: Build): Outcome {
  const kind = brakeIn(end, build);
  const own = build.donor[keysOfEnd(end).brake]?.value;
  const key = `brakes/seat ${end}`;
  const common = { verdict: "adapt", safety: true, figures, caution: "brakes" } as const;
  if (kind === "rim linear" || kind === "rim calliper")
    return own === "rim linear" || own === "rim calliper"
      ? { verdict: "clear", says, figures }
      : {
          ...common,
          says: `${says} Its pads want a rim with a braking face.`,
          remedies: [acknowledge(key, "the rim's flanks are flat, bare and made for pads: seen on the wheel", "brakeUpgrade")],
        };
  if (kind !== "disc" || hubMotors(build).some((motor) => motor.spec.end === end)) return { verdict: "clear", says, figures };
  const rotor = lastAt(build, "rotor", end);
  const base = build.donor[keysOfEnd(end).mountBase]?.value;
  return rotor
    ? {
        ...common,
        says: `${says} Whether the ${end} wheel's own hub takes ${rotor.name} is to be seen on it.`,
        remedies: [acknowledge(key, "six bolt holes for a rotor on the hub's left flange: seen on the wheel", "brakeUpgrade")],
      }
    : {
        ...common,
        says: `${says} A rotor for it is wanted.`,
        remedies: anyOf(build, "rotor", {
          title: "Rotor for the new brake",
          says: "on the wheel's own hub, which has six bolt holes for it: seen on the wheel",
          will: (spec) =>
            spec.mount === "six-bolt" && (typeof base !== "number" || Math.abs(spec.diameterMm - base) <= ROTOR_SAME_MM),
          tasks: ["brakeUpgrade"],
          flag: `acknowledged ${key}`,
        }),
      };
}
