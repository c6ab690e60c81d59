import type { BenchReading } from "../fit/atBench";
import { passes, type Measure } from "../fit/measures";
import { checkOf, CHECKS, isRoadCheck, type Check, type CheckId } from "../standards/commissioning";
import type { Stage } from "../standards/tasks";
import type { Step } from "../work/steps";
import type { Passed } from "./proofSchema";

/** `again`: passed once, and somebody was at the bike after it. */
export type CheckStands = "passed" | "again" | "open";

export type CheckState = {
  readonly check: Check;
  readonly number: number;
  readonly stands: CheckStands;
  readonly passed: Passed[CheckId] | null;
  readonly measures: readonly Measure[];
  /** Why it cannot be made yet; empty when it can. */
  readonly waits: readonly string[];
  /** Readings that are still to be taken, or do not pass; empty when it can be said to pass. */
  readonly lacks: readonly string[];
};

type Proof = {
  readonly passed: Passed;
  readonly readings: Readonly<Record<string, BenchReading>>;
  readonly ticks: Readonly<Record<string, { readonly at: string } | undefined>>;
};

/** The step of the work order that a check belongs to. */
export const stepOfCheck = (check: Pick<Check, "stage">): "checks" | "roadTest" => (isRoadCheck(check) ? "roadTest" : "checks");

/** Stages after which nothing of a bike is checked anew: the checks themselves and what follows them. */
const NOT_WORK: ReadonlySet<Stage> = new Set(["checks", "road", "hand over"]);

/**
 * Each check of commissioning as it stands on this build.
 * A check counts while all before it count and nobody worked on the bike since; it can be made once the work is done that its step waits
 * for and the checks before it have passed.
 * @param stop what of the fit stops all work; empty when nothing does
 * @returns all of them in their safe order; empty without a work order
 */
export function checksOf({ passed, readings, ticks }: Proof, steps: readonly Step[], stop: readonly string[] = []): CheckState[] {
  const stand = steps.find(({ id }) => id === "checks");
  if (!stand) return [];
  const work = steps.filter((step) => !NOT_WORK.has(step.stage));
  // What is ticked after a check was made, or is open again, was in somebody's hands since.
  const lastWorkMs = work.reduce((last, { id }) => (ticks[id] ? Math.max(last, Date.parse(ticks[id].at)) : last), -Infinity);
  const open = stand.after.flatMap((id) => {
    const step = steps.find((one) => one.id === id);
    return step && !NOT_WORK.has(step.stage) && !ticks[id] ? [step.title] : [];
  });
  const counts = new Set<CheckId>();
  return CHECKS.map((check, i): CheckState => {
    const step = steps.find(({ id }) => id === stepOfCheck(check));
    const measures = step?.measures.filter((measure) => measure.check === check.id) ?? [];
    const before = check.after.filter((id) => !counts.has(id));
    const lacks = measures.flatMap((measure) => {
      const reading = readings[measure.key];
      if (!reading) return [`${measure.says} is not read yet`];
      const how = passes(measure, reading);
      return how === "clear" ? [] : [`${measure.says} is ${how === "red" ? "outside its limit" : "too near its limit to tell"}`];
    });
    const made = passed[check.id] ?? null;
    const holds =
      made !== null &&
      Date.parse(made.at) >= lastWorkMs &&
      open.length === 0 &&
      before.length === 0 &&
      lacks.length === 0 &&
      stop.length === 0;
    if (holds) counts.add(check.id);
    return {
      check,
      number: i + 1,
      stands: holds ? "passed" : made ? "again" : "open",
      passed: made,
      measures,
      waits: [
        ...stop,
        ...(open.length > 0 ? [`Not done before it: ${listOf(open)}`] : []),
        ...(before.length > 0 ? [`Not passed before it: ${listOf(before.map((id) => titleOf(id)))}`] : []),
      ],
      lacks,
    };
  });
}

const titleOf = (id: CheckId): string => checkOf(id).title;
const listOf = (titles: readonly string[]): string => `${titles.slice(0, 4).join("; ")}${titles.length > 4 ? "; …" : ""}`;

/** What a step of commissioning still lacks, in a sentence; null when all its checks have passed, and for any other step. */
export function unproved(step: string, states: readonly CheckState[]): string | null {
  const mine = states.filter(({ check }) => stepOfCheck(check) === step);
  const left = mine.filter(({ stands }) => stands !== "passed");
  return left.length === 0
    ? null
    : `${left.length} of ${mine.length} checks are still to be made in Prove: ${listOf(left.map(({ check }) => check.title))}`;
}
