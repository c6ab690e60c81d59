import { PRACTICE } from "../../../basis";
import type { Motor } from "../../build";
import type { Figure, Outcome } from "../../finding";
import { isDone } from "../../remedies";
import { defineRule } from "../../rule";
import { firstMotor } from "../subjects";
import { keepsTyre, newTyres } from "./conditions";

/** Tyres older than this are renewed before a motor, years (common practice). */
const TYRE_YEARS = 6;

export const tyreAge = defineRule<Motor>({
  id: "condition/tyre-age",
  title: "Age of the tyres",
  why: "Old rubber cracks and lets go on the first hot day with more mass.",
  basis: [PRACTICE],
  subjects: firstMotor,
  key: () => "bike",
  place: () => "front wheel",
  needs: () => [],
  check(_motor, survey, build): Outcome {
    if (!keepsTyre(build)) return { verdict: "clear", says: "Both tyres are new with this build.", figures: [] };
    const age = survey.number("tyreAge").value;
    const figures: Figure[] = [
      { label: "age", value: age, unit: "years" },
      { label: "at most", value: TYRE_YEARS, unit: "years" },
    ];
    const margin = { value: TYRE_YEARS - age, unit: "years", plusMinus: 0 };
    if (age <= TYRE_YEARS || isDone(build, "tyres renewed"))
      return { verdict: "clear", says: age <= TYRE_YEARS ? `${age} years old.` : "Renewed with this build.", figures, margin };
    return {
      verdict: "adapt",
      says: `${age} years old; ${TYRE_YEARS} is the most.`,
      figures,
      margin,
      remedies: newTyres(build),
    };
  },
});
