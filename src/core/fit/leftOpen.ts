import type { NumberKey } from "../donor/items";
import type { Measured } from "../donor/reading";
import type { Survey } from "./rule";

/** The survey with one reading off by so much. */
export const offBy = (survey: Survey, key: NumberKey, by: number): Survey =>
  reading(survey, (asked) => {
    const read = survey.number(asked);
    return asked === key ? { value: read.value + by, unit: read.unit, how: read.how, plusMinus: read.plusMinus } : read;
  });

/** Field by field: a spread that gains a field has a shape of its own at every run, which slows every rule that reads it. */
const reading = (survey: Survey, number: Survey["number"]): Survey => ({ number, seen: survey.seen, choice: survey.choice });

/**
 * What the readings leave open of a figure: how far it moves when each that it is worked out of is off by its own uncertainty, up or
 * down, one at a time; the root of the sum of their squares.
 * @param figure worked out of the survey alone, without looking at what is not measured
 */
export function leftOpen(survey: Survey, figure: (survey: Survey) => number): number {
  const open = new Map<NumberKey, Measured>();
  const here = figure(
    reading(survey, (key) => {
      const measured = survey.number(key);
      if (measured.plusMinus > 0) open.set(key, measured);
      return measured;
    }),
  );
  let squares = 0;
  for (const [key, { plusMinus }] of open) {
    const up = Math.abs(figure(offBy(survey, key, plusMinus)) - here);
    const down = Math.abs(figure(offBy(survey, key, -plusMinus)) - here);
    squares += Math.max(up, down) ** 2;
  }
  return Math.sqrt(squares);
}
