import fc from "fast-check";
import { Catalogue } from "../parts/catalogue";
import type { Supplier } from "../parts/part";
import { NO_TERMS } from "../parts/noTerms";
import type { Terms } from "../parts/terms";
import { WEEKDAYS } from "../parts/weekdays";
import { expectedDay } from "./expected";
import { isWorkingDay } from "./orderDay";
import { daysBetween } from "../units/days";

const supplier = (terms: Partial<Terms> = {}): Supplier => ({
  id: "quay",
  name: "Quay",
  currency: "EUR",
  carriageMinor: 0,
  freeFromMinor: null,
  dangerousGoodsMinor: 0,
  terms: { ...NO_TERMS, ...terms },
});
const day = (
  at: string,
  leadDays: number,
  { terms, seen, closed = [] }: { terms?: Partial<Terms>; seen?: number; closed?: string[] } = {},
) =>
  expectedDay(
    { supplierId: "quay", leadDays },
    at,
    new Catalogue([], [supplier(terms)], [], seen === undefined ? {} : { quay: seen }),
    { closedDays: closed },
  );

// By hand on a calendar: 4 Dec 2026 is a Friday, 25 Dec 2026 too.
test.each([
  ["from Monday on, for what is ordered on a Sunday", "2026-12-06", 2, {}, "2026-12-09"],
  ["nothing comes at the weekend", "2026-12-03", 2, {}, "2026-12-07"],
  ["after the hour it goes a day later", "2026-12-02T14:00:00.000Z", 2, { terms: { cutOff: "14:00" } }, "2026-12-07"],
  ["just before the hour it goes at once", "2026-12-02T13:59:00.000Z", 2, { terms: { cutOff: "14:00" } }, "2026-12-04"],
  ["once a week, on Tuesdays", "2026-12-02", 3, { terms: { orderDays: ["Tue" as const] } }, "2026-12-11"],
  ["seen longer than stated", "2026-12-01", 2, { seen: 8 }, "2026-12-09"],
  ["seen shorter than stated: what is stated", "2026-12-01", 9, { seen: 3 }, "2026-12-10"],
  ["over the holidays", "2026-12-23", 2, { closed: ["2026-12-25", "2026-12-28"] }, "2026-12-29"],
  ["ordered on a day off", "2026-12-25", 1, { closed: ["2026-12-25"] }, "2026-12-29"],
])("%s", (_what, at, lead, over, is) => expect(day(at, lead, over)).toBe(is));

test("never a weekend or a day off, never before its lead time, and a day off never brings it sooner", () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 700 }),
      fc.integer({ min: 0, max: 40 }),
      fc.option(fc.integer({ min: 0, max: 40 }), { nil: undefined }),
      fc.array(fc.integer({ min: 0, max: 800 }), { maxLength: 30 }),
      fc.subarray([...WEEKDAYS]),
      (from, lead, seen, closed, orderDays) => {
        const iso = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString().slice(0, 10);
        const off = closed.map(iso);
        const over = { terms: { orderDays }, ...(seen !== undefined && { seen }) };
        const is = day(iso(from), lead, { ...over, closed: off });
        expect(isWorkingDay(is, off)).toBe(true);
        expect(daysBetween(iso(from), is)).toBeGreaterThanOrEqual(Math.max(lead, seen ?? 0));
        expect(is >= day(iso(from), lead, over)).toBe(true);
      },
    ),
  ));
