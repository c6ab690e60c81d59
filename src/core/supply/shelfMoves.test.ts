import fc from "fast-check";
import { worthOf } from "./shelfMoves";

/**
 * A perpetual record by the moving average, as textbooks of accounting print it: 200 pieces at 9.00, 300 bought at 10.00 (average 9.60),
 * 400 sold, 400 bought at 11.00 (average 10.72). The shape of the example is from memory of such books; its sums are by hand.
 */
test.each([
  ["opened", [[200, 1_800_00]], 200, 900],
  [
    "bought dearer",
    [
      [200, 1_800_00],
      [300, 3_000_00],
    ],
    500,
    960,
  ],
  [
    "sold",
    [
      [200, 1_800_00],
      [300, 3_000_00],
      [-400, null],
    ],
    100,
    960,
  ],
  [
    "bought again",
    [
      [200, 1_800_00],
      [300, 3_000_00],
      [-400, null],
      [400, 4_400_00],
    ],
    500,
    1_072,
  ],
  [
    "counted: one more than was thought",
    [
      [4, 40_00],
      [1, null],
    ],
    5,
    1_000,
  ],
  [
    "there before anything was bought",
    [
      [3, null],
      [2, 10_00],
    ],
    5,
    500,
  ],
  [
    "empty, then bought anew",
    [
      [2, 10_00],
      [-2, null],
      [1, 9_00],
    ],
    1,
    900,
  ],
  ["nothing known", [[3, null]], 3, null],
] as const)("moving average, %s", (_what, moves, pieces, average) => {
  const worth = worthOf(moves.map(([moved, costMinor]) => ({ pieces: moved, costMinor })));
  expect([worth.pieces, worth.averageMinor]).toEqual([pieces, average]);
  expect(worth.worthMinor).toBe(average === null ? null : pieces * average);
});

test("it lies between the cheapest and the dearest that ever came, and what goes does not move it", () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ pieces: fc.integer({ min: 1, max: 50 }), each: fc.integer({ min: 1, max: 9_000 }), out: fc.nat(60) }),
        {
          minLength: 1,
          maxLength: 20,
        },
      ),
      (receipts) => {
        const moves: { pieces: number; costMinor: number | null }[] = [];
        let there = 0;
        for (const { pieces, each, out } of receipts) {
          moves.push({ pieces, costMinor: pieces * each });
          there += pieces;
          const goes = Math.min(out, there);
          if (goes === 0) continue;
          const before = worthOf(moves).averageMinor;
          moves.push({ pieces: -goes, costMinor: null });
          there -= goes;
          expect(worthOf(moves).averageMinor).toBe(before);
        }
        const { averageMinor, pieces } = worthOf(moves);
        const prices = receipts.map(({ each }) => each);
        expect(pieces).toBe(there);
        expect(averageMinor!).toBeGreaterThanOrEqual(Math.min(...prices) - 1e-6);
        expect(averageMinor!).toBeLessThanOrEqual(Math.max(...prices) + 1e-6);
      },
    ),
  ));
