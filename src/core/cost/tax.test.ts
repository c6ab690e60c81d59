import fc from "@/../tests/seeded";
import { discountMinor, type Discount } from "./discount";
import { taxGroups, taxLines } from "./tax";

const AMOUNTS = { labourMinor: 300_00, partsMinor: 900_00, fullMinor: 1_250_00, lessMinor: 0 };

test("work at a rate of its own, everything else at the goods': by hand", () => {
  const taxes = taxGroups(AMOUNTS, null, { taxPercent: 21, labourTaxPercent: 9 });
  // 950 · 21 % = 199.50; 300 · 9 % = 27.
  expect(taxes).toEqual([
    { of: "goods", percent: 21, discountMinor: 0, netMinor: 950_00, taxMinor: 199_50 },
    { of: "work", percent: 9, discountMinor: 0, netMinor: 300_00, taxMinor: 27_00 },
  ]);
  expect(taxLines({ taxes, taxMinor: 226_50 }).map(([says]) => says)).toEqual(["Tax on goods, 21 %", "Tax on work, 9 %"]);
  expect(taxGroups(AMOUNTS, null, { taxPercent: 21, labourTaxPercent: null })).toMatchObject([{ of: "all", taxMinor: 262_50 }]);
  expect(taxGroups(AMOUNTS, null, { taxPercent: 21, labourTaxPercent: 21 })).toHaveLength(1);
  expect(taxLines({ taxes: [], taxMinor: 5 })).toEqual([["Tax", 5]]);
});

test("a share of parts and labour falls on these, an amount on all: by hand", () => {
  const rules = { taxPercent: 20, labourTaxPercent: 10 };
  const tenth: Discount = { off: { as: "percent", percent: 10 }, why: "a friend" };
  expect(taxGroups({ ...AMOUNTS, lessMinor: 120_00 }, tenth, rules).map((one) => one.discountMinor)).toEqual([90_00, 30_00]);
  const amount: Discount = { off: { as: "amount", minor: 125_00 }, why: "a friend" };
  expect(taxGroups({ ...AMOUNTS, lessMinor: 125_00 }, amount, rules).map((one) => one.discountMinor)).toEqual([95_00, 30_00]);
});

const cents = fc.nat(3_000_00);
test("groups add up to what is before tax, none is negative, and each tax is its rate of its net", () =>
  fc.assert(
    fc.property(
      cents,
      cents,
      cents,
      fc.oneof(
        fc.constant(null),
        fc.record({ as: fc.constant("percent" as const), percent: fc.double({ min: 0.1, max: 100, noNaN: true }) }),
        fc.record({ as: fc.constant("amount" as const), minor: fc.integer({ min: 1, max: 9_000_00 }) }),
      ),
      fc.integer({ min: 0, max: 40 }),
      fc.option(fc.integer({ min: 0, max: 40 })),
      (labourMinor, partsMinor, other, off, taxPercent, labourTaxPercent) => {
        const discount = off && { off, why: "why" };
        const fullMinor = labourMinor + partsMinor + other;
        const lessMinor = discountMinor(discount, labourMinor + partsMinor, fullMinor);
        const taxes = taxGroups({ labourMinor, partsMinor, fullMinor, lessMinor }, discount, { taxPercent, labourTaxPercent });
        expect(taxes.reduce((sum, one) => sum + one.netMinor, 0)).toBe(fullMinor - lessMinor);
        expect(taxes.reduce((sum, one) => sum + one.discountMinor, 0)).toBe(lessMinor);
        for (const one of taxes) {
          expect(one.netMinor).toBeGreaterThanOrEqual(0);
          // Half a cent, and what a binary figure is off.
          expect(Math.abs(one.taxMinor - (one.netMinor * one.percent) / 100)).toBeLessThanOrEqual(0.5 + 1e-6);
        }
      },
    ),
  ));
