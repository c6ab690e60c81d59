import fc from "fast-check";
import { costsMoved, earnedOf } from "./earned";

const line = (key: string, costMinor: number | null) => ({ key, partId: key, says: `The ${key}`, costMinor });
const SHEET = {
  beforeTaxMinor: 1_800_00,
  labourMinutes: 420,
  carriageMinor: 40_00,
  lines: [line("hub", 500_00), line("pack", 400_00)],
};

test("what is left is the price less parts and carriage, and an hour of it is by the hours that were quoted", () => {
  // By hand: 1800 − 900 − 40 = 860 for 7 h.
  expect(earnedOf(SHEET)).toMatchObject({ leftMinor: 860_00, hourMinor: 122_86, unknown: 0 });
  const dearer = { ...SHEET, carriageMinor: 52_00, lines: [line("hub", 500_00), line("pack", 489_50)] };
  expect(earnedOf(SHEET, dearer)).toMatchObject({ priceMinor: 1_800_00, leftMinor: 758_50, hourMinor: 108_36 });
  expect(costsMoved(SHEET, dearer)).toEqual([{ says: "The pack", minor: 89_50 }]);
  expect(earnedOf({ ...SHEET, labourMinutes: 0 }).hourMinor).toBeNull();
  expect(earnedOf({ ...SHEET, lines: [line("hub", null)] })).toMatchObject({ unknown: 1, partsMinor: 0 });
});

test("lines that moved, and carriage, are all that parts what is left on two days", () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(90_000), fc.nat(90_000)), { maxLength: 12 }),
      fc.nat(9_000),
      fc.nat(9_000),
      (costs, before, after) => {
        const on = (at: 0 | 1, carriageMinor: number) => ({
          ...SHEET,
          carriageMinor,
          lines: costs.map((cost, i) => line(`p${i}`, cost[at])),
        });
        const [was, now] = [on(0, before), on(1, after)];
        const moved = costsMoved(was, now);
        const parts = moved.reduce((sum, one) => sum + one.minor, 0);
        expect(earnedOf(was).leftMinor - earnedOf(was, now).leftMinor).toBe(parts + after - before);
        expect(moved.map((one) => Math.abs(one.minor))).toEqual(moved.map((one) => Math.abs(one.minor)).sort((a, b) => b - a));
      },
    ),
  ));
