import type { BenchPerson } from "./shopFloor";
import { DAY_MIN, dayAt, midnightOf, weekdayAt } from "./wall";

/** Times in order, apart from each other, wall minutes; each end is not part of it. */
export type Spans = readonly (readonly [from: number, to: number])[];

/**
 * When somebody works, from a moment on.
 * @param days so many days from that of `fromMin`
 * @param closed ISO days on which nobody works
 */
export function shiftsOf(
  { week, off }: Pick<BenchPerson, "week" | "off">,
  fromMin: number,
  days: number,
  closed: readonly string[] = [],
): Spans {
  const away = new Set([...off, ...closed]);
  const first = midnightOf(fromMin);
  const spans: [number, number][] = [];
  for (let day = 0; day < days; day += 1) {
    const midnight = first + day * DAY_MIN;
    if (away.has(dayAt(midnight))) continue;
    for (const [from, to] of week[weekdayAt(midnight)] ?? []) {
      const begins = Math.max(fromMin, midnight + from);
      if (begins < midnight + to) spans.push([begins, midnight + to]);
    }
  }
  return spans;
}

/** Minutes of these times that lie between two moments. */
export function minutesWithin(spans: Spans, from: number, to: number): number {
  let sum = 0;
  for (const [a, b] of spans) {
    if (a >= to) break;
    sum += Math.max(0, Math.min(b, to) - Math.max(a, from));
  }
  return sum;
}

/** The moment by which so many minutes of these times have gone since another; Infinity where there are not so many. */
export function afterMinutes(spans: Spans, from: number, minutes: number): number {
  if (minutes <= 0) return from;
  let left = minutes;
  for (const [a, b] of spans) {
    const begins = Math.max(a, from);
    if (begins >= b) continue;
    if (b - begins >= left) return begins + left;
    left -= b - begins;
  }
  return Infinity;
}

/** All times that lie in any of these. */
export function unionOf(all: readonly Spans[]): Spans {
  const sorted = all.flat().sort((a, b) => a[0] - b[0]);
  const union: [number, number][] = [];
  for (const [from, to] of sorted) {
    const last = union.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else union.push([from, to]);
  }
  return union;
}
