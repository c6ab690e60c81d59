import { PRACTICE } from "../../../basis";
import { formatNumber } from "../../../units/formatQuantity";
import { motorsOf } from "../../build";
import { judge } from "../../judge";
import { anyOf, isDone } from "../../remedies";
import { defineRule, wasTaken } from "../../rule";
import { lastAt } from "../perEnd";
import { brakePlace, type End, ENDS, hubMotors, keysOfEnd } from "../subjects";
import { keepsRotor } from "./brakeAt";

/** A rotor thinner than this is done, mm (common practice; the figure on the rotor governs). */
const LEAST_ROTOR_MM = 1.5;

export const rotorWorn = defineRule<End>({
  id: "brakes/rotor-worn",
  title: (end) => `Wear of the rotor, ${end}`,
  why: "A thin rotor overheats, warps and lets the pistons come out too far; a motor's bike brakes harder and longer.",
  basis: [PRACTICE],
  // Where the old rotor moves over to the motor its thickness is wanted; elsewhere it is judged once somebody measured it.
  subjects: (build) =>
    motorsOf(build).length === 0
      ? []
      : ENDS.filter((end) => {
          const keys = keysOfEnd(end);
          if (!keepsRotor(end, build) || lastAt(build, "rotor", end)) return false;
          const moved = hubMotors(build).some((motor) => motor.spec.end === end) && isDone(build, `has ${end} rotor`);
          return moved || wasTaken(build, keys.rotorThick);
        }),
  key: (end) => end,
  place: brakePlace,
  needs: (end) => [keysOfEnd(end).rotorThick],
  check(end, survey, build) {
    const keys = keysOfEnd(end);
    const thick = survey.number(keys.rotorThick);
    return judge({
      room: thick.value - LEAST_ROTOR_MM,
      unit: "mm",
      plusMinus: thick.plusMinus,
      figures: [
        { label: "thick", value: thick.value, unit: "mm", plusMinus: thick.plusMinus },
        { label: "least", value: LEAST_ROTOR_MM, unit: "mm" },
      ],
      settle: [keys.rotorThick],
      caution: "brakes",
      clear: `${formatNumber(thick.value, 2)} mm thick, ${LEAST_ROTOR_MM} at least.`,
      short: () => ({
        verdict: "adapt",
        safety: true,
        says: `The rotor is ${formatNumber(thick.value, 2)} mm thick, ${LEAST_ROTOR_MM} is the least.`,
        remedies: anyOf(build, "rotor", {
          title: "New rotor",
          says: "the size of the old one; new pads with it, bedded in",
          will: (spec) =>
            spec.mount === "six-bolt" && Math.abs(spec.diameterMm - Number(build.donor[keys.rotor]?.value ?? 160)) <= 1,
          tasks: ["brakeUpgrade"],
          most: 1,
          flag: `has ${end} rotor`,
        }),
      }),
    });
  },
});
