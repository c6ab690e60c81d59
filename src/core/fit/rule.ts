import { WISH_NAMES } from "../wish/names";
import type { Basis } from "../basis";
import type { ChoiceKey, ChoiceOf, DonorKey, NumberKey } from "../donor/items";
import { KIND_UNIT } from "../donor/item";
import { donorItem } from "../donor/items";
import type { Donor } from "../donor/donor";
import type { Measured } from "../donor/reading";
import type { Asked, Build } from "./build";
import type { TaskId } from "../standards/tasks";
import type { Outcome, PinPlace, Remedy } from "./finding";

/** The survey as a rule reads it: a value is there, or the engine turns the rule's answer into `measure`. */
export type Survey = {
  /** A length, count or mass with its uncertainty. */
  number(key: NumberKey): Measured;
  /** The same where a rule can do without it. */
  seen(key: NumberKey): Measured | undefined;
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

/**
 * Holds a rule to its subject's type; the engine runs all rules alike, so all of them have one shape, however they are written.
 * In what it returns, a spread of what its outcomes share comes last: the engine of Node 20 gives an object that begins with a spread
 * and then gains fields a hidden class of its own at every run, which costs twenty times as much and lasts until a full collection.
 */
export const defineRule = <S>(rule: Rule<S>): Rule => {
  const shaped: Rule<S> = {
    id: rule.id,
    title: rule.title,
    why: rule.why,
    basis: rule.basis,
    subjects: rule.subjects,
    key: rule.key,
    place: rule.place,
    needs: rule.needs,
    check: rule.check,
  };
  return shaped as unknown as Rule;
};

/** Thrown by the survey when a rule reads what nobody measured; only the engine catches it. No Error: its stack would cost more than the rules. */
export class Unmeasured {
  constructor(readonly key: DonorKey) {}
}

/** Thrown when a part's sheet leaves out a figure that a rule needs; only the engine catches it. */
export class Unstated {
  constructor(
    readonly partId: string,
    readonly partName: string,
    readonly says: string,
  ) {}
}

/** A figure of a part's sheet, or the engine turns the rule's answer into `measure`: ask the maker. @param says what it is, as in “its cover's width” */
export function stated<T>(part: { id: string; name: string }, value: T | null | undefined, says: string): T {
  if (value === null || value === undefined) throw new Unstated(part.id, part.name, says);
  return value;
}

/** Thrown when the wish leaves open what a rule needs; only the engine catches it. */
export class Unasked {
  constructor(readonly says: string) {}
}

/** What the wish says, or the engine turns the rule's answer into `measure`: ask the customer. */
export function asked<K extends keyof Asked>(build: Build, key: K): NonNullable<Asked[K]> {
  const value = build.asked[key];
  if (value === null || value === "") throw new Unasked(WISH_NAMES[key]);
  return value as NonNullable<Asked[K]>;
}

function unitOf(key: NumberKey) {
  const item = donorItem(key);
  return item.kind === "choice" ? "count" : KIND_UNIT[item.kind];
}

/** @param reads collects every item that a rule looks at, so that the walk can ask for no more than what decides something */
export function surveyOf(donor: Donor, reads?: Set<DonorKey>): Survey {
  // Rules read the same few items over and over.
  const known = new Map<NumberKey, Measured>();
  const seen = (key: NumberKey): Measured | undefined => {
    const before = known.get(key);
    if (before) return before;
    const reading = donor[key];
    if (typeof reading?.value !== "number") return undefined;
    const measured: Measured = { value: reading.value, unit: unitOf(key), how: reading.how, plusMinus: reading.plusMinus };
    known.set(key, measured);
    return measured;
  };
  return {
    seen,
    number(key) {
      reads?.add(key);
      const reading = seen(key);
      if (!reading) throw new Unmeasured(key);
      return reading;
    },
    choice(key) {
      reads?.add(key);
      const reading = donor[key];
      if (typeof reading?.value !== "string") throw new Unmeasured(key);
      return reading.value as ChoiceOf<typeof key>;
    },
  };
}

/** Whether somebody took this reading, though it may be one that no sum may use: a check that a reading opens is opened by a doubtful one too. */
export const wasTaken = (build: Build, key: DonorKey): boolean =>
  build.donor[key] !== undefined || (build.doubts?.some((doubt) => doubt.key === key) ?? false);

/** The written acknowledgement that a warning asks for: no part, no work of its own; told at hand-over, or at the step that does what it says. */
export const acknowledge = (findingKey: string, says: string, task: TaskId = "handOver"): Remedy => ({
  id: "acknowledge",
  title: "Acknowledge in writing",
  says,
  parts: [],
  tasks: [task],
  effect: { flags: [`acknowledged ${findingKey}`] },
});
