import fc from "fast-check";
import { axisOf, momentAt, shareAt } from "./axis";
import { MONDAY } from "./market.fixture";
import { readHours, showHours } from "./hoursText";
import { afterMinutes, minutesWithin, shiftsOf } from "./shifts";
import { clockAt, DAY_MIN, dayAt, midnightOf, weekdayAt } from "./wall";
import type { BenchPerson } from "./shopFloor";

const monday = midnightOf(MONDAY);

const span = fc
  .tuple(fc.integer({ min: 0, max: 1380 }), fc.integer({ min: 5, max: 60 }))
  .map(([from, long]): [number, number] => [from, from + long]);
const week = fc.array(fc.array(span, { maxLength: 1 }), { minLength: 7, maxLength: 7 });

test("a moment of somebody's hours lies where it is looked for, to five minutes", () =>
  fc.assert(
    fc.property(week, fc.constantFrom(1, 7), fc.nat(7 * DAY_MIN - 1), (hours, count, at) => {
      const shifts = shiftsOf({ week: hours, off: [] }, monday, 7);
      const axis = axisOf(monday, count, [shifts]);
      expect(axis.reduce((sum, day) => sum + day.width, 0)).toBeCloseTo(1, 9);
      const moment = monday + at;
      const worked = shifts.some(([from, to]) => from <= moment && moment < to);
      if (worked && at < count * DAY_MIN) expect(Math.abs(momentAt(axis, shareAt(axis, moment)) - moment)).toBeLessThanOrEqual(5);
    }),
  ));

test("hours of a day are read as they are shown", () =>
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 1440 }), { minLength: 0, maxLength: 8 }), (edges) => {
      const sorted = [...edges].sort((a, b) => a - b);
      const hours = sorted.flatMap((from, i): [number, number][] =>
        i % 2 === 0 && i + 1 < sorted.length ? [[from, sorted[i + 1]!]] : [],
      );
      expect(readHours(showHours(hours))).toEqual({ ok: true, value: hours });
    }),
  ));

test.each([
  [
    "8:30–12:30, 13–16",
    [
      [510, 750],
      [780, 960],
    ],
  ],
  [
    "8-12;13.15-17",
    [
      [480, 720],
      [795, 1020],
    ],
  ],
  ["", []],
  ["noon", "expected hours such as 8:30–12:30, 13–16, got “noon”"],
  ["12–8", "12:00–8:00 ends before it begins"],
  ["8–12, 11–13", "11:00–13:00 begins before the hours that stand before it end"],
  ["8–25", "expected hours such as 8:30–12:30, 13–16, got “8–25”"],
  ["8:70–9", "expected hours such as 8:30–12:30, 13–16, got “8:70–9”"],
  ["1–2,3–4,5–6,7–8,9–10", "at most 4 times a day"],
])("hours typed as %j", (text, is) => {
  const read = readHours(text);
  expect(read.ok ? read.value : read.error).toEqual(is);
});

const DAY: [number, number][] = [
  [480, 720],
  [780, 1020],
];
const PERSON: Pick<BenchPerson, "week" | "off"> = { week: [DAY, DAY, [], DAY, DAY, [], []], off: ["2026-12-01"] };

test("nobody works on days off, closed days, or before now; and what is worked adds up", () => {
  const shifts = shiftsOf(PERSON, monday + 500, 14, ["2026-12-03"]);
  expect(shifts[0]).toEqual([monday + 500, monday + 720]);
  expect(
    shifts.map(([from]) => dayAt(from)).filter((day) => ["2026-12-01", "2026-12-02", "2026-12-03", "2026-12-05"].includes(day)),
  ).toEqual([]);
  expect(clockAt(shifts[0]![0])).toBe("08:20");
  expect(weekdayAt(monday)).toBe(0);
  const minutes = minutesWithin(shifts, monday, monday + 14 * DAY_MIN);
  expect(minutes).toBe(shifts.reduce((sum, [from, to]) => sum + to - from, 0));
  expect(afterMinutes(shifts, monday, minutes)).toBe(shifts.at(-1)![1]);
  expect(afterMinutes(shifts, monday, minutes + 1)).toBe(Infinity);
});
