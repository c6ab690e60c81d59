import { bad, good, type Result } from "../result";
import { formatDay, parseDay } from "../units/date";
import { DAY_MS } from "../units/days";

export const MOST_DAYS_OFF = 400;
/** A shop that is closed for longer is not closed for a holiday. */
const LONGEST_SPAN = 92;

/** Every ISO day from one to another, both counted. */
export function daysFromTo(first: string, last: string): string[] {
  const days: string[] = [];
  for (let at = Date.parse(first); at <= Date.parse(last) && days.length < MOST_DAYS_OFF; at += DAY_MS)
    days.push(new Date(at).toISOString().slice(0, 10));
  return days;
}

/** Days as they may be typed: a line each, those that follow one another as one. @param days ISO days in order */
export function showDaysOff(days: readonly string[]): string {
  const runs: [string, string][] = [];
  for (const day of days) {
    const run = runs.at(-1);
    const follows = run && Date.parse(day) - Date.parse(run[1]) === DAY_MS && daysFromTo(run[0], day).length <= LONGEST_SPAN;
    if (follows) run[1] = day;
    else runs.push([day, day]);
  }
  return runs.map(([from, to]) => (from === to ? formatDay(from) : `${formatDay(from)} to ${formatDay(to)}`)).join("\n");
}

export const sortedDays = (days: readonly string[]): string[] => [...new Set(days)].sort();

/**
 * Days off as typed: a day a line, `25 Dec 2026`, or from one to another, `24 Dec 2026 to 2 Jan 2027`.
 * @returns ISO days in order, each once; or what is wrong, with the line's number
 */
export function readDaysOff(text: string, today: string): Result<string[]> {
  const days: string[] = [];
  for (const [i, line] of text.split("\n").entries()) {
    if (line.trim() === "") continue;
    const wrong = (says: string) => bad(`Line ${i + 1}: ${says}`);
    const [from = "", to, ...more] = line.split(/\s+(?:to|until|-|–)\s+/i);
    if (more.length > 0) return wrong(`expected a day, or one day to another, got “${line.trim().slice(0, 40)}”`);
    const first = parseDay(from, today);
    if (!first.ok) return wrong(first.error);
    const last = to === undefined ? first : parseDay(to, first.value);
    if (!last.ok) return wrong(last.error);
    if (last.value < first.value) return wrong("it ends before it begins");
    const span = daysFromTo(first.value, last.value);
    if (span.length > LONGEST_SPAN) return wrong(`it is longer than ${LONGEST_SPAN} days`);
    days.push(...span);
  }
  const all = sortedDays(days);
  return all.length > MOST_DAYS_OFF ? bad(`at most ${MOST_DAYS_OFF} days, these are ${all.length}`) : good(all);
}
