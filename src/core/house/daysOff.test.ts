import fc from "fast-check";
import { daysFromTo, readDaysOff, showDaysOff } from "./daysOff";
import { holidaysIn } from "./holidays";

const TODAY = "2026-11-28";
const read = (text: string) => {
  const all = readDaysOff(text, TODAY);
  return all.ok ? all.value : all.error;
};

test.each([
  ["25 Dec 2026", ["2026-12-25"]],
  ["25 Dec", ["2026-12-25"]],
  ["2 Jan", ["2027-01-02"]],
  ["31 Dec 2026 to 2 Jan", ["2026-12-31", "2027-01-01", "2027-01-02"]],
  ["\n2026-12-26\n2026-12-25 – 2026-12-26\n", ["2026-12-25", "2026-12-26"]],
  ["", []],
  ["25 Dec 2026\nsoon", "Line 2: expected a day such as 18 Dec 2026 or 2026-12-18, got “soon”"],
  ["2 Jan 2027 to 1 Jan 2027", "Line 1: it ends before it begins"],
  ["1 Jan 2027 to 31 Dec 2027", "Line 1: it is longer than 92 days"],
])("days off typed as %j", (text, days) => expect(read(text)).toEqual(days));

test("a span holds every day of it once, whatever it crosses", () =>
  fc.assert(
    fc.property(
      fc.date({ min: new Date("2024-01-01"), max: new Date("2040-01-01"), noInvalidDate: true }),
      fc.nat(90),
      (from, length) => {
        const first = from.toISOString().slice(0, 10);
        const days = daysFromTo(first, new Date(Date.parse(first) + length * 86_400_000).toISOString());
        expect(days).toHaveLength(length + 1);
        expect(new Set(days).size).toBe(length + 1);
        expect(read(`${first} to ${days.at(-1)}`)).toEqual(days);
        const some = days.filter((_, i) => i % 7 !== length % 5);
        expect(read(showDaysOff(some))).toEqual(some);
      },
    ),
  ));

const calendar = (...events: string[]) =>
  [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//test//EN",
    ...events.flatMap((one) => ["BEGIN:VEVENT", "UID:1", one, "END:VEVENT"]),
    "END:VCALENDAR",
  ].join("\r\n");
const whole = (start: string, more = "") => `DTSTART;VALUE=DATE:${start}${more === "" ? "" : `\r\n${more}`}`;
const found = (ics: string) => {
  const all = holidaysIn(ics, TODAY);
  return all.ok ? all.value : all.error;
};

// RFC 5545: DTEND of a date is not part of the event (3.6.1); an event of a date without an end is that day; RRULE of every year.
test.each([
  ["a day", calendar(whole("20261225")), { days: ["2026-12-25"], leftOut: 0 }],
  ["two days", calendar(whole("20261225", "DTEND;VALUE=DATE:20261227")), { days: ["2026-12-25", "2026-12-26"], leftOut: 0 }],
  [
    "every year, from long ago",
    calendar(whole("20150101", "RRULE:FREQ=YEARLY")),
    { days: ["2027-01-01", "2028-01-01"], leftOut: 0 },
  ],
  ["past", calendar(whole("20251225")), { days: [], leftOut: 0 }],
  ["a meeting", calendar("DTSTART:20261225T100000Z", whole("20261226")), { days: ["2026-12-26"], leftOut: 1 }],
  ["none", calendar(), { days: [], leftOut: 0 }],
  ["no calendar", "day;name\n2026-12-25;Christmas", "this file is no calendar (.ics) that can be read"],
  ["nothing", "", "this file is no calendar (.ics) that can be read"],
])("a calendar's file with %s", (_what, ics, is) => expect(found(ics)).toEqual(is));

test("an event that comes again for ever ends", () => {
  expect(found(calendar(whole("20261225", "RRULE:FREQ=DAILY")))).toMatchObject({ days: { length: 200 } });
});
