import fc from "@/../tests/seeded";
import { askBill, asBilled, billShares } from "./bill";

const ORDER = { number: "0007-1", currency: "EUR" as const, goodsMinor: 400_00, carriageMinor: 20_00 };

test("a bill is likely up to a quarter more or less, and asked about beyond", () => {
  expect(askBill(ORDER, { goodsMinor: 500_00, carriageMinor: 25_00 })).toBeNull();
  expect(askBill(ORDER, { goodsMinor: 500_01, carriageMinor: 25_00 })).toContain("420.00");
  expect(askBill(ORDER, { goodsMinor: 0, carriageMinor: 0 })).toContain("is it the bill");
  expect(askBill({ ...ORDER, goodsMinor: 0, carriageMinor: 0 }, { goodsMinor: 1, carriageMinor: 0 })).not.toBeNull();
});

const cents = fc.integer({ min: 0, max: 5_000_00 });

test("a bill's lines add up to its goods, whatever was ordered, and nothing changes without one", () =>
  fc.assert(
    fc.property(fc.array(cents, { minLength: 1, maxLength: 9 }), cents, cents, (worth, goodsMinor, carriageMinor) => {
      const placed = { ...ORDER, lines: worth.map((totalMinor) => ({ totalMinor })), billed: null };
      expect(asBilled(placed)).toBe(placed);
      const is = asBilled({ ...placed, billed: { goodsMinor, carriageMinor } });
      expect(is.lines.reduce((sum, line) => sum + line.totalMinor, 0)).toBe(goodsMinor);
      expect([is.goodsMinor, is.carriageMinor]).toEqual([goodsMinor, carriageMinor]);
      for (const line of is.lines) expect(line.totalMinor).toBeGreaterThanOrEqual(0);
    }),
  ));

test("the shares of a joint order's bill add up to it, goods and carriage apart", () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          totalMinor: cents,
          for: fc.array(fc.record({ orderId: fc.constantFrom("a", "b", "c"), quantity: fc.integer({ min: 1, max: 9 }) }), {
            minLength: 1,
            maxLength: 4,
          }),
        }),
        { minLength: 1, maxLength: 6 },
      ),
      cents,
      cents,
      (lines, goodsMinor, carriageMinor) => {
        const shares = [...billShares({ lines }, { goodsMinor, carriageMinor }).values()];
        expect(shares.reduce((sum, one) => sum + one.goodsMinor, 0)).toBe(goodsMinor);
        expect(shares.reduce((sum, one) => sum + one.carriageMinor, 0)).toBe(carriageMinor);
      },
    ),
  ));
