import fc from "fast-check";
import { Catalogue } from "../parts/catalogue";
import { battery, offer, partOf } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import type { HouseRules } from "../house/houseRules";
import { offerSchema, type Offer, type Part, type Supplier } from "../parts/part";
import { learnPlan, supplyPlan } from "./supplyPlan";

const supplier = (id: string, over: Partial<Supplier> = {}): Supplier => ({
  id,
  name: `${id} supply`,
  currency: "EUR",
  carriageMinor: 500,
  freeFromMinor: null,
  dangerousGoodsMinor: 2500,
  ...over,
});
const part = (id: string, offers: Offer[]): Part => partOf("tyre", { beadSeatMm: 622, widthMm: 37 }, { id, offers });
const planOf = (parts: Part[], suppliers: Supplier[], quantities: Record<string, number> = {}, house: Partial<HouseRules> = {}) =>
  supplyPlan(
    parts.map((p) => ({ partId: p.id, quantity: quantities[p.id] ?? 1 })),
    new Catalogue(parts, suppliers),
    { ...DEFAULT_HOUSE_RULES, ...house },
  );
const told = (plan: ReturnType<typeof planOf>) =>
  plan.orders
    .map((o) => [
      o.supplier.id,
      o.lines.map((l) => `${l.quantity} ${l.part.id} in ${l.packs} for ${l.totalMinor}`),
      o.goodsMinor,
      o.carriageMinor,
    ])
    .sort();

describe("more than is sold", () => {
  const few = (id: string, priceMinor: number, atMost: number, packSize = 1) => offer(id, priceMinor, { atMost, packSize });
  const free = ["quay", "lock"].map((id) => supplier(id, { carriageMinor: 0 }));
  test("what one has not comes from the next, at its price; what nobody has is on no order and told", () => {
    const bell = part("a", [few("quay", 1_00, 3), few("lock", 2_00, 2, 2)]);
    expect(told(planOf([bell], free, { a: 5 }))).toEqual([
      ["lock", ["2 a in 1 for 200"], 2_00, 0],
      ["quay", ["3 a in 3 for 300"], 3_00, 0],
    ]);
    const nine = planOf([bell], free, { a: 9 });
    expect(nine.orders.flatMap((one) => one.lines).reduce((sum, line) => sum + line.quantity, 0)).toBe(7);
    expect(nine.unpriced).toEqual([{ part: bell, quantity: 2, why: "no more than 7 are sold at once" }]);
  });
  test("a number under the one from which its price holds is refused at its field", () => {
    const wrong = (over: Partial<Offer>) => {
      const read = offerSchema.safeParse(offer("quay", 1_00, over));
      return read.success ? [] : read.error.issues.map((issue) => issue.path.join("."));
    };
    expect(wrong({ atLeast: 5, atMost: 5 })).toEqual([]);
    expect(wrong({ atLeast: 5, atMost: 4 })).toEqual(["atMost"]);
    for (const atMost of [0, -1, 1.5, 10_000]) expect(wrong({ atMost })).toEqual(["atMost"]);
  });
});

describe("one supplier", () => {
  test("a line split over two packs holds what is wanted, and what is over stands on the last of them", () =>
    // Seven pieces as a pack of five and one of three: 900 + 600, where two of five are 1,800 and three of three 1,800.
    expect(
      told(
        planOf(
          [part("a", [offer("quay", 9_00, { packSize: 5 }), offer("quay", 6_00, { packSize: 3 })])],
          [supplier("quay", { carriageMinor: 0 })],
          { a: 7 },
        ),
      ),
    ).toEqual([["quay", ["5 a in 1 for 900", "2 a in 1 for 600"], 15_00, 0]]));
  const quay = (over: Partial<Supplier> = {}) => [supplier("quay", over)];
  test.each([
    [199_99, 5_00],
    [200_00, 0],
    [200_01, 0],
  ])("goods of %d cents, free from 200.00: carriage %d", (goods, carriage) =>
    expect(planOf([part("a", [offer("quay", goods)])], quay({ freeFromMinor: 200_00 })).orders[0]).toMatchObject({
      goodsMinor: goods,
      carriageMinor: carriage,
    }),
  );
  test("free counts the goods of all its lines together", () =>
    expect(
      planOf([part("a", [offer("quay", 120_00)]), part("b", [offer("quay", 80_00)])], quay({ freeFromMinor: 200_00 })).orders[0],
    ).toMatchObject({ goodsMinor: 200_00, carriageMinor: 0 }));
  test("carriage, its free limit and the surcharge are in the supplier's currency", () => {
    const gbp = { currency: "GBP" as const, freeFromMinor: 100_00 };
    const pack = {
      ...battery(),
      id: "pack",
      offers: [offer("quay", 50_00, { currency: "GBP", carriage: "dangerous goods" })],
    } as Part;
    const plan = (price: number) =>
      planOf([part("a", [offer("quay", price)]), pack], quay(gbp), {}, { rates: { GBP: 1.2 } }).orders[0]!;
    // 60.00 of pack and 59.99: under 100.00 £ = 120.00; carriage 6.00, surcharge 30.00.
    expect(plan(59_99)).toMatchObject({ goodsMinor: 119_99, carriageMinor: 36_00, dangerousGoods: true });
    expect(plan(60_00)).toMatchObject({ goodsMinor: 120_00, carriageMinor: 30_00 });
  });
  test.each([
    [1, 1],
    [40, 1],
    [41, 2],
    [80, 2],
    [81, 3],
  ])("%d pieces of packs of 40 are %d packs", (quantity, packs) =>
    expect(
      planOf([part("a", [offer("quay", 1800, { packSize: 40 })])], quay(), { a: quantity }).orders[0]!.lines[0],
    ).toMatchObject({
      quantity,
      packs,
      totalMinor: packs * 1800,
    }),
  );
  test("of two pack sizes the one that costs less for the pieces wanted", () => {
    const offers = [offer("quay", 100), offer("quay", 700, { packSize: 10 })];
    expect(planOf([part("a", offers)], quay(), { a: 6 }).orders[0]!.lines[0]).toMatchObject({ packs: 6, totalMinor: 600 });
    expect(planOf([part("a", offers)], quay(), { a: 8 }).orders[0]!.lines[0]).toMatchObject({ packs: 1, totalMinor: 700 });
  });
});

test("what nobody offers, what has no rate, what is not wanted and what is not known are each told or left out", () => {
  const parts = [
    part("none", []),
    part("usd", [offer("quay", 5, { currency: "USD" }), offer("inlet", 5, { currency: "CHF" })]),
    part("zero", [offer("quay", 5)]),
    part("a", [offer("gone", 5)]),
  ];
  const plan = planOf(parts, [supplier("quay"), supplier("inlet")], { zero: 0, none: 3 });
  expect(plan.orders).toEqual([]);
  expect(plan.unpriced.map((u) => [u.part.id, u.quantity, u.why])).toEqual([
    ["none", 3, "no supplier offers it"],
    ["usd", 1, "no rate for USD, CHF in the house rules"],
    ["a", 1, "its supplier is not in the books"],
  ]);
  expect(supplyPlan([{ partId: "unknown", quantity: 1 }], new Catalogue([], []), DEFAULT_HOUSE_RULES)).toEqual({
    orders: [],
    unpriced: [],
    wants: [{ partId: "unknown", quantity: 1 }],
    proved: true,
  });
});

test("an offer at 0.00 is no price until somebody says so; a carriage without a rate is no zero", () => {
  const free = (more: Partial<Offer> = {}) => planOf([part("a", [offer("quay", 0, more)])], [supplier("quay")]);
  expect(free().unpriced[0]!.why).toBe("its price is 0.00 and nobody said that this is meant");
  expect(told(free({ free: true }))).toEqual([["quay", ["1 a in 1 for 0"], 0, 500]]);
  expect(told(planOf([part("a", [offer("quay", 0), offer("inlet", 900)])], [supplier("quay"), supplier("inlet")]))).toEqual([
    ["inlet", ["1 a in 1 for 900"], 900, 500],
  ]);
  const abroad = supplier("abroad", { currency: "USD" });
  expect(planOf([part("a", [offer("abroad", 900)])], [abroad]).unpriced[0]!.why).toBe("no rate for USD in the house rules");
  expect(told(planOf([part("a", [offer("abroad", 900)])], [abroad], {}, { rates: { USD: 0.9 } }))).toEqual([
    ["abroad", ["1 a in 1 for 900"], 900, 450],
  ]);
});

test("a line is split over packs and suppliers where that is cheapest, and each of its lines says its own pieces", () =>
  expect(
    told(
      planOf(
        [part("a", [offer("quay", 4000, { packSize: 4 }), offer("inlet", 1200)])],
        [supplier("quay", { carriageMinor: 100 }), supplier("inlet", { carriageMinor: 100 })],
        { a: 6 },
      ),
    ),
  ).toEqual([
    ["inlet", ["2 a in 2 for 2400"], 2400, 100],
    ["quay", ["4 a in 1 for 4000"], 4000, 100],
  ]));

test.each([13, 20, 40])("a plan of %d suppliers is whole and priced", (count) => {
  const suppliers = Array.from({ length: count }, (_, s) => supplier(`s${s}`, { carriageMinor: 300 + 10 * s }));
  const parts = Array.from({ length: count }, (_, i) =>
    part(`p${i}`, [offer(`s${i}`, 1000), offer(`s${(i + 1) % count}`, 1050 + i)]),
  );
  const plan = planOf(parts, suppliers);
  expect(plan.unpriced).toEqual([]);
  expect(plan.orders.flatMap((o) => o.lines).length).toBe(count);
  // Never dearer than every line at its cheapest, each with a parcel of its own.
  const total = plan.orders.reduce((sum, o) => sum + o.goodsMinor + o.carriageMinor, 0);
  expect(total).toBeLessThan(1000 * count + suppliers.reduce((sum, one) => sum + one.carriageMinor, 0));
});

test("a dearer line is taken where it saves a parcel, and not where it does not", () => {
  const suppliers = [supplier("quay"), supplier("inlet", { carriageMinor: 900 })];
  const both = (inlet: number) =>
    planOf([part("a", [offer("quay", 2000)]), part("b", [offer("quay", 1000), offer("inlet", inlet)])], suppliers);
  expect(told(both(101))).toEqual([["quay", ["1 a in 1 for 2000", "1 b in 1 for 1000"], 3000, 500]]);
  expect(told(both(99))).toEqual([
    ["inlet", ["1 b in 1 for 99"], 99, 900],
    ["quay", ["1 a in 1 for 2000"], 2000, 500],
  ]);
});

test("no basket costs more than the cheapest of all ways to send its lines to suppliers, by plain enumeration", () => {
  const price = fc.integer({ min: 1, max: 3000 });
  const names = ["quay", "inlet", "shoal"];
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.option(price), fc.option(price), price), { minLength: 1, maxLength: 5 }),
      fc.tuple(price, price, price),
      (prices, carriage) => {
        const suppliers = names.map((id, i) => supplier(id, { carriageMinor: carriage[i]! }));
        const parts = prices.map((row, i) =>
          part(
            `p${i}`,
            row.flatMap((minor, s) => (minor === null ? [] : [offer(names[s]!, minor)])),
          ),
        );
        const ways = parts.reduce<number[][]>(
          (all, _part, i) => all.flatMap((way) => names.flatMap((_n, s) => (prices[i]![s] === null ? [] : [[...way, s]]))),
          [[]],
        );
        const cost = (way: number[]) =>
          way.reduce((sum, s, i) => sum + prices[i]![s]!, 0) + [...new Set(way)].reduce((sum, s) => sum + carriage[s]!, 0);
        const total = planOf(parts, suppliers).orders.reduce((sum, o) => sum + o.goodsMinor + o.carriageMinor, 0);
        expect(total).toBe(Math.min(...ways.map(cost)));
      },
    ),
    { seed: 11, numRuns: 150 },
  );
});

test("what a solver found is taken in only where it holds what is wanted, has no pack to spare and costs no more", () => {
  // 198.00 of goods and 9.00 of carriage; a spare piece at 3.00 would send all of it free from 200.00.
  const suppliers = [supplier("quay", { carriageMinor: 900, freeFromMinor: 200_00 }), supplier("inlet", { carriageMinor: 0 })];
  const parts = [part("a", [offer("quay", 195_00)]), part("b", [offer("quay", 3_00), offer("inlet", 3_50)])];
  const wants = parts.map(({ id }) => ({ partId: id, quantity: 1 }));
  const catalogue = new Catalogue(parts, suppliers);
  const learn = (packs: number[][]) => learnPlan(wants, catalogue, DEFAULT_HOUSE_RULES, packs);
  const before = told(supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES));
  expect(learn([[0], [1, 0]])).toBe(false);
  expect(learn([[1], [2, 0]])).toBe(false);
  expect(told(supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES))).toEqual(before);
  // A dearer one proves the one that is known.
  expect(learn([[1], [0, 1]])).toBe(true);
  expect(told(supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES))).toEqual(before);
  expect(supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES).proved).toBe(true);
});
