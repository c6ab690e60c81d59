import ICAL from "ical.js";
import { bad, good, type Result } from "../result";
import { daysFromTo, MOST_DAYS_OFF, sortedDays } from "./daysOff";

/** How far ahead a holiday that comes every year is read. */
const YEARS = 2;
const MOST_EVENTS = 5_000;
const MOST_TIMES = 200;

/**
 * The whole days of a calendar's file (iCalendar, RFC 5545), from today to two years on: what has a time of day is a meeting and no
 * holiday, and is counted as left out.
 */
export function holidaysIn(ics: string, today: string): Result<{ readonly days: readonly string[]; readonly leftOut: number }> {
  const until = `${Number(today.slice(0, 4)) + YEARS}${today.slice(4, 10)}`;
  try {
    const events = new ICAL.Component(ICAL.parse(ics) as unknown[]).getAllSubcomponents("vevent").slice(0, MOST_EVENTS);
    const days: string[] = [];
    let leftOut = 0;
    for (const one of events) {
      const event = new ICAL.Event(one);
      if (!event.startDate?.isDate) {
        leftOut += 1;
        continue;
      }
      // The end of a whole day is the day after it; without one it is that day alone.
      const length = Math.max(1, Math.round(event.duration.toSeconds() / 86_400));
      const times = event.iterator();
      for (let turn = 0; turn < MOST_TIMES; turn += 1) {
        const start = times.next() as ICAL.Time | undefined;
        if (!start || start.toString() > until) break;
        const last = start.clone();
        last.adjust(length - 1, 0, 0, 0);
        days.push(...daysFromTo(start.toString(), last.toString()).filter((day) => day >= today && day <= until));
      }
    }
    const all = sortedDays(days);
    if (all.length > MOST_DAYS_OFF) return bad(`at most ${MOST_DAYS_OFF} days, the file has ${all.length}`);
    return good({ days: all, leftOut });
  } catch {
    return bad("this file is no calendar (.ics) that can be read");
  }
}
