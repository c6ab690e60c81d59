import { fit } from "../fit/engine";
import { chosenParts } from "../job/supplied";
import { newJob, type Job } from "../job/job";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import type { HouseRules } from "../house/houseRules";
import { Catalogue } from "../parts/catalogue";
import type { Supplier } from "../parts/part";
import type { Step } from "../work/steps";
import { battery, NOTHING_ASKED, offer, partOf, QUAY } from "../../../tests/bench.fixture";
import { buildSheet } from "./sheet";

/**
 * One sheet reckoned with pencil and paper to the cent: every percent differs, packs are not pieces, one supplier asks in pounds,
 * one line has no rate, one comes from the shelf, one is the customer's, one was written in by hand.
 */
const HOUSE: HouseRules = {
  ...DEFAULT_HOUSE_RULES,
  rates: { GBP: 1.17 },
  labourMinorPerHour: 5370,
  partsMarkUpPercent: 23,
  batteryMarkUpPercent: 11,
  consumablesPercent: 3,
  contingencyPercent: 7,
  taxPercent: 19,
};
const INLET: Supplier = {
  id: "inlet",
  name: "Inlet Test Supply",
  currency: "GBP",
  carriageMinor: 900,
  freeFromMinor: null,
  dangerousGoodsMinor: 4000,
};

const display = partOf("display", { plug: "x", clampMm: 22, showsSpeed: true }, { offers: [] });
const kit = partOf(
  "kit",
  { contents: [{ partId: display.id, quantity: 1 }] },
  { name: "The kit", offers: [offer("inlet", 200_00, { currency: "GBP", leadDays: 9 })] },
);
const pack = { ...battery(), offers: [offer("quay", 300_00, { carriage: "dangerous goods", leadDays: 5 })] };
const tyre = partOf(
  "tyre",
  { beadSeatMm: 622, widthMm: 37 },
  { name: "A tyre", offers: [offer("quay", 18_00, { packSize: 2, leadDays: 2 })] },
);
const throttle = partOf(
  "throttle",
  { style: "thumb", clampMm: 22.2, plug: "x", barMm: 22 },
  { name: "A throttle", offers: [offer("quay", 20_00)] },
);
const charger = partOf(
  "charger",
  { outputV: 42, outputA: 2, plug: "x" },
  { name: "A charger", inStock: 1, offers: [offer("quay", 12_50)] },
);
const bell = partOf("bell", { barMm: 30 }, { name: "A bell", offers: [offer("quay", 9_00)] });
const catalogue = new Catalogue([display, kit, pack, tyre, throttle, charger, bell], [QUAY, INLET]);

const step = (minutes: number, spread: number) => ({ minutes, spread }) as Step;
const STEPS = [step(50, 10), step(100, 24)];

const job = (over: Partial<Job> = {}): Job => ({
  ...newJob({ id: "j", number: 7, customer: "Ida", bike: "" }),
  choices: { kit: kit.id, battery: pack.id, throttle: throttle.id, charger: charger.id },
  also: [
    { partId: tyre.id, quantity: 4 },
    { partId: bell.id, quantity: 1 },
  ],
  hand: [{ id: "paint", says: "Paint", quantity: 2, priceMinor: 3_33, costMinor: 2_00, group: "dressing" }],
  ...over,
});
const sheetOf = (on: Job, house = HOUSE) => {
  const fitted = fit(
    {
      donor: {},
      supplied: chosenParts(on, catalogue),
      house,
      catalogue,
      asked: { ...NOTHING_ASKED, throttle: true, assistKmh: null },
    },
    [],
    [],
    [],
  );
  return buildSheet(on, fitted, STEPS, catalogue, house);
};

test("every line's cost and price, and every sum, to the cent", () => {
  const sheet = sheetOf(job());
  const line = (says: string) => {
    const found = sheet.lines.find((l) => l.says === says)!;
    return [found.quantity, found.source, found.group, found.costMinor, found.priceMinor];
  };
  // 200.00 £ at 1.17 = 234.00; + 23 % = 53.82.
  expect(line("The kit")).toEqual([1, "buy", "running", 234_00, 287_82]);
  expect(line("A display")).toEqual([1, "in the kit", "running", 0, 0]);
  // A pack carries its own mark-up: 300.00 + 11 % = 33.00.
  expect(line("A battery")).toEqual([1, "buy", "running", 300_00, 333_00]);
  // Four tyres are two packs of two: 36.00; + 23 % = 8.28.
  expect(line("A tyre")).toEqual([4, "buy", "running", 36_00, 44_28]);
  expect(line("A throttle")).toEqual([1, "buy", "dressing", 20_00, 24_60]);
  // From the shelf at the cheapest offer: 12.50 + 23 % = 2.875, half up.
  expect(line("A charger")).toEqual([1, "stock", "running", 12_50, 15_38]);
  expect(line("A bell")).toEqual([1, "buy", "running", 9_00, 11_07]);
  expect(line("Paint")).toEqual([2, "buy", "dressing", 4_00, 6_66]);
  // 287.82 + 333.00 + 44.28 + 15.38 + 11.07 and 24.60 + 6.66.
  expect([sheet.runningMinor, sheet.dressingMinor]).toEqual([691_55, 31_26]);
  // 150 min and √(10² + 24²) = 26 on top: 176 min at 53.70 an hour.
  expect([sheet.labourMinutes, sheet.labourMinor]).toEqual([176, 157_52]);
  // Quay: 365.00 of goods is over 200.00, so free, but the pack pays 25.00; Inlet: 9.00 £ = 10.53.
  expect(sheet.carriageMinor).toBe(35_53);
  // On 691.55 + 31.26 + 157.52 = 880.33: 3 % = 26.4099, 7 % = 61.6231.
  expect([sheet.consumablesMinor, sheet.contingencyMinor]).toEqual([26_41, 61_62]);
  // 880.33 + 35.53 + 26.41 + 61.62 = 1,003.89; 19 % = 190.7391.
  expect([sheet.beforeTaxMinor, sheet.taxMinor, sheet.allInMinor]).toEqual([1003_89, 190_74, 1194_63]);
  // Parts 615.50 + carriage 35.53 + a fifth of the labour 31.50 = 682.53, up to the next ten.
  expect(sheet.depositMinor).toBe(690_00);
  // (722.81 − 615.50) of 722.81.
  expect(sheet.partsMarginPercent).toBeCloseTo(14.8462, 3);
  expect([sheet.unpriced, sheet.currency, sheet.budgetMinor]).toEqual([0, "EUR", null]);
});

test("what has no rate has no price, and the sheet says how many such lines there are", () => {
  const sheet = sheetOf(job(), { ...HOUSE, rates: {} });
  const kitLine = sheet.lines.find((line) => line.says === "The kit")!;
  expect(kitLine).toMatchObject({ costMinor: null, priceMinor: null, problem: "no rate for GBP in the house rules" });
  expect(sheet.unpriced).toBe(1);
  expect(sheet.runningMinor).toBe(691_55 - 287_82);
  expect(sheet.carriageMinor).toBe(25_00);
});

test("a shelf with exactly enough is taken from, one short of it is bought for", () => {
  const source = (inStock: number, quantity: number) => {
    const stocked = { ...tyre, inStock };
    const shelf = new Catalogue([stocked], [QUAY]);
    const on = { ...newJob({ id: "j", number: 7, customer: "Ida", bike: "" }), also: [{ partId: tyre.id, quantity }] };
    const fitted = fit(
      {
        donor: {},
        supplied: chosenParts(on, shelf),
        house: HOUSE,
        catalogue: shelf,
        asked: { ...NOTHING_ASKED, assistKmh: null },
      },
      [],
      [],
      [],
    );
    return buildSheet(on, fitted, [], shelf, HOUSE).lines[0]!.source;
  };
  expect([source(4, 4), source(3, 4), source(5, 4)]).toEqual(["stock", "buy", "stock"]);
});

test("the customer's own part costs nothing, is not ordered and adds no mark-up", () => {
  const sheet = sheetOf(job({ sources: { "choice battery": "customer" } }));
  expect(sheet.lines.find((line) => line.says === "A battery")).toMatchObject({
    source: "customer",
    costMinor: 0,
    priceMinor: 0,
  });
  // Without the pack Quay's goods are 65.00: its carriage of 5.00 is due, and no dangerous goods.
  expect(sheet.carriageMinor).toBe(15_53);
});

test("why a line is there: the kit, its contents, a choice by its slot", () =>
  expect(sheetOf(job()).lines.map((line) => [line.says, line.why])).toEqual([
    ["The kit", "the kit chosen in Drive"],
    ["A display", "in the kit"],
    ["A battery", "chosen as battery in Drive"],
    ["A throttle", "chosen as throttle in Drive"],
    ["A charger", "chosen as charger in Drive"],
    ["A tyre", "put in by hand"],
    ["A bell", "put in by hand"],
    ["Paint", "added by hand"],
  ]));
