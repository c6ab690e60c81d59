import dayjs from "dayjs";
import customParseFormat from "dayjs/plugin/customParseFormat.js";
import utc from "dayjs/plugin/utc.js";
import { bad, good, type Result } from "../result";

dayjs.extend(utc);
dayjs.extend(customParseFormat);

/** A day as it is said on every screen and paper, with its year. Of the ISO text, so that server and browser agree whatever their zone.
 *  @example formatDay("2026-12-18") // => "Fri 18 Dec 2026" */
export const formatDay = (iso: string): string => dayjs.utc(iso.slice(0, 10)).format("ddd D MMM YYYY");

/** A day and the time of day, as it was stored. @example formatMoment("2026-12-18T09:05:00.000Z") // => "Fri 18 Dec 2026, 09:05" */
export const formatMoment = (iso: string): string => `${formatDay(iso)}, ${iso.slice(11, 16)}`;

/** How a day may be typed; a month in figures only where the year stands first. */
const TYPED = ["YYYY-MM-DD", "YYYY-M-D", "D MMM YYYY", "D MMMM YYYY", "MMM D YYYY", "MMMM D YYYY", "D MMM", "D MMMM"];

/**
 * A day as typed: `18 Dec 2026`, `Fri 18 December`, `2026-12-18`; without a year the next such day from `today` on.
 * `3.4.2026` can be read two ways and is refused with both.
 *
 * @returns the ISO date, or a sentence that says what was expected
 */
export function parseDay(text: string, today: string): Result<string> {
  const plain = text
    .trim()
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*[\s,]+/i, "")
    .replace(/(\d)(st|nd|rd|th)\b/i, "$1")
    .replace(/[,\s]+/g, " ")
    .replace(/[a-z]+/gi, (word) => word[0]!.toUpperCase() + word.slice(1).toLowerCase());
  const figures = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(plain);
  if (figures) {
    const [, a, b, year] = figures.map(Number) as [number, number, number, number];
    const read = (day: number, month: number) => dayjs.utc(`${year}-${month}-${day}`, "YYYY-M-D", true);
    const [first, second] = [read(a, b), read(b, a)];
    if (first.isValid() && second.isValid() && a !== b)
      return bad(`“${plain}” can be read two ways: write ${first.format("D MMM YYYY")} or ${second.format("D MMM YYYY")}`);
    const one = first.isValid() ? first : second;
    return one.isValid() ? good(one.format("YYYY-MM-DD")) : bad(expected(text));
  }
  for (const form of TYPED) {
    const read = dayjs.utc(plain, form, true);
    if (!read.isValid()) continue;
    if (form.includes("YYYY")) return good(read.format("YYYY-MM-DD"));
    const now = dayjs.utc(today.slice(0, 10));
    const here = read.year(now.year());
    return good((here.isBefore(now) ? here.add(1, "year") : here).format("YYYY-MM-DD"));
  }
  return bad(expected(text));
}

const expected = (text: string) => `expected a day such as 18 Dec 2026 or 2026-12-18, got “${text.slice(0, 30)}”`;
