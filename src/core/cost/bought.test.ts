import fc from "fast-check";
import { offer, partOf, placedOrder, QUAY } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { Catalogue } from "../parts/catalogue";
import type { PlacedOrder } from "../supply/placedOrder";
import { pieceCost, supplyPlan } from "../supply/supplyPlan";
import { costOfBought, stillToBuy } from "./bought";
import { shared } from "../money/money";

const house = DEFAULT_HOUSE_RULES;
const spoke = partOf("tyre", { beadSeatMm: 622, widthMm: 37 }, { id: "spoke", offers: [offer("quay", 18_00, { packSize: 40 })] });
const catalogue = new Catalogue([spoke], [QUAY]);

/** So many pieces wanted, bought in packs of forty for so much together. */
const placed = (quantity: number, packs: number, totalMinor: number, over: Partial<PlacedOrder> = {}) =>
  placedOrder("spoke", { quantity, packs, packSize: 40, packPriceMinor: 17_00, totalMinor }, over);
const cost = (quantity: number, orders: readonly PlacedOrder[]) => {
  const wants = stillToBuy(new Map([["spoke", quantity]]), orders);
  return [wants, costOfBought("spoke", quantity, orders, supplyPlan(wants, catalogue, house), house).minor];
};

test("a placed pack is used up, at its frozen price, before anything is bought again", () => {
  const order = placed(36, 1, 17_00);
  expect(cost(36, [order])).toEqual([[], 17_00]);
  // Four more are in the pack already.
  expect(cost(40, [order])).toEqual([[], 17_00]);
  // The forty-first is in a new pack, at today's price.
  expect(cost(41, [order])).toEqual([[{ partId: "spoke", quantity: 1 }], 17_00 + 18_00]);
  // Fewer than it was ordered for carry their share: 18 of 36.
  expect(cost(18, [order])).toEqual([[], 8_50]);
  expect(cost(60, [order, placed(20, 1, 16_00)])).toEqual([[], 33_00]);
  expect(cost(36, [])).toEqual([[{ partId: "spoke", quantity: 36 }], 18_00]);
});

test("an order of another currency is converted, and has no price without a rate", () => {
  const pounds = [placed(36, 1, 10_00, { currency: "GBP" })];
  const at = (rates: Partial<Record<"GBP", number>>) =>
    costOfBought("spoke", 36, pounds, supplyPlan([], catalogue, house), { ...house, rates });
  expect(at({ GBP: 1.15 })).toEqual({ minor: 11_50, problem: null });
  expect(at({})).toEqual({ minor: null, problem: "no rate for GBP in the house rules" });
});

test("a piece from the shelf costs its piece, not its pack, half up", () => {
  expect(pieceCost(spoke, 1, catalogue, house)).toEqual({ minor: 45, problem: null });
  // 7 × 18.00 / 40 = 3.15 and 1 × 18.10 / 40 = 0.4525.
  expect(pieceCost(spoke, 7, catalogue, house).minor).toBe(3_15);
  const odd = { ...spoke, offers: [offer("quay", 18_10, { packSize: 40 }), offer("quay", 60)] };
  expect(pieceCost(odd, 1, catalogue, house).minor).toBe(45);
  expect(pieceCost(odd, 2, catalogue, house).minor).toBe(91);
  expect(pieceCost({ ...spoke, offers: [] }, 1, catalogue, house)).toEqual({ minor: null, problem: "no supplier offers it" });
});

test("shares of an amount add up to it to the cent", () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1_000_000 }),
      fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 9 }),
      (total, quantities) => {
        const shares = shared(total, quantities);
        expect(shares.reduce((sum, one) => sum + one, 0)).toBe(total);
        for (const one of shares) expect(one).toBeGreaterThanOrEqual(0);
      },
    ),
  ));
