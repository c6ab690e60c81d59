import type { GivenSheet } from "./givenSheet";

/** What a given sheet is called, by its place among them. @example letterOf(0) // => "A" */
export const letterOf = (index: number): string =>
  index < 26 ? String.fromCharCode(65 + index) : letterOf(Math.floor(index / 26) - 1) + letterOf(index % 26);

/** Lines as the customer reads them. */
export const givenLines = ({ lines, whole }: GivenSheet): GivenSheet["lines"] =>
  whole === null
    ? lines
    : whole.sheet.lines.map(({ says, quantity, priceMinor }) => ({ says, quantity, totalMinor: priceMinor ?? 0 }));
