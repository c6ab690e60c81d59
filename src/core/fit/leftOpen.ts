import type { NumberKey } from "../donor/items";
import type { Measured } from "../donor/reading";
import type { Survey } from "./rule";

/** The survey with one reading off by so much. */
export const offBy = (survey: Survey, key: NumberKey, by: number): Survey => ({
  ...survey,
  number(asked) {
    const reading = survey.number(asked);
    return asked === key ? { ...reading, value: reading.value + by } : reading;
  },
});

/**
 * What the readings leave open of a figure: how far it moves when each that it is worked out of is off by its own uncertainty, up or
 * down, one at a time; the root of the sum of their squares.
 * @param figure worked out of the survey alone, without looking at what is not measured
 */
export function leftOpen(survey: Survey, figure: (survey: Survey) => number): number {
  const open = new Map<NumberKey, Measured>();
  const here = figure({
    ...survey,
    number(key) {
      const reading = survey.number(key);
      if (reading.plusMinus > 0) open.set(key, reading);
      return reading;
    },
  });
  let squares = 0;
  for (const [key, { plusMinus }] of open) {
    const up = Math.abs(figure(offBy(survey, key, plusMinus)) - here);
    const down = Math.abs(figure(offBy(survey, key, -plusMinus)) - here);
    squares += Math.max(up, down) ** 2;
  }
  return Math.sqrt(squares);
}
