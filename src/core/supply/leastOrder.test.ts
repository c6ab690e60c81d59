import loadHighs from "highs";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { Catalogue } from "../parts/catalogue";
import { NO_TERMS } from "../parts/noTerms";
import type { Supplier } from "../parts/part";
import { market } from "../../../tests/market";
import { offer, partOf } from "../../../tests/bench.fixture";
import { dice } from "../../../tests/dice";
import { everyPlan, plain, sold, stepped } from "./baskets.fixture";
import { cheapest, costOf, type SupplierIn } from "./cheapest";
import type { PartIn } from "./fills";
import { frontier } from "./frontier";
import { missingGoods, moreThanAll, withLeast } from "./leastOrder";
import { programOf } from "./program";
import { isBetter, notTaken, supplyPlan, totalOf } from "./supplyPlan";

/** Orders of a plan that are under what their suppliers take, counted by hand. */
function under(parts: readonly PartIn[], least: readonly number[], packs: readonly (readonly number[])[]): number {
  const worth = least.map(() => 0);
  const used = least.map(() => false);
  parts.forEach((part, i) =>
    part.offers.forEach((one, j) => {
      if (packs[i]![j]! === 0) return;
      worth[one.supplier]! += one.worthOf(packs[i]![j]!);
      used[one.supplier] = true;
    }),
  );
  return least.filter((from, s) => used[s] && worth[s]! < from).length;
}

test("as few orders under the least as can be, then as cheap as the cheapest: every way there is, and the integer program", async () => {
  const highs = await loadHighs();
  let [mattered, forced] = [0, 0];
  for (let seed = 1; seed <= 1_500; seed += 1) {
    const roll = dice(seed * 59 + 11);
    const suppliers = Array.from({ length: roll(1, 3) }, (): SupplierIn => stepped(roll, 1));
    const least = suppliers.map(() => (roll(0, 2) === 0 ? 0 : roll(1, 25)));
    const parts = Array.from({ length: roll(1, 3) }, (): PartIn => ({
      quantity: roll(1, 4),
      offers: Array.from({ length: roll(1, 3) }, () => {
        const worth = roll(1, 9);
        return sold(roll(0, suppliers.length - 1), worth + roll(0, 3), roll(1, 3), roll(0, 4) === 0, worth);
      }),
    }));
    const weighed = withLeast(parts, suppliers, least);
    const bought = cheapest(parts, weighed);
    const all = everyPlan(parts).map((packs) => ({ under: under(parts, least, packs), cost: costOf(parts, suppliers, packs) }));
    const fewest = Math.min(...all.map((one) => one.under));
    const cost = Math.min(...all.filter((one) => one.under === fewest).map((one) => one.cost));
    expect([seed, bought.proved, under(parts, least, bought.packs), costOf(parts, suppliers, bought.packs)]).toEqual([
      seed,
      true,
      fewest,
      cost,
    ]);
    if (fewest > 0) forced += 1;
    else if (cost > Math.min(...all.map((one) => one.cost))) mattered += 1;
    expect(Math.max(...all.map((one) => one.cost))).toBeLessThan(moreThanAll(parts, suppliers));
    if (seed % 10 !== 0) continue;
    const solved = highs.solve(programOf(parts, weighed), { mip_rel_gap: 0, mip_abs_gap: 0.4 });
    // The program may buy a pack to spare where that reaches the least: never dearer.
    expect([seed, solved.Status, Math.round(solved.ObjectiveValue) <= bought.total]).toEqual([seed, "Optimal", true]);
  }
  // The cases are such that who does not look at the least buys otherwise, and such that it cannot be kept.
  expect(mattered).toBeGreaterThan(100);
  expect(forced).toBeGreaterThan(100);
});

test("by hand: a dearer line is taken along to reach the least, or all of it is bought elsewhere", () => {
  const parts = [
    { quantity: 1, offers: [sold(0, 80), sold(1, 100)] },
    { quantity: 1, offers: [sold(0, 30), sold(1, 25)] },
  ];
  const suppliers = [plain(0), plain(0)];
  const buy = (least: number) => cheapest(parts, withLeast(parts, suppliers, [least, 0])).packs;
  expect(buy(80)).toEqual([
    [1, 0],
    [0, 1],
  ]);
  expect(buy(81)).toEqual([
    [1, 0],
    [1, 0],
  ]);
  expect(buy(111)).toEqual([
    [0, 1],
    [0, 1],
  ]);
  expect(withLeast(parts, suppliers, [0, 0])).toEqual(suppliers);
});

test("what is missing is counted in the supplier's own money, to the cent", () => {
  const house = { currency: "EUR" as const, rates: { GBP: 1.15, USD: 0.92 } };
  const line = (priceMinor: number, packs: number, currency: "EUR" | "GBP" | "USD") => ({ priceMinor, packs, currency });
  // 33.33 and 66.67 in their own money are a hundred, whatever the cents of each become in ours.
  expect(missingGoods([line(33_33, 1, "USD"), line(66_67, 1, "USD")], 100_00, "USD", house)).toBe(0);
  expect(missingGoods([line(33_33, 3, "USD")], 100_00, "USD", house)).toBe(1);
  expect(missingGoods([line(50_00, 1, "EUR")], 60_00, "EUR", house)).toBe(10_00);
  // 46.00 of ours are 40.00 of theirs.
  expect(missingGoods([line(46_00, 1, "EUR")], 50_00, "GBP", house)).toBe(10_00);
  expect(missingGoods([line(1, 1, "EUR")], 0, "GBP", house)).toBe(0);
});

const house = DEFAULT_HOUSE_RULES;
const seller = (id: string, leastOrderMinor: number | null, over: Partial<Supplier> = {}): Supplier => ({
  id,
  name: `${id} supply`,
  currency: "EUR",
  carriageMinor: 5_00,
  freeFromMinor: null,
  dangerousGoodsMinor: 0,
  terms: { ...NO_TERMS, leastOrderMinor },
  ...over,
});
const bell = (id: string, offers: ReturnType<typeof offer>[]) =>
  partOf("bell", { barMm: 22 }, { id, name: `Bell ${id}`, offers });

describe("in the books", () => {
  const planOf = (least: number | null, wants = { a: 1, b: 1 }) =>
    supplyPlan(
      Object.entries(wants).map(([partId, quantity]) => ({ partId, quantity })),
      new Catalogue(
        [bell("a", [offer("quay", 20_00)]), bell("b", [offer("quay", 9_00), offer("lock", 3_00)])],
        [seller("quay", least), seller("lock", null)],
      ),
      house,
    );
  const told = (least: number | null, wants?: { a: number; b: number }) =>
    planOf(least, wants).orders.map(({ supplier, goodsMinor, carriageMinor, lacksMinor }) => [
      supplier.id,
      goodsMinor,
      carriageMinor,
      lacksMinor,
    ]);
  test("what only they sell draws the rest along, or lacks so much; no carriage is shown that nobody asks", () => {
    const apart = (lacks: number) => [
      ["quay", 20_00, 5_00, lacks],
      ["lock", 3_00, 5_00, 0],
    ];
    expect(told(null)).toEqual(apart(0));
    expect(told(20_00)).toEqual(apart(0));
    // 34.00 instead of 33.00, and taken.
    expect(told(20_01)).toEqual([["quay", 29_00, 5_00, 0]]);
    expect(told(29_00)).toEqual([["quay", 29_00, 5_00, 0]]);
    // Not to be reached: the cheapest stands, and what it lacks.
    expect(told(29_01)).toEqual(apart(9_01));
    // One bell of three is taken along, two are not.
    expect(told(45_00, { a: 2, b: 3 })).toEqual([
      ["quay", 49_00, 5_00, 0],
      ["lock", 6_00, 5_00, 0],
    ]);
    expect(planOf(29_01).orders[0]!.landed).toMatchObject({ goodsMinor: 20_00, carriageMinor: 5_00 });
  });
  test("on a frontier a later point that everybody takes stands beside a cheaper one that not everybody does", () => {
    const books = new Catalogue(
      [bell("a", [offer("quay", 10_00, { leadDays: 1 }), offer("lock", 30_00, { leadDays: 9 })])],
      [seller("quay", 50_00), seller("lock", null)],
    );
    const points = frontier([{ partId: "a", quantity: 1 }], books, house, (one) => one.leadDays);
    expect(points.map(({ days, totalMinor, plan }) => [days, totalMinor, notTaken(plan)])).toEqual([
      [1, 15_00, 1],
      [9, 35_00, 0],
    ]);
  });
});

test("with more days to choose among it is never worse, whatever the least of each", () => {
  for (let seed = 1; seed <= 40; seed += 1) {
    const roll = dice(seed * 17);
    const { catalogue, wants } = market(6, 4, seed);
    const books = new Catalogue(
      [...catalogue.parts.values()],
      [...catalogue.suppliers.values()].map((one) => ({
        ...one,
        terms: { ...NO_TERMS, leastOrderMinor: roll(0, 1) === 0 ? null : roll(10, 300) * 100 },
      })),
    );
    const points = frontier(wants, books, house, (one) => one.leadDays);
    for (let i = 1; i < points.length; i += 1)
      expect([seed, i, isBetter(points[i]!.plan, points[i - 1]!.plan)]).toEqual([seed, i, true]);
    const whole = supplyPlan(wants, books, house);
    if (!whole.proved) continue;
    expect([seed, notTaken(points.at(-1)!.plan), totalOf(points.at(-1)!.plan)]).toEqual([seed, notTaken(whole), totalOf(whole)]);
  }
});
