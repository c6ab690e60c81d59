import { bad, good, type Result } from "../result";

type Hours = readonly (readonly [number, number])[];
const MOST_TIMES = 4;

const clock = (minutes: number) => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;

/** Hours of a day as they are typed. @example showHours([[510, 750]]) // => "8:30–12:30" */
export const showHours = (hours: Hours): string => hours.map(([from, to]) => `${clock(from)}–${clock(to)}`).join(", ");

/** A time of day in minutes: `8`, `8:30`, `8.30`, `24:00`; null for what is none. */
function timeOf(text: string): number | null {
  const read = /^(\d{1,2})(?:[:.](\d{2}))?$/.exec(text.trim());
  if (!read) return null;
  const minutes = Number(read[1]) * 60 + Number(read[2] ?? 0);
  return Number(read[2] ?? 0) < 60 && minutes <= 24 * 60 ? minutes : null;
}

/** Hours of a day: `8:30–12:30, 13–16`; empty for a day off. @returns minutes of the day, or what is wrong */
export function readHours(text: string): Result<[number, number][]> {
  if (text.trim() === "") return good([]);
  const hours: [number, number][] = [];
  for (const piece of text.split(/[,;]/)) {
    const [from, to, ...more] = piece.split(/\s*(?:-|–|to)\s*/).map(timeOf);
    if (more.length > 0 || from === undefined || to === undefined || from === null || to === null)
      return bad(`expected hours such as 8:30–12:30, 13–16, got “${piece.trim().slice(0, 20)}”`);
    if (to <= from) return bad(`${clock(from)}–${clock(to)} ends before it begins`);
    if (from < (hours.at(-1)?.[1] ?? 0))
      return bad(`${clock(from)}–${clock(to)} begins before the hours that stand before it end`);
    hours.push([from, to]);
  }
  return hours.length > MOST_TIMES ? bad(`at most ${MOST_TIMES} times a day`) : good(hours);
}
