import { PRACTICE } from "../../../basis";
import type { Spec } from "../../../parts/specs";
import { lastOf, type CrankMotor } from "../../build";
import { anyOf } from "../../remedies";
import { defineRule } from "../../rule";
import { crankMotors } from "../subjects";
import { ringTeeth } from "./line";
import { hasDerailleur } from "./rearCogs";
import { ringsFor, useRing } from "./rings";

/** Torque from which a ring wants narrow-wide teeth or a guide, N·m (common practice). */
const GUIDE_NM = 100;

export const chainKept = defineRule<CrankMotor>({
  id: "chain/kept-on",
  title: "What keeps the chain on",
  why: "Without a front derailleur nothing holds the chain on a single ring but its teeth or a guide.",
  basis: [PRACTICE],
  key: (motor) => motor.id,
  subjects: (build) => crankMotors(build).filter(() => hasDerailleur(build)),
  place: () => "ring",
  needs: () => [],
  check(motor, _survey, build) {
    const ring = lastOf(build, "chainring");
    const found = lastOf(build, "chain-guide");
    // One for other rings stands beside this one and holds nothing.
    const goes = (spec: Spec<"chain-guide">) =>
      spec.teeth[0] <= ringTeeth(motor, build) && spec.teeth[1] >= ringTeeth(motor, build);
    const guide = found && goes(found.spec) ? found : undefined;
    const narrowWide = ring?.spec.narrowWide ?? false;
    const figures = [
      { label: "torque at the crank", value: motor.spec.peakTorqueNm, unit: "N·m" },
      { label: "ring", value: narrowWide ? "narrow-wide" : "plain teeth" },
      { label: "guide", value: guide?.name ?? (found ? `${found.name}, for other rings` : "none") },
    ];
    if (narrowWide && ring && ring.spec.teeth % 2 === 1)
      return {
        verdict: "stop",
        says: `A narrow-wide ring of ${ring.spec.teeth} teeth cannot be: the pattern needs an even count.`,
        figures,
        lifts: "an even count",
      };
    const school = build.house.ringSchool;
    const wants = school === "both" ? (narrowWide ? 1 : 0) + (guide ? 1 : 0) < 2 : !narrowWide && !guide;
    if (!wants || (motor.spec.peakTorqueNm < GUIDE_NM && school !== "both"))
      return {
        verdict: "clear",
        says: narrowWide
          ? "Narrow-wide teeth hold it."
          : guide
            ? `${guide.name} holds it.`
            : `Under ${GUIDE_NM} N·m the derailleur's pull does.`,
        figures,
      };
    const rings = narrowWide
      ? []
      : ringsFor(motor, build)
          .filter(({ spec }) => spec.narrowWide)
          .slice(0, 2)
          .map((part) => useRing(part, "narrow-wide, even teeth"));
    const guides = guide
      ? []
      : anyOf(build, "chain-guide", {
          title: "Chain guide",
          says: "over the ring, on the seat tube or the motor",
          will: goes,
          most: 1,
          tasks: ["chainGuide"],
        });
    return {
      verdict: "adapt",
      says: `${motor.spec.peakTorqueNm} N·m on a ring with ${narrowWide ? "narrow-wide teeth and no guide" : "plain teeth and no guide"}.`,
      figures,
      remedies: school === "guard" ? [...guides, ...rings] : [...rings, ...guides],
    };
  },
});
