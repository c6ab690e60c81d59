import fc from "../../../tests/seeded";
import { wallMin } from "../bench/wall";
import { ended, minutesAt, running } from "./timers";

const DAY: [number, number][] = [
  [8 * 60, 12 * 60],
  [13 * 60, 17 * 60],
];
/** From Monday to Friday, with an hour's break. */
const WEEK = [DAY, DAY, DAY, DAY, DAY, [], []];
const run = (from: string, to: string | null = null) => ({
  from: `2026-01-${from}:00Z`,
  to: to && `2026-01-${to}:00Z`,
  by: "Ida",
});
/** 5 January 2026 is a Monday. */
const counted = (runs: ReturnType<typeof run>[], now: string, week: typeof WEEK | null = WEEK) =>
  minutesAt(runs, wallMin(`2026-01-${now}:00Z`), wallMin, () => week);

test("a timer counts by the clock, less a break that it ran through", () => {
  expect(counted([run("05T09:00")], "05T09:40")).toEqual({ minutes: 40, overNight: false });
  expect(counted([run("05T11:30")], "05T13:30").minutes).toBe(60);
  // Who works in the break, or after hours, is at it.
  expect(counted([run("05T12:10")], "05T12:50").minutes).toBe(40);
  expect(counted([run("05T18:00")], "05T18:45").minutes).toBe(45);
  expect(counted([run("10T09:00")], "10T10:00").minutes).toBe(60);
  expect(counted([run("05T11:30")], "05T13:30", null).minutes).toBe(120);
});

test("one that is left on over night, or over a week-end, counts to closing and from opening, and says so", () => {
  expect(counted([run("05T16:40")], "06T08:15")).toEqual({ minutes: 35, overNight: true });
  expect(counted([run("09T16:40")], "12T08:15")).toEqual({ minutes: 35, overNight: true });
  // Begun after closing, ended before opening: nothing is known of it.
  expect(counted([run("05T18:00")], "06T07:00")).toEqual({ minutes: 0, overNight: true });
  expect(counted([run("05T16:40")], "10T10:00")).toEqual({ minutes: 20, overNight: true });
  expect(counted([run("05T16:40")], "06T08:15", null)).toEqual({ minutes: 0, overNight: true });
});

test("pauses are not counted; an end is put to what runs, and to nothing else", () => {
  const runs = [run("05T09:00", "05T09:20"), run("05T10:00")];
  expect(counted(runs, "05T10:05").minutes).toBe(25);
  expect(running(runs)).toBe(runs[1]);
  expect(ended(runs, "2026-01-05T10:05:00Z").map(({ to }) => to)).toEqual(["2026-01-05T09:20:00Z", "2026-01-05T10:05:00Z"]);
  expect(running([])).toBeUndefined();
});

test("no timer counts less than nothing, more than the clock, or more than two days of work", () => {
  const start = wallMin("2026-01-05");
  const moment = fc.integer({ min: 0, max: 30 * 1440 });
  fc.assert(
    fc.property(moment, moment, fc.boolean(), (from, now, known) => {
      const iso = new Date((start + from) * 60_000).toISOString();
      const { minutes } = minutesAt([{ from: iso, to: null, by: "" }], start + now, wallMin, () => (known ? WEEK : null));
      expect(minutes).toBeGreaterThanOrEqual(0);
      expect(minutes).toBeLessThanOrEqual(Math.max(0, now - from));
      // Of a night and the days after it, the rest of the first day and the beginning of the last.
      expect(minutes).toBeLessThanOrEqual(2 * 1440);
    }),
  );
});
