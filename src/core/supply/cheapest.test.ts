import loadHighs, { type Highs } from "highs";
import { programOf } from "./program";
import { leastOf, plain, sold, stepped } from "./baskets.fixture";
import { cheapest, costOf, type Bought, type SupplierIn } from "./cheapest";
import type { OfferIn, PartIn } from "./fills";
import { dice } from "../../../tests/dice";

/** A basket as a shop's: parts of one to six pieces, some in packs, some packs of lithium cells, carriages with and without a free step. */
function basket(seed: number, suppliers: number, parts: number, share = 0.5): { parts: PartIn[]; suppliers: SupplierIn[] } {
  const roll = dice(seed);
  const asks = Array.from({ length: suppliers }, () =>
    plain(roll(0, 20) * 100, { freeFrom: roll(0, 1) === 0 ? null : roll(50, 400) * 100, surcharge: roll(0, 3) * 1000 }),
  );
  return {
    suppliers: asks,
    parts: Array.from({ length: parts }, () => {
      const base = roll(200, 20_000);
      const quantity = roll(1, 6);
      const dangerous = roll(1, 10) === 1;
      const one = (supplier: number): OfferIn => {
        const packSize = roll(1, 3) === 1 ? roll(2, 10) : 1;
        return sold(supplier, Math.round((base * packSize * roll(80, 120)) / 100), packSize, dangerous);
      };
      const offers = asks.flatMap((_, s) => (roll(1, 100) <= share * 100 ? [one(s), ...(roll(1, 5) === 1 ? [one(s)] : [])] : []));
      return { quantity, offers: offers.length > 0 ? offers : [one(roll(0, suppliers - 1))] };
    }),
  };
}

const holds = (parts: readonly PartIn[], { packs }: Bought) =>
  parts.every((part, i) => part.offers.reduce((sum, o, j) => sum + packs[i]![j]! * o.packSize, 0) >= part.quantity);
describe("against the integer-programming solver HiGHS", () => {
  let highs: Highs;
  beforeAll(async () => {
    highs = await loadHighs();
  });
  const reference = (parts: readonly PartIn[], suppliers: readonly SupplierIn[]) => {
    const solved = highs.solve(programOf(parts, suppliers), { mip_rel_gap: 0, mip_abs_gap: 0.4 });
    expect(solved.Status).toBe("Optimal");
    return Math.round(solved.ObjectiveValue);
  };
  test.each([
    { suppliers: 3, parts: 8, baskets: 40, proves: 40 },
    { suppliers: 5, parts: 15, baskets: 40, proves: 40 },
    { suppliers: 8, parts: 12, baskets: 20, proves: 12 },
    { suppliers: 13, parts: 14, baskets: 12, proves: 0 },
    { suppliers: 20, parts: 10, baskets: 8, proves: 0 },
  ])("$suppliers suppliers, $parts parts: what is proved is the optimum, what is not is near it", (size) => {
    let proved = 0;
    for (let seed = 1; seed <= size.baskets; seed += 1) {
      const { parts, suppliers } = basket(seed * 7919 + size.suppliers, size.suppliers, size.parts);
      const bought = cheapest(parts, suppliers);
      const least = reference(parts, suppliers);
      expect(holds(parts, bought)).toBe(true);
      expect(bought.total).toBe(costOf(parts, suppliers, bought.packs));
      if (bought.proved) expect([seed, bought.total]).toEqual([seed, least]);
      else expect(bought.total / least).toBeLessThan(1.03);
      if (bought.proved) proved += 1;
    }
    // A weaker bound finds the same plans and proves fewer of them: a shop's baskets must all be proved at once.
    expect(proved).toBeGreaterThanOrEqual(size.proves);
  });

  test("who sends free from nothing at all asks no carriage, and saves none by not being bought from", () => {
    const parts = [{ quantity: 2, offers: [sold(0, 400), sold(1, 300)] }];
    const suppliers = [plain(900, { freeFrom: 0 }), plain(250)];
    expect(cheapest(parts, suppliers)).toMatchObject({ packs: [[2, 0]], total: 800, proved: true });
    expect(reference(parts, suppliers)).toBe(800);
    const dearer = [{ quantity: 2, offers: [sold(0, 500), sold(1, 300)] }];
    expect(cheapest(dearer, suppliers)).toMatchObject({ packs: [[0, 2]], total: 850 });
    expect(reference(dearer, suppliers)).toBe(850);
  });

  // Three hundred pieces in packs of one to six have more ways than anybody can count: settled at once, and never called proved in vain.
  test.each([null, 20_000, 29_000, 30_300, 31_500])("hundreds of pieces in many pack sizes, free from %s", (freeFrom) => {
    const offers = [1, 2, 3, 4, 5, 6].map((size) => sold(0, 100 * size + 7 * (size % 3), size));
    const parts = [
      { quantity: 300, offers: [...offers, sold(1, 95)] },
      { quantity: 1, offers: [sold(0, 400), sold(1, 350)] },
    ];
    const suppliers = [plain(900, { freeFrom }), plain(500)];
    const bought = cheapest(parts, suppliers);
    const least = reference(parts, suppliers);
    expect(holds(parts, bought)).toBe(true);
    if (bought.proved) expect(bought.total).toBe(least);
    else expect(bought.total).toBeGreaterThanOrEqual(least);
  });
});

test("free from an order value, a line split over packs and suppliers, a surcharge asked once", () => {
  // Six pieces: a pack of four at quay and two loose ones at inlet are 400 + 2 × 120, under 6 × 120 or two packs.
  const split = [{ quantity: 6, offers: [sold(0, 400, 4), sold(1, 120), sold(0, 190)] }];
  expect(cheapest(split, [plain(0), plain(0)])).toEqual({ packs: [[1, 2, 0]], total: 640, proved: true });
  // With carriage on inlet the loose ones come from quay.
  expect(cheapest(split, [plain(0), plain(200)])).toMatchObject({ packs: [[1, 0, 2]], total: 780 });
  // A dearer line fills quay's order up to its free carriage.
  const two = [
    { quantity: 1, offers: [sold(0, 9_000)] },
    { quantity: 1, offers: [sold(0, 1_100), sold(1, 1_000)] },
  ];
  expect(cheapest(two, [plain(900, { freeFrom: 10_000 }), plain(0)])).toMatchObject({ packs: [[1], [1, 0]], total: 10_100 });
  expect(cheapest(two, [plain(900, { freeFrom: 10_200 }), plain(0)])).toMatchObject({ packs: [[1], [0, 1]], total: 10_900 });
  const packs = [
    { quantity: 1, offers: [sold(0, 20_000, 1, true), sold(1, 21_000, 1, true)] },
    { quantity: 1, offers: [sold(0, 5_000, 1, true), sold(1, 6_000, 1, true)] },
  ];
  const risky = plain(500, { surcharge: 4_000 });
  expect(cheapest(packs, [risky, risky])).toMatchObject({
    packs: [
      [1, 0],
      [1, 0],
    ],
    total: 29_500,
  });
});

test("two pack sizes of one supplier together can cost more than either alone, and so reach a free carriage", () => {
  // Six in threes or in twos are 600; one three and two twos hold seven for 700, and free from 650.
  const six = [{ quantity: 6, offers: [sold(0, 300, 3), sold(0, 200, 2)] }];
  expect(cheapest(six, [plain(900, { freeFrom: 650 })])).toEqual({ packs: [[1, 2]], total: 700, proved: true });
  expect(cheapest(six, [plain(50, { freeFrom: 650 })]).total).toBe(650);
});

// In whole euros as a shop's, and in single cents, where the best plan is often one cent better than the next.
test.each([
  { money: "euros", baskets: 250, unit: 100, prices: [100, 2_000] },
  { money: "cents", baskets: 1_500, unit: 1, prices: [1, 9] },
])("small baskets in $money, by trying every way there is", ({ baskets, unit, prices: [low, high] }) => {
  for (let seed = 1; seed <= baskets; seed += 1) {
    const roll = dice(seed * 31);
    const suppliers = Array.from({ length: roll(1, 3) }, () =>
      plain(roll(0, 9) * unit, { freeFrom: roll(0, 2) === 0 ? null : roll(5, 60) * unit, surcharge: roll(0, 2) * 5 * unit }),
    );
    const parts = Array.from({ length: roll(1, 3) }, (): PartIn => ({
      quantity: roll(1, 4),
      offers: Array.from({ length: roll(1, 3) }, () =>
        sold(roll(0, suppliers.length - 1), roll(low!, high!), roll(1, 3), roll(0, 4) === 0),
      ),
    }));
    expect([seed, cheapest(parts, suppliers)]).toEqual([
      seed,
      expect.objectContaining({ total: leastOf(parts, suppliers), proved: true }),
    ]);
  }
});

// With small orders' fees and several steps of carriage a supplier: every way there is, and the general solver.
test("steps of carriage: as cheap as the cheapest of every way there is, and never dearer than the integer program", async () => {
  const highs = await loadHighs();
  for (let seed = 1; seed <= 1_500; seed += 1) {
    const roll = dice(seed * 53 + 7);
    const suppliers = Array.from({ length: roll(1, 3) }, () => stepped(roll, 1));
    const parts = Array.from({ length: roll(1, 3) }, (): PartIn => ({
      quantity: roll(1, 4),
      offers: Array.from({ length: roll(1, 3) }, () => {
        const worth = roll(1, 9);
        // With duty on some of them: they cost more than they count towards a step.
        return sold(roll(0, suppliers.length - 1), worth + roll(0, 3), roll(1, 3), roll(0, 4) === 0, worth);
      }),
    }));
    const bought = cheapest(parts, suppliers);
    expect([seed, bought]).toEqual([seed, expect.objectContaining({ total: leastOf(parts, suppliers), proved: true })]);
    if (seed % 10 !== 0) continue;
    const solved = highs.solve(programOf(parts, suppliers), { mip_rel_gap: 0, mip_abs_gap: 0.4 });
    // The program may buy a pack to spare where that reaches a step: never dearer.
    expect([seed, solved.Status]).toEqual([seed, "Optimal"]);
    expect([seed, Math.round(solved.ObjectiveValue) <= bought.total]).toEqual([seed, true]);
  }
});

// A lower price from so many packs on, as most lists have it: an offer of its own that is not sold in fewer.
test("prices for many: as cheap as the cheapest of every way there is, and as the integer program where nothing is to spare", async () => {
  const highs = await loadHighs();
  for (let seed = 1; seed <= 1_500; seed += 1) {
    const roll = dice(seed * 97 + 3);
    const suppliers = Array.from({ length: roll(1, 3) }, () => stepped(roll, 1));
    const parts = Array.from({ length: roll(1, 3) }, (): PartIn => ({
      quantity: roll(1, 5),
      offers: Array.from({ length: roll(1, 2) }, (): OfferIn[] => {
        const [supplier, price, size] = [roll(0, suppliers.length - 1), roll(2, 9), roll(1, 3)];
        const one = sold(supplier, price, size);
        return roll(0, 1) === 0 ? [one] : [one, sold(supplier, roll(1, price - 1), size, false, undefined, roll(2, 4))];
      }).flat(),
    }));
    const bought = cheapest(parts, suppliers);
    expect(holds(parts, bought)).toBe(true);
    expect([seed, bought]).toEqual([seed, expect.objectContaining({ total: leastOf(parts, suppliers), proved: true })]);
    if (seed % 10 !== 0) continue;
    const solved = highs.solve(programOf(parts, suppliers), { mip_rel_gap: 0, mip_abs_gap: 0.4 });
    expect([seed, solved.Status]).toEqual([seed, "Optimal"]);
    expect([seed, Math.round(solved.ObjectiveValue) <= bought.total]).toEqual([seed, true]);
  }
  // By hand: nine at 100 each, or ten at 85 from ten on with one for the shelf.
  const nine = [{ quantity: 9, offers: [sold(0, 100), sold(0, 85, 1, false, 85, 10)] }];
  expect(cheapest(nine, [plain(0)])).toEqual({ packs: [[0, 10]], total: 850, proved: true });
  const eight = [{ ...nine[0]!, quantity: 8 }];
  expect(cheapest(eight, [plain(0)])).toEqual({ packs: [[8, 0]], total: 800, proved: true });
});

// Who has no more of it: the line is split, in every way there is, and in the integer program.
test("no more than so many packs of an offer: as cheap as the cheapest of every way there is, and as the integer program allows", async () => {
  const highs = await loadHighs();
  let mattered = 0;
  for (let seed = 1; seed <= 1_500; seed += 1) {
    const roll = dice(seed * 83 + 13);
    const suppliers = Array.from({ length: roll(1, 3) }, () => stepped(roll, 1));
    const parts = Array.from({ length: roll(1, 3) }, (): PartIn => {
      const offers = Array.from({ length: roll(1, 3) }, () => {
        const least = roll(1, 4) === 1 ? roll(2, 3) : 1;
        const size = roll(1, 3);
        return sold(roll(0, suppliers.length - 1), roll(1, 9), size, false, undefined, least, 0, least + roll(0, 2));
      });
      return {
        quantity: roll(
          1,
          Math.min(
            7,
            offers.reduce((sum, one) => sum + one.atMost * one.packSize, 0),
          ),
        ),
        offers,
      };
    });
    const bought = cheapest(parts, suppliers);
    expect(holds(parts, bought)).toBe(true);
    parts.forEach((part, i) =>
      part.offers.forEach((one, j) => expect([seed, bought.packs[i]![j]! <= one.atMost]).toEqual([seed, true])),
    );
    expect([seed, bought]).toEqual([seed, expect.objectContaining({ total: leastOf(parts, suppliers), proved: true })]);
    const endless = parts.map((part) => ({ ...part, offers: part.offers.map((one) => ({ ...one, atMost: Infinity })) }));
    if (cheapest(endless, suppliers).total < bought.total) mattered += 1;
    if (seed % 10 !== 0) continue;
    const solved = highs.solve(programOf(parts, suppliers), { mip_rel_gap: 0, mip_abs_gap: 0.4 });
    expect([seed, solved.Status]).toEqual([seed, "Optimal"]);
    expect([seed, Math.round(solved.ObjectiveValue) <= bought.total]).toEqual([seed, true]);
  }
  expect(mattered).toBeGreaterThan(300);
});

// Carriage by mass on top of steps by value: lighter orders by splitting lines, dearer goods that reach a step in one that weighs more.
test("steps of mass: as cheap as the cheapest of every way there is, and never dearer than the integer program", async () => {
  const highs = await loadHighs();
  let [mattered, proved] = [0, 0];
  for (let seed = 1; seed <= 1_600; seed += 1) {
    const roll = dice(seed * 71 + 5);
    const suppliers = Array.from({ length: roll(1, 3) }, (): SupplierIn => {
      let [over, more] = [0, 0];
      const masses = Array.from({ length: roll(0, 3) }, () => {
        over += roll(1, 4) * 100;
        more += roll(1, 8);
        return { over, more };
      });
      return { ...stepped(roll, 1), masses };
    });
    const parts = Array.from({ length: roll(1, 3) }, (): PartIn => {
      const grams = roll(0, 4) * 100;
      return {
        quantity: roll(1, 4),
        offers: Array.from({ length: roll(1, 3) }, () => {
          const size = roll(1, 3);
          return sold(roll(0, suppliers.length - 1), roll(1, 9), size, roll(0, 4) === 0, undefined, 1, grams * size);
        }),
      };
    });
    const bought = cheapest(parts, suppliers);
    const least = leastOf(parts, suppliers);
    expect(holds(parts, bought)).toBe(true);
    if (bought.proved) expect([seed, bought.total]).toEqual([seed, least]);
    else expect(bought.total).toBeGreaterThanOrEqual(least);
    if (bought.proved) proved += 1;
    const light = suppliers.map((one) => ({ ...one, masses: [] }));
    if (costOf(parts, suppliers, cheapest(parts, light).packs) > bought.total) mattered += 1;
    if (seed % 10 !== 0) continue;
    const solved = highs.solve(programOf(parts, suppliers), { mip_rel_gap: 0, mip_abs_gap: 0.4 });
    expect([seed, solved.Status]).toEqual([seed, "Optimal"]);
    expect([seed, Math.round(solved.ObjectiveValue) <= least]).toEqual([seed, true]);
  }
  // The cases are such that who looks at the mass afterwards buys dearer.
  expect(mattered).toBeGreaterThan(100);
  expect(proved).toBeGreaterThan(1_550);
});

test("what was cut is never called proved: too many ways to fill a part, with and without a free carriage to reach", () => {
  // Sixty pieces in packs of nine sizes: the counting is cut long before its end.
  const many = { quantity: 60, offers: [1, 2, 3, 4, 5, 6, 7, 8, 9].map((size) => sold(0, 100 * size - size, size)) };
  expect(cheapest([many], [plain(0)]).proved).toBe(false);
  expect(cheapest([many], [plain(500, { freeFrom: 5_990 })]).proved).toBe(false);
  // Beside a part that is bought in one way only.
  const one = { quantity: 1, offers: [sold(0, 700)] };
  expect(cheapest([one, many], [plain(500, { freeFrom: 6_690 })])).toMatchObject({
    packs: [[1], expect.any(Array)],
    proved: false,
  });
});

test("ways enough for any line of a shop are counted to their end", () => {
  // Thirty-two pieces in packs of one to four that all cost the same apiece: no way is left out for its price.
  const line = { quantity: 32, offers: [1, 2, 3, 4].map((size) => sold(0, 99 * size, size)) };
  expect(cheapest([line], [plain(0)])).toMatchObject({ total: 32 * 99, proved: true });
  // Thousands of one kind of piece are one way.
  expect(cheapest([{ quantity: 6_000, offers: [sold(0, 2)] }], [plain(0)])).toMatchObject({ total: 12_000, proved: true });
  // Sixty where the larger packs are far cheaper apiece: what costs more than the best so far is not counted out ...
  const steep = { quantity: 60, offers: [1, 2, 3, 4, 5, 6].map((size) => sold(0, 100 * size - 9 * size * size, size)) };
  expect(cheapest([steep], [plain(0)])).toMatchObject({ total: 10 * (600 - 324), proved: true });
  // ... but every way counts where dearer ones may reach a free carriage: then it is cut, and said.
  expect(cheapest([steep], [plain(5_000, { freeFrom: 3_000 })]).proved).toBe(false);
});
