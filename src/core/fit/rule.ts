import type { Basis } from "../basis";
import type { ChoiceKey, ChoiceOf, DonorKey, NumberKey } from "../donor/items";
import { donorItem } from "../donor/items";
import type { Donor } from "../donor/donor";
import type { Measured } from "../donor/reading";
import type { Build } from "./build";
import type { Outcome, PinPlace, Remedy } from "./finding";

/** The survey as a rule reads it: a value is there, or the engine turns the rule's answer into `measure`. */
export type Survey = {
  /** A length, count or mass with its uncertainty. */
  number(key: NumberKey): Measured;
  choice<K extends ChoiceKey>(key: K): ChoiceOf<K>;
};

/** A rule is data and one function on one subject (a motor, a controller, a missing part). It never asks whether a field is there. */
export type Rule<S = unknown> = {
  readonly id: string;
  /** Its name on screens; a function where each subject has a name of its own. */
  readonly title: string | ((subject: S) => string);
  readonly why: string;
  readonly basis: readonly Basis[];
  /** What it looks at in this build; none when it does not apply. */
  readonly subjects: (build: Build) => readonly S[];
  readonly key: (subject: S) => string;
  readonly place: (subject: S) => PinPlace;
  /** Survey items it always needs for a subject. */
  readonly needs: (subject: S) => readonly DonorKey[];
  readonly check: (subject: S, survey: Survey, build: Build) => Outcome;
};

/** Holds a rule to its subject's type; the engine runs all rules alike. */
export const defineRule = <S>(rule: Rule<S>): Rule => rule as unknown as Rule;

/** Thrown by the survey when a rule reads what nobody measured; only the engine catches it. No Error: its stack would cost more than the rules. */
export class Unmeasured {
  constructor(readonly key: DonorKey) {}
}

export function surveyOf(donor: Donor): Survey {
  return {
    number(key) {
      const reading = donor[key];
      if (typeof reading?.value !== "number") throw new Unmeasured(key);
      const kind = donorItem(key).kind;
      return {
        value: reading.value,
        unit: kind === "length" ? "mm" : kind === "mass" ? "kg" : "count",
        how: reading.how,
        plusMinus: reading.plusMinus,
      };
    },
    choice(key) {
      const reading = donor[key];
      if (typeof reading?.value !== "string") throw new Unmeasured(key);
      return reading.value as ChoiceOf<typeof key>;
    },
  };
}

/** The written acknowledgement that a warning asks for: no part, no work of its own, signed with the hand-over. */
export const acknowledge = (findingKey: string, says: string): Remedy => ({
  id: "acknowledge",
  title: "Acknowledge in writing",
  says,
  parts: [],
  tasks: ["handOver"],
  effect: { flags: [`acknowledged ${findingKey}`] },
});
