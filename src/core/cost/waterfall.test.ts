import fc from "fast-check";
import { waterfall } from "./waterfall";

const cents = fc.integer({ min: 0, max: 500_000 });
const line = fc.record({
  costMinor: fc.option(cents),
  priceMinor: fc.option(cents),
  group: fc.constantFrom("running" as const, "dressing" as const),
});

test("whatever a sheet holds, its steps add up to all in to the cent, each from where the last one ended; customers see no cost", () => {
  fc.assert(
    fc.property(
      fc.array(line, { maxLength: 8 }),
      cents,
      cents,
      cents,
      cents,
      cents,
      cents,
      fc.boolean(),
      (lines, labour, carriage, used, kept, less, tax, forShop) => {
        const of = (group: string) => lines.reduce((sum, one) => sum + (one.group === group ? (one.priceMinor ?? 0) : 0), 0);
        const full = of("running") + of("dressing") + labour + carriage + used + kept;
        const discountMinor = Math.min(less, full);
        const steps = waterfall(
          {
            currency: "EUR",
            lines: lines.map((one, i) => ({
              ...one,
              key: `${i}`,
              partId: null,
              says: "x",
              quantity: 1,
              source: "buy",
              why: "",
              finding: null,
              problem: null,
            })),
            runningMinor: of("running"),
            dressingMinor: of("dressing"),
            labourMinutes: 60,
            labourMinor: labour,
            labour: [],
            carriageMinor: carriage,
            consumablesMinor: used,
            contingencyMinor: kept,
            contingencyPercent: 5,
            contingencyWhy: "",
            discountMinor,
            discountWhy: "",
            taxes: [],
            beforeTaxMinor: full - discountMinor,
            taxPercent: 20,
            taxMinor: tax,
            allInMinor: full - discountMinor + tax,
            depositMinor: 0,
            partsMarginPercent: null,
            unpriced: 0,
          },
          forShop,
        );
        let stands = 0;
        for (const step of steps) {
          if (!step.sum) stands += step.minor;
          expect([step.says, step.afterMinor]).toEqual([step.says, stands]);
          expect(step.minor !== 0 || step.sum).toBe(true);
        }
        expect(steps.at(-1)).toMatchObject({ says: "All in", minor: full - discountMinor + tax });
        if (!forShop) expect(steps.some((step) => /cost|add/.test(step.says))).toBe(false);
        if (tax > 0) expect(steps.find((step) => step.says === "Before tax")!.minor).toBe(full - discountMinor);
      },
    ),
  );
});
