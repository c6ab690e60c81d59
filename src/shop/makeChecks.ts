import type { Command } from "@/core/job/command";
import type { CheckState } from "@/core/prove/checks";
import type { Measure } from "@/core/fit/measures";

/**
 * What somebody does who makes checks on a bike on which all is right: each reading taken in the middle of what passes, then each check
 * passed, in their order. For made-up jobs.
 * @param read what was read otherwise, by the measure's key
 */
export const makeChecks = (states: readonly CheckState[], read: Readonly<Record<string, string>> = {}): Command[] =>
  states.flatMap(({ check, measures }): Command[] => [
    ...measures.map((measure): Command => ({
      do: "note reading",
      measure: measure.key,
      text: read[measure.key] ?? `${rightValue(measure)} ${measure.unit}`,
    })),
    { do: "pass check", check: check.id, says: "" },
  ]);

/** A reading of a bike on which all is right, clear of its limits by more than the instrument's ±. */
export function rightValue({ atLeast, atMost, usualMost, plusMinus }: Measure): number {
  const low = atLeast ?? 0;
  const high = atMost ?? Math.min(usualMost, Math.max(1.4 * low, low + 4 * plusMinus));
  return Number(((low + high) / 2).toFixed(3));
}
