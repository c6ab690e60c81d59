import fc from "fast-check";
import { formatDay, formatMoment, parseDay } from "./date";

const TODAY = "2026-11-28";

test("a day and a moment look alike everywhere, with the year, whatever the zone", () => {
  expect(formatDay("2026-12-18")).toBe("Fri 18 Dec 2026");
  expect(formatDay("2026-12-18T23:59:00.000Z")).toBe("Fri 18 Dec 2026");
  expect(formatMoment("2026-12-18T09:05:00.000Z")).toBe("Fri 18 Dec 2026, 09:05");
});

test.each([
  ["18 Dec 2026", "2026-12-18"],
  ["Fri 18 Dec 2026", "2026-12-18"],
  ["friday, 18 december 2026", "2026-12-18"],
  ["Dec 18, 2026", "2026-12-18"],
  ["18th Dec", "2026-12-18"],
  ["2026-12-18", "2026-12-18"],
  ["2026-12-8", "2026-12-08"],
  ["18.12.2026", "2026-12-18"],
  ["12/18/2026", "2026-12-18"],
  ["5/5/2027", "2027-05-05"],
  // Without a year the next one that comes.
  ["3 Feb", "2027-02-03"],
  ["28 Nov", "2026-11-28"],
])("%s is %s", (text, iso) => expect(parseDay(text, TODAY)).toEqual({ ok: true, value: iso }));

test.each(["", "soon", "31 Feb 2027", "2026-13-01", "40.40.2026", "18", "20261218", "<b>"])("%s is refused in words", (text) => {
  const read = parseDay(text, TODAY);
  expect(!read.ok && read.error).toMatch(/^expected a day such as/);
});

test("a day in figures that can be read two ways is refused with both", () => {
  const read = parseDay("3.4.2027", TODAY);
  expect(!read.ok && read.error).toBe("“3.4.2027” can be read two ways: write 3 Apr 2027 or 4 Mar 2027");
});

test("what is shown is read back as the same day", () => {
  fc.assert(
    fc.property(fc.date({ min: new Date("2000-01-01"), max: new Date("2099-12-31"), noInvalidDate: true }), (date) => {
      const iso = date.toISOString().slice(0, 10);
      expect(parseDay(formatDay(iso), TODAY)).toEqual({ ok: true, value: iso });
    }),
  );
});
