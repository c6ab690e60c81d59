import { isOpen, type Finding } from "../fit/finding";
import type { StepId } from "../standards/tasks";
import { formatNumber } from "../units/formatQuantity";
import type { BenchReading } from "../fit/atBench";
import { limitText, passes } from "../fit/measures";
import { unmarked, unmarkedText, type Mark } from "./marks";
import type { Step } from "./steps";

/** What holds a step or a signature back. A stop holds it whatever is said; the rest lets it through with a reason that is kept. */
export type Held = { readonly stop: boolean; readonly why: readonly string[] };

const list = (titles: readonly string[]) => `${titles.slice(0, 3).join("; ")}${titles.length > 3 ? "; …" : ""}`;

const are = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;

/** What of the fit holds all work back: an open stop, or checks that are not settled. */
export function heldByFit(findings: readonly Pick<Finding, "verdict" | "title" | "settled">[]): Held {
  const open = findings.filter(isOpen);
  const stops = open.filter((finding) => finding.verdict === "stop").map((finding) => finding.title);
  if (stops.length > 0) return { stop: true, why: [`The fit says stop: ${list(stops)}`] };
  const doubts = open.map((finding) => finding.title);
  return {
    stop: false,
    why: doubts.length > 0 ? [`${are(doubts.length, "check is", "checks are")} still open in Fit: ${list(doubts)}`] : [],
  };
}

/**
 * A step waits for the fit, for its parts and for the steps before it; what is done to find out waits only for a stop.
 * @param hardInDays days until the paint that it would touch is hard
 * @param unproved what commissioning still lacks for it; null where it lacks nothing
 * @param left the title of a step that is still to be done; null where it is ticked
 */
export function heldStep(
  step: Step,
  fit: Held,
  left: (id: StepId) => string | null,
  waiting: readonly { readonly name: string; readonly waits: string | null }[],
  readings: Readonly<Record<string, BenchReading>> = {},
  hardInDays = 0,
  unproved: string | null = null,
): Held {
  // What was read outside a limit that keeps somebody from harm is read again before its step is done, whatever was decided.
  const red = step.measures.filter((measure) => {
    const reading = readings[measure.key];
    return measure.hurts && reading !== undefined && passes(measure, reading) === "red";
  });
  if (red.length > 0 && !fit.stop)
    return {
      stop: true,
      why: red.map((one) => `${one.says}: ${formatNumber(readings[one.key]!.value, 2)} ${one.unit}, ${limitText(one)}`),
    };
  if (step.stage === "survey") return fit.stop ? fit : { stop: false, why: [] };
  if (fit.stop) return fit;
  // Nobody signs for checks that nobody made.
  if (unproved !== null) return { stop: true, why: [unproved] };
  const parts = waiting.filter((part) => part.waits).map((part) => `${part.name}, ${part.waits}`);
  const before = step.after.flatMap((id) => left(id) ?? []);
  return {
    stop: false,
    why: [
      ...fit.why,
      ...(parts.length > 0 ? [`${are(parts.length, "part is", "parts are")} not there: ${list(parts)}`] : []),
      ...(hardInDays > 0 ? [`The paint is hard in ${hardInDays === 1 ? "a day" : `${hardInDays} days`}`] : []),
      ...(before.length > 0 ? [`Not done before it: ${list(before)}`] : []),
    ],
  };
}

/** What holds a step before it is done: what holds its work, and what has no name yet. */
export function heldUnmarked({ stop, why }: Held, marks: readonly Mark[], kept: Readonly<Record<string, unknown>>): Held {
  const left = unmarked(marks, kept);
  return { stop, why: left.length > 0 ? [...why, unmarkedText(left)] : why };
}
