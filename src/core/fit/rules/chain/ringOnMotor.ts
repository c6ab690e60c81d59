import { PRACTICE } from "../../../basis";
import { type CrankMotor, lastOf } from "../../build";
import { judge } from "../../judge";
import { defineRule, stated } from "../../rule";
import { perCrankMotor } from "../subjects";
import { ringOffsetMm, ringTeeth } from "./line";
import { ringsFor, useRing } from "./rings";

export const ringOnMotor = defineRule<CrankMotor>({
  ...perCrankMotor,
  id: "chain/ring-on-motor",
  title: "Ring on the motor",
  why: "A ring has its bolt circle, and a dished one must be large enough to turn round the gear case.",
  basis: [PRACTICE],
  place: () => "ring",
  needs: () => [],
  check(motor, _survey, build) {
    const ring = lastOf(build, "chainring");
    if (!ring && motor.kind === "frame-motor")
      return { verdict: "clear", says: "The ring that it comes with.", figures: [{ label: "ring", value: "its own" }] };
    const teeth = ringTeeth(motor, build);
    const offset = ringOffsetMm(build);
    const figures = [
      { label: "ring", value: teeth, unit: "T" },
      { label: "offset", value: offset, unit: "mm" },
      { label: "motor's mount", value: stated(motor, motor.spec.ringMount, "its ring's mount") },
    ];
    if (ring && ring.spec.mount !== motor.spec.ringMount)
      return {
        verdict: "adapt",
        says: `${ring.name} is for ${ring.spec.mount}, the motor takes ${motor.spec.ringMount}.`,
        figures,
        remedies: ringsFor(motor, build)
          .slice(0, 3)
          .map((part) => useRing(part, "the motor's own bolt circle")),
      };
    if (offset >= 0) return { verdict: "clear", says: `${teeth} teeth, not dished: it clears the case by itself.`, figures };
    // What a dished ring turns round is the gear case of a mid-drive; beside one that is bolted to its frame the chainline says it.
    if (motor.kind === "frame-motor") return { verdict: "clear", says: `${teeth} teeth on the motor's own mount.`, figures };
    const least = stated(motor, motor.spec.ringMinTeeth, "how few teeth a dished ring may have");
    return judge({
      room: teeth - least,
      unit: "T",
      figures: [...figures, { label: "fewest teeth over the case", value: least, unit: "T" }],
      clear: `${teeth} teeth turn round the gear case; ${least} are the fewest.`,
      short: () => {
        const others = ringsFor(motor, build).filter((part) => part.spec.teeth >= least);
        const says = `A dished ring of ${teeth} teeth meets the gear case; ${least} are the fewest.`;
        return others.length > 0
          ? {
              verdict: "adapt",
              says,
              remedies: others.slice(0, 3).map((part) => useRing(part, `${part.spec.teeth} teeth clear the case`)),
            }
          : { verdict: "stop", says, lifts: `a ring of ${least} teeth or more, or one that is not dished` };
      },
    });
  },
});
