import fc from "fast-check";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import type { HouseRules } from "../house/houseRules";
import { Catalogue } from "../parts/catalogue";
import { supplierSchema, type Offer, type Part, type Supplier } from "../parts/part";
import { offer, partOf } from "../../../tests/bench.fixture";
import { headingOf, landedCarriage, landedGoods, stepsAsked } from "./landed";
import { arrivalDay, waitDays } from "./orderDay";
import { supplyPlan } from "./supplyPlan";
import { NO_TERMS } from "../parts/noTerms";
import type { Terms } from "../parts/terms";

const QUAY: Supplier = {
  id: "quay",
  name: "Quay",
  currency: "EUR",
  carriageMinor: 0,
  freeFromMinor: null,
  dangerousGoodsMinor: 0,
};
const customs = (over: Partial<NonNullable<Terms["customs"]>> = {}): Terms["customs"] => ({
  origin: "overseas",
  dutyMotorsPercent: 0,
  dutyBatteriesPercent: 0,
  dutyPartsPercent: 0,
  importTaxPercent: 0,
  brokerMinor: 0,
  ...over,
});
const supplier = (terms: Partial<Terms>, over: Partial<Supplier> = {}): Supplier => ({
  ...QUAY,
  ...over,
  terms: { ...NO_TERMS, ...terms },
});
const bell = (offers: Offer[]) => partOf("bell", { barMm: 22 }, { id: "bell", offers }) as Part;
const planned = (offered: Offer, from: Supplier, house: HouseRules = DEFAULT_HOUSE_RULES, quantity = 1) =>
  supplyPlan([{ partId: "bell", quantity }], new Catalogue([bell([offered])], [from]), house).orders[0]!;

describe("landed cost", () => {
  // The trade table's rows: duty = d · V, import tax = t · (V + duty + broker), landed = V + duty + broker, and the tax where it stays (common practice).
  test.each([
    { V: 800_00, d: 4, broker: 15_00, kept: 0, landed: 847_00 },
    { V: 500_00, d: 6, broker: 15_00, kept: 20, landed: 654_00 },
  ])("$V with $d % duty is $landed", ({ V, d, broker, kept, landed }) => {
    const from = supplier({ customs: customs({ dutyPartsPercent: d, brokerMinor: broker, importTaxPercent: kept }) });
    const order = planned(offer("quay", V), from);
    expect(order.goodsMinor + order.carriageMinor).toBe(landed);
    expect(order.landed).toMatchObject({ goodsMinor: V, dutyMinor: (V * d) / 100, brokerMinor: broker });
    expect(order.landed.importTaxMinor).toBe(kept === 0 ? 0 : 109_00);
  });
  test("carriage belongs to the customs value; the buffer stands on foreign prices alone; the fee on what is paid", () => {
    const house = { ...DEFAULT_HOUSE_RULES, rates: { USD: 0.9 }, rateBufferPercent: 2 };
    const from = supplier(
      { paymentPercent: 3, customs: customs({ dutyPartsPercent: 10 }) },
      { currency: "USD", carriageMinor: 50_00 },
    );
    const order = planned(offer("quay", 100_00, { currency: "USD" }), from, house);
    // 150 USD at 0.90 are 135.00; 2 % are 2.70; 3 % of 137.70 are 4.13, 10 % are 13.77.
    expect(order.landed).toEqual({
      goodsMinor: 90_00,
      carriageMinor: 45_00,
      bufferMinor: 2_70,
      feeMinor: 4_13,
      dutyMinor: 13_77,
      importTaxMinor: 0,
      brokerMinor: 0,
    });
    expect(planned(offer("quay", 100_00), supplier({}), house).landed).toMatchObject({ bufferMinor: 0, goodsMinor: 100_00 });
  });
  test("each heading has its rate", () => {
    expect([headingOf("battery"), headingOf("hub-motor"), headingOf("kit"), headingOf("tyre")]).toEqual([
      "batteries",
      "motors and kits",
      "motors and kits",
      "bicycle parts",
    ]);
    const from = supplier({ customs: customs({ dutyMotorsPercent: 6, dutyBatteriesPercent: 3, dutyPartsPercent: 5 }) });
    const at = (kind: "battery" | "mid-motor" | "bell") =>
      landedGoods(offer("quay", 1_000_00), kind, from, DEFAULT_HOUSE_RULES)!.costOf(1);
    expect([at("battery"), at("mid-motor"), at("bell")]).toEqual([1030_00, 1060_00, 1050_00]);
  });
  test("without a rate nothing is landed, and no zero", () => {
    const from = supplier({}, { currency: "CHF" });
    expect(landedGoods(offer("quay", 1_00, { currency: "CHF" }), "bell", from, DEFAULT_HOUSE_RULES)).toBeUndefined();
    expect(landedCarriage(from, DEFAULT_HOUSE_RULES)).toBeUndefined();
  });
  test("the parts of a landed cost add up to it to the cent, whatever a supplier asks, and none is negative", () => {
    const percent = (max: number) => fc.integer({ min: 0, max: max * 10 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(
        fc.record({
          priceMinor: fc.integer({ min: 1, max: 900_000 }),
          quantity: fc.integer({ min: 1, max: 30 }),
          carriageMinor: fc.integer({ min: 0, max: 90_00 }),
          surcharge: fc.integer({ min: 0, max: 90_00 }),
          rate: fc.integer({ min: 1, max: 400 }).map((n) => n / 173),
          buffer: percent(10),
          fee: percent(10),
          duty: percent(40),
          tax: percent(25),
          broker: fc.integer({ min: 0, max: 80_00 }),
          dangerous: fc.boolean(),
        }),
        (r) => {
          const house = { ...DEFAULT_HOUSE_RULES, rates: { USD: r.rate }, rateBufferPercent: r.buffer };
          const from = supplier(
            {
              paymentPercent: r.fee,
              customs: customs({ dutyPartsPercent: r.duty, importTaxPercent: r.tax, brokerMinor: r.broker }),
            },
            { currency: "USD", carriageMinor: r.carriageMinor, dangerousGoodsMinor: r.surcharge },
          );
          const order = planned(
            offer("quay", r.priceMinor, { currency: "USD", ...(r.dangerous && { carriage: "dangerous goods" as const }) }),
            from,
            house,
            r.quantity,
          );
          const parts = Object.values(order.landed);
          expect(parts.reduce((sum, minor) => sum + minor, 0)).toBe(order.goodsMinor + order.carriageMinor);
          for (const minor of parts) expect(minor).toBeGreaterThanOrEqual(-3);
        },
      ),
      { numRuns: 400 },
    );
  });
  test("duty does not help to reach a free carriage: the goods' price does", () => {
    const dutied = (free: number) =>
      planned(
        offer("quay", 95_00),
        supplier({ customs: customs({ dutyPartsPercent: 10 }) }, { carriageMinor: 9_00, freeFromMinor: free }),
      ).landed.carriageMinor;
    expect([dutied(95_00), dutied(95_01)]).toEqual([0, 9_00]);
  });
});

describe("steps of carriage", () => {
  test("a small order's fee comes on top of the carriage that its goods have", () => {
    const from = supplier(
      {
        carriageSteps: [
          { fromMinor: 100_00, carriageMinor: 8_00 },
          { fromMinor: 300_00, carriageMinor: 4_00 },
        ],
        smallOrderUnderMinor: 150_00,
        smallOrderFeeMinor: 5_00,
      },
      { carriageMinor: 12_00, freeFromMinor: 600_00 },
    );
    expect(stepsAsked(from)).toEqual([
      { from: 0, asks: 17_00 },
      { from: 100_00, asks: 13_00 },
      { from: 150_00, asks: 8_00 },
      { from: 300_00, asks: 4_00 },
      { from: 600_00, asks: 0 },
    ]);
    const carriage = (goods: number) => planned(offer("quay", goods), from).carriageMinor;
    expect([99_99, 100_00, 149_99, 150_00, 300_00, 599_99, 600_00].map(carriage)).toEqual([
      17_00, 13_00, 13_00, 8_00, 4_00, 4_00, 0,
    ]);
  });
  test("steps that rise, that stand in no order or over what is free are refused at their field", () => {
    const wrong = (carriageSteps: Terms["carriageSteps"], freeFromMinor: number | null = null) => {
      const read = supplierSchema.safeParse({
        ...QUAY,
        carriageMinor: 9_00,
        freeFromMinor,
        terms: { ...NO_TERMS, carriageSteps },
      });
      return read.success ? [] : read.error.issues.map((issue) => `${issue.path.join(".")}: ${issue.message}`);
    };
    expect(wrong([{ fromMinor: 50_00, carriageMinor: 9_00 }])).toEqual([]);
    expect(wrong([{ fromMinor: 50_00, carriageMinor: 9_01 }])).toEqual([
      "terms.carriageSteps.0.carriageMinor: must not be more than the step before",
    ]);
    expect(wrong([{ fromMinor: 0, carriageMinor: 5_00 }])[0]).toContain("must be more than the step before");
    expect(wrong([{ fromMinor: 60_00, carriageMinor: 5_00 }], 60_00)[0]).toContain("under what is sent free from");
  });
});

describe("carriage by mass", () => {
  const by = (massSteps: Terms["massSteps"], more: Partial<Supplier> = {}) =>
    supplier({ massSteps }, { carriageMinor: 5_00, ...more });
  const steps = [
    { overKg: 2, moreMinor: 3_00 },
    { overKg: 10, moreMinor: 9_00 },
  ];
  const of = (massKg: number | null, quantity: number, from = by(steps)) =>
    supplyPlan(
      [{ partId: "bell", quantity }],
      new Catalogue([{ ...bell([offer("quay", 10_00)]), massKg }], [from]),
      DEFAULT_HOUSE_RULES,
    ).orders[0]!;
  // Two kilograms are not heavier than two.
  test.each([
    [1, 2, 5_00],
    [1, 3, 8_00],
    [2.5, 4, 8_00],
    [2.5, 5, 14_00],
  ])("pieces of %d kg, %d of them", (massKg, quantity, carriage) => {
    const order = of(massKg, quantity);
    expect([order.carriageMinor, order.landed.carriageMinor, order.unweighed]).toEqual([carriage, carriage, []]);
  });
  test("what hangs on the carriage hangs on what the mass asks too, and the parts add up to the total", () => {
    const order = of(1, 3, supplier({ massSteps: steps, customs: customs({ dutyPartsPercent: 10 }) }, { carriageMinor: 5_00 }));
    // 5.00 and 3.00 with a tenth of duty each.
    expect(order.carriageMinor).toBe(8_80);
    const { goodsMinor, carriageMinor, ...rest } = order.landed;
    expect(goodsMinor + carriageMinor + Object.values(rest).reduce((sum, one) => sum + one, 0)).toBe(
      order.goodsMinor + order.carriageMinor,
    );
  });
  test("a mass that nobody noted counts as nothing and is named; where nobody asks by mass it does not matter", () => {
    expect(of(null, 30)).toMatchObject({ carriageMinor: 5_00, unweighed: ["A bell"] });
    expect(of(null, 30, by([]))).toMatchObject({ unweighed: [] });
  });
  test("steps that fall or stand in no order are refused at their field", () => {
    const wrong = (massSteps: Terms["massSteps"]) => {
      const read = supplierSchema.safeParse(by(massSteps));
      return read.success ? [] : read.error.issues.map((issue) => issue.path.join("."));
    };
    expect(wrong(steps)).toEqual([]);
    expect(wrong([...steps].reverse())).toEqual(["terms.massSteps.1.overKg", "terms.massSteps.1.moreMinor"]);
    expect(wrong([{ overKg: 0, moreMinor: 1 }])).toEqual(["terms.massSteps.0.overKg"]);
  });
});

describe("order days", () => {
  const terms = { orderDays: ["Tue", "Thu"] as Terms["orderDays"], cutOff: "14:00" };
  test.each([
    // 2026-12-01 is a Tuesday.
    ["2026-12-01", 0],
    ["2026-12-01T13:59:00Z", 0],
    ["2026-12-01T14:00:00Z", 2],
    ["2026-12-02", 1],
    ["2026-12-04T09:00:00Z", 4],
  ])("placed %s waits %d days", (at, days) => expect(waitDays(at, terms)).toBe(days));
  test("nothing leaves or comes at a weekend", () => {
    expect(waitDays("2026-12-05")).toBe(2);
    expect(arrivalDay("2026-12-03", 2)).toBe("2026-12-07");
    expect(arrivalDay("2026-12-04", 4)).toBe("2026-12-08");
    expect(arrivalDay("2026-12-04T15:00:00Z", 1, terms)).toBe("2026-12-09");
  });
});
