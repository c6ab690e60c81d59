import fc from "fast-check";
import { Catalogue } from "../parts/catalogue";
import { battery, offer, partOf, placedOrder, QUAY } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { assess } from "../job/assess";
import { newJob, type Job } from "../job/job";
import type { Offer, Part, Supplier } from "../parts/part";
import { supplyPlan } from "../supply/supplyPlan";
import { converted, formatMoney, parseMoney, percentOf } from "../money/money";

const house = DEFAULT_HOUSE_RULES;
const INLET: Supplier = {
  id: "inlet",
  name: "Inlet Test Supply",
  currency: "EUR",
  carriageMinor: 900,
  freeFromMinor: null,
  dangerousGoodsMinor: 4000,
};
const DOLLAR: Supplier = { ...INLET, id: "dollar", name: "Dollar Test Supply", currency: "USD" };
const tyre = (offers: Offer[], more: Partial<Part> = {}) => partOf("tyre", { beadSeatMm: 622, widthMm: 37 }, { offers, ...more });
const plan = (parts: Part[], quantity = 1, rules = house) =>
  supplyPlan(
    parts.map((p) => ({ partId: p.id, quantity })),
    new Catalogue(parts, [QUAY, INLET, DOLLAR]),
    rules,
  );

describe("money", () => {
  test.each([
    ["1650", 165000],
    ["1,650", 165000],
    ["1650.4", 165040],
    ["1650,40 €", 165040],
    ["1,650.40", 165040],
    ["1.650,40", 165040],
    ["1 650.40", 165040],
    ["1.650.000", 1_650_000_00],
    ["0", 0],
    ["0.99", 99],
  ])("reads %s", (text, minor) => expect(parseMoney(text)).toEqual({ ok: true, value: minor }));
  test.each(["", "-5", "twelve", "1e9", "12.345,6,7", "1.2.3", "99999999", "=1+1", "1,650,40"])("refuses %s", (text) =>
    expect(parseMoney(text)).toMatchObject({ ok: false, error: expect.stringMatching(/^expected an amount such as 1650/) }),
  );
  test.each([
    ["12.505", "“12.505” can be read two ways: write 12505 or 12.50"],
    ["1.650", "“1.650” can be read two ways: write 1650 or 1.65"],
    ["0.999", "“0.999” has more than two decimals: write 0.99 or the whole amount"],
    ["0,999", "“0,999” has more than two decimals: write 0.99 or the whole amount"],
    ["1650.405", "“1650.405” has more than two decimals: cents are the smallest"],
  ])("asks about %s, which no amount of cents is", (text, error) => expect(parseMoney(text)).toEqual({ ok: false, error }));
  test("is shown in whole cents", () => {
    expect(formatMoney(165040, "EUR")).toBe("1\u2009650.40\u00a0€");
    expect(formatMoney(-5, "GBP")).toBe("−0.05\u00a0£");
  });
  test("reads back what it shows, and sums exactly", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 5_000_000 }), { minLength: 1, maxLength: 30 }), (amounts) => {
        const total = amounts.reduce((a, b) => a + b, 0);
        const read = amounts.map((a) => parseMoney(formatMoney(a, "EUR")));
        expect(read.reduce((sum, one) => sum + (one.ok ? one.value : NaN), 0)).toBe(total);
        expect(Number.isInteger(percentOf(total, 12.5))).toBe(true);
      }),
    );
  });
  test("a currency without a rate has no price", () => {
    expect(converted(1000, "USD", "EUR", {})).toBeUndefined();
    expect(converted(1000, "GBP", "EUR", { GBP: 1.15 })).toBe(1150);
  });
  // 0.50 × 1.15 is 0.575: a double holds 57.49999… and loses the cent.
  test.each([
    [50, 1.15, 58],
    [150, 1.15, 173],
    [250, 1.15, 288],
    [1, 0.5, 1],
    [3, 0.5, 2],
    [100, 0.005, 1],
  ])("%d at a rate of %d is %d: in decimal, half up", (minor, rate, is) =>
    expect(converted(minor, "GBP", "EUR", { GBP: rate })).toBe(is),
  );
  test("a rate or a share of two decimals is right to the cent, against whole-number arithmetic", () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000_000 }), fc.integer({ min: 1, max: 99_999 }), (minor, hundredths) => {
        const halfUp = (of: bigint) => Number((BigInt(minor) * BigInt(hundredths) * 2n + of) / (of * 2n));
        expect(converted(minor, "GBP", "EUR", { GBP: hundredths / 100 })).toBe(halfUp(100n));
        expect(percentOf(minor, hundredths / 100)).toBe(halfUp(10_000n));
      }),
    ));
});

describe("supply", () => {
  test("carriage counts once: one dearer line beats a second parcel", () => {
    const a = tyre([offer("quay", 1000), offer("inlet", 900)]);
    const b = tyre([offer("quay", 2000)]);
    expect(plan([a, b]).orders.map((o) => [o.supplier.id, o.goodsMinor, o.carriageMinor])).toEqual([["quay", 3000, 500]]);
    expect(plan([tyre([offer("quay", 3000), offer("inlet", 900)]), b]).orders).toHaveLength(2);
  });
  test("free from an order value; a pack travels as dangerous goods whatever the value", () => {
    const pack = battery();
    const dear = { ...pack, offers: [offer("quay", 25000, { carriage: "dangerous goods" })] } as Part;
    expect(plan([dear]).orders[0]).toMatchObject({ carriageMinor: 2500, dangerousGoods: true });
    expect(plan([tyre([offer("quay", 20000)])]).orders[0]!.carriageMinor).toBe(0);
    expect(plan([tyre([offer("quay", 19999)])]).orders[0]!.carriageMinor).toBe(500);
  });
  test("whole packs are bought", () =>
    expect(plan([tyre([offer("quay", 1800, { packSize: 40 })])], 41).orders[0]!.lines[0]).toMatchObject({
      packs: 2,
      totalMinor: 3600,
    }));
  test("what nobody sells, and what has no rate, is said in words and priced nowhere", () => {
    expect(plan([tyre([])]).unpriced[0]!.why).toBe("no supplier offers it");
    expect(plan([tyre([offer("dollar", 100, { currency: "USD" })])]).unpriced[0]!.why).toMatch(/no rate for USD/);
    expect(
      plan([tyre([offer("dollar", 100, { currency: "USD" })])], 1, { ...house, rates: { USD: 0.9 } }).orders[0]!.goodsMinor,
    ).toBe(90);
  });
  test("never costs more than buying everything from any one supplier that has it all, against plain enumeration", () => {
    const price = fc.integer({ min: 1, max: 30000 });
    fc.assert(
      fc.property(fc.array(fc.tuple(price, price), { minLength: 1, maxLength: 6 }), (prices) => {
        const parts = prices.map(([q, i]) => tyre([offer("quay", q), offer("inlet", i)]));
        const total = plan(parts).orders.reduce((sum, o) => sum + o.goodsMinor + o.carriageMinor, 0);
        const quay = prices.reduce((sum, [q]) => sum + q, 0);
        const inlet = prices.reduce((sum, [, i]) => sum + i, 0) + 900;
        expect(total).toBeLessThanOrEqual(Math.min(quay + (quay >= 20000 ? 0 : 500), inlet));
      }),
    );
  });
});

describe("the sheet", () => {
  const display = partOf("display", { plug: "x", clampMm: 22, showsSpeed: true }, { massKg: 0.5 });
  const stocked = partOf("charger", { outputV: 42, outputA: 2, plug: "x" }, { inStock: 3 });
  const kit = partOf("kit", { contents: [{ partId: display.id, quantity: 1 }] }, { offers: [offer("quay", 10000)] });
  const catalogue = new Catalogue([display, stocked, kit], [QUAY]);
  const job = (over: Partial<Job> = {}): Job => ({
    ...newJob({ id: "j1", number: 1, customer: "Ida", bike: "" }),
    choices: { kit: kit.id, charger: stocked.id },
    ...over,
  });
  const sheetOf = (over: Partial<Job> = {}) => assess(job(over), catalogue, house, "2026-01-05").sheet;

  test("a kit costs once, what is in it nothing; stock is priced and not ordered", () => {
    const { lines, plan: p } = sheetOf();
    expect(lines.map((l) => [l.says, l.source, l.priceMinor])).toEqual([
      ["A kit", "buy", 12500],
      ["A display", "in the kit", 0],
      ["A charger", "stock", 1250],
    ]);
    expect(p.orders.flatMap((o) => o.lines.map((l) => l.part.id))).toEqual([kit.id]);
  });
  test("totals are the sum of their parts, to the cent", () => {
    const s = sheetOf({ hand: [{ id: "h", says: "Bell", quantity: 2, priceMinor: 333, group: "dressing" }] });
    expect(s.dressingMinor).toBe(666);
    expect(s.runningMinor + s.dressingMinor).toBe(s.lines.reduce((sum, l) => sum + (l.priceMinor ?? 0), 0));
    expect(s.allInMinor).toBe(
      s.runningMinor + s.dressingMinor + s.labourMinor + s.carriageMinor + s.consumablesMinor + s.contingencyMinor + s.taxMinor,
    );
    expect(s.depositMinor % 1000).toBe(0);
    expect(s.partsMarginPercent).toBeLessThan(100);
  });
  test("the customer's own part costs nothing and is not ordered", () => {
    const s = sheetOf({ sources: { [`kit ${kit.id}`]: "customer" } });
    expect(s.lines[0]).toMatchObject({ source: "customer", priceMinor: 0 });
    expect(s.plan.orders).toEqual([]);
  });
  test("a placed order is not bought twice and keeps its frozen price", () => {
    const placed = [placedOrder(kit.id, { totalMinor: 8000 })];
    const s = sheetOf({ orders: placed });
    expect(s.plan.orders).toEqual([]);
    expect(s.lines[0]!.priceMinor).toBe(10000);
    expect(s.carriageMinor).toBe(500);
  });
  test("a choice takes the kit's place in its slot, and an unknown part is skipped without a crash", () => {
    const other = partOf("display", { plug: "y", clampMm: 31.8, showsSpeed: true });
    const wider = new Catalogue([display, stocked, kit, other], [QUAY]);
    const lines = assess(job({ choices: { kit: kit.id, display: other.id, battery: "gone" } }), wider, house, "2026-01-05").sheet
      .lines;
    expect(lines.map((l) => l.says)).toEqual(["A kit", "A display"]);
    expect(lines[1]!.partId).toBe(other.id);
  });
  test("a job with nothing chosen makes no price and no crash", () =>
    expect(assess(newJob({ id: "j", number: 2, customer: "x", bike: "" }), catalogue, house, "2026-01-05")).toMatchObject({
      steps: [],
      sheet: { lines: [], allInMinor: 0 },
    }));
});
