import fc from "fast-check";
import { atLeast, atMost } from "./atLeast";
import { formatBeside, formatNumber } from "./formatQuantity";

test.each([
  [39.6, 26.4 * 1.5, true],
  [33.55 - 33.5, 0.05, true],
  [0.1 + 0.2, 0.3, true],
  [0.04, 0.05, false],
])("%d reaches %d: %p", (value, limit, reaches) => expect(atLeast(value, limit)).toBe(reaches));

test("a figure reaches its limit or keeps under it, and the limit itself does both", () =>
  fc.assert(
    fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: -1e6, max: 1e6 }), (a, b) => {
      expect(atLeast(a / 100, b / 100)).toBe(a >= b);
      expect(atMost(a / 100, b / 100)).toBe(a <= b);
    }),
    { seed: 5 },
  ));

test("a figure beside its limit is told to the digit that decides", () => {
  expect([formatBeside(3.03, 3, 1), formatBeside(3.2, 3, 1), formatBeside(2.996, 3, 1), formatBeside(3, 3, 1)]).toEqual([
    "3.03",
    "3.2",
    "2.996",
    "3",
  ]);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 9999 }), fc.integer({ min: 0, max: 9999 }), (a, b) => {
      if (a !== b) expect(formatBeside(a / 1000, b / 1000, 1)).not.toBe(formatNumber(b / 1000, 3));
    }),
    { seed: 6 },
  );
});
