import fc from "fast-check";
import { ledgerOf, worthOf } from "./shelfMoves";

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

test("a ledger keeps the order of the times, and each line's sums are those of the lines up to it", () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ pieces: fc.integer({ min: -9, max: 9 }), minute: fc.integer({ min: 10, max: 14 }), held: fc.boolean() }),
      ),
      (given) => {
        const drawn = [...given].sort((a, b) => a.minute - b.minute);
        const line = ({ pieces, minute }: (typeof drawn)[number]) => ({
          pieces,
          at: `2026-01-05T09:${minute}:00.000Z`,
          says: "",
          by: "",
        });
        const of = (held: boolean) => drawn.filter((one) => one.held === held).map(line);
        const ledger = ledgerOf(
          of(false).map((one) => ({ ...one, there: 0, costMinor: null })),
          of(true).map((one) => ({ ...one, jobId: "j", number: 7, customer: "Merryn" })),
        );
        expect(ledger.length).toBe(drawn.length);
        let [there, held] = [0, 0];
        for (const [i, one] of ledger.entries()) {
          there += one.moved;
          held += one.held;
          expect([one.there, one.heldThen]).toEqual([there, held]);
          expect(one.at >= (ledger[i - 1]?.at ?? "")).toBe(true);
        }
        const sum = (lines: readonly { pieces: number }[]) => lines.reduce((all, { pieces }) => all + pieces, 0);
        expect([there, held]).toEqual([sum(of(false)), sum(of(true))]);
      },
    ),
  ));

test("of one moment, a piece is let go before it is taken off the shelf", () => {
  const at = "2026-01-05T09:00:00.000Z";
  const of = { says: "", at, by: "" };
  const job = { jobId: "j", number: 7, customer: "Merryn" };
  const ledger = ledgerOf(
    [
      { ...of, pieces: 2, there: 2, costMinor: null, at: "2026-01-04T09:00:00.000Z" },
      { ...of, pieces: -2, there: 0, costMinor: null },
    ],
    [
      { ...of, ...job, pieces: 2, at: "2026-01-04T10:00:00.000Z" },
      { ...of, ...job, pieces: -2 },
    ],
  );
  expect(ledger.map((line) => [line.there, line.heldThen])).toEqual([
    [2, 0],
    [2, 2],
    [2, 0],
    [0, 0],
  ]);
  expect(ledger.every((line) => line.there - line.heldThen >= 0)).toBe(true);
});
