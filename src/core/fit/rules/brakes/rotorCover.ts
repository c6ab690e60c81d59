import { PRACTICE } from "../../../basis";
import { ROTOR_SHIM_MM } from "../../../standards/brakes";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { effectOf, type HubMotor, needPart } from "../../build";
import type { Remedy } from "../../finding";
import { judge } from "../../judge";
import { isDone } from "../../remedies";
import { defineRule, stated } from "../../rule";
import { brakePlace, endKey, endKeys, hubMotors } from "../subjects";
import { brakeIn, rotorAt } from "./brakeAt";

/** Room between the rotor's arms and the motor's body, mm (common practice). */
const COVER_MM = 2;

/** From this size on a rotor's arms are cranked far enough to clear a motor's body, mm (common practice). */
const CRANKED_ROTOR_MM = 180;

export const rotorCover = defineRule<HubMotor>({
  id: "brakes/rotor-cover",
  title: "Rotor beside the motor's body",
  why: "A motor's body grows towards the rotor: arms that touch it grind through the cover and lock the wheel.",
  basis: [PRACTICE],
  subjects: (build) =>
    hubMotors(build).filter((motor) => motor.spec.rotorMount === "six-bolt" && brakeIn(motor.spec.end, build) === "disc"),
  key: endKey,
  place: (motor) => brakePlace(motor.spec.end),
  needs: () => [],
  check(motor, survey, build) {
    const { end } = motor.spec;
    const keys = endKeys(motor);
    const sheetMm = stated(motor, motor.spec.rotorToCoverMm, "how far the rotor's arms are from its body");
    const shimMm = effectOf(build, keys.rotorShim, 0);
    const figures = [
      { label: "rotor's arms to the body", value: sheetMm, unit: "mm" },
      { label: "shims under the rotor", value: shimMm, unit: "mm" },
      { label: "least", value: COVER_MM, unit: "mm" },
    ];
    const cranked = `cranked rotor ${end}`;
    if (isDone(build, cranked)) return { verdict: "clear", says: "The larger rotor's arms stand clear of the body.", figures };
    return judge({
      room: sheetMm + shimMm - COVER_MM,
      unit: "mm",
      figures,
      clear: `${formatNumber(sheetMm + shimMm, 1)} mm between the rotor's arms and the body; turn the wheel by hand before the brake is used.`,
      short: () => {
        const shortMm = COVER_MM - sheetMm - shimMm;
        const limit = build.donor[keys.rotorLimit]?.value;
        const now = rotorAt(end, survey, build);
        const rotor = build.catalogue
          .distinct("rotor")
          .find(
            ({ spec }) =>
              spec.mount === "six-bolt" &&
              spec.diameterMm >= CRANKED_ROTOR_MM &&
              spec.diameterMm <= (typeof limit === "number" ? limit : now) + 1,
          );
        const remedies: Remedy[] = [];
        if (rotor)
          remedies.push({
            id: `rotor-${rotor.id}`,
            title: rotor.name,
            says: "its arms are cranked clear of the body; the calliper rises with it",
            parts: [{ kind: "rotor", partId: rotor.id, quantity: 1, says: rotor.name }],
            tasks: ["brakeUpgrade"],
            effect: { numbers: { [keys.rotorEffect]: rotor.spec.diameterMm }, flags: [cranked, `has ${end} rotor`] },
            caution: "brakes",
          });
        if (atMost(shimMm + shortMm, ROTOR_SHIM_MM))
          remedies.push({
            id: `rotor-spacer-${formatNumber(shortMm, 1)}`,
            title: `Rotor shims of ${formatNumber(shimMm + shortMm, 1)} mm`,
            says: "between hub and rotor; five threads of each bolt still hold, and the rotor's line is looked at again",
            parts: [
              needPart(build, "washer", 1, `rotor shim, ${formatNumber(shortMm, 1)} mm`, (spec) => spec.use === "rotor shim"),
            ],
            tasks: ["rotorLine"],
            effect: { numbers: { [keys.rotorShim]: shimMm + shortMm } },
          });
        const says = `${formatNumber(sheetMm + shimMm, 1)} mm between the rotor's arms and the motor's body, ${COVER_MM} wanted.`;
        return remedies.length > 0
          ? { verdict: "adapt", safety: true, says, remedies, caution: "brakes" }
          : {
              verdict: "stop",
              safety: true,
              says,
              lifts: `a ${CRANKED_ROTOR_MM} rotor where the ${end === "front" ? "fork" : "frame"} allows one, or a motor with more room beside its body`,
              caution: "brakes",
            };
      },
    });
  },
});
