import { DEFAULT_HOUSE_RULES } from "./defaults";
import { houseRulesSchema } from "./houseRules";
import { rateOf } from "./rateOf";

const house = { rates: { GBP: 1.15, CHF: 1.06 }, ratesOf: { GBP: { day: "2026-11-02", source: "our bank" } } };

test("a rate says of which day it is and from where, and after thirty days that it is old", () => {
  expect(rateOf("GBP", house, "2026-11-29T10:00:00Z")).toEqual({ says: "Of Mon 2 Nov 2026, from our bank.", old: false });
  expect(rateOf("GBP", house, "2026-12-02")).toMatchObject({ old: false });
  expect(rateOf("GBP", house, "2026-12-03")).toEqual({
    says: "Of Mon 2 Nov 2026, from our bank: 31 days old, look it up anew.",
    old: true,
  });
  expect(rateOf("CHF", house, "2026-11-29")).toMatchObject({ old: true });
  expect(rateOf("USD", house, "2026-11-29")).toEqual({ says: "Without a rate nothing in it has a price.", old: false });
});

test("a day that is none is refused", () => {
  const of = (day: string) =>
    houseRulesSchema.safeParse({ ...DEFAULT_HOUSE_RULES, ratesOf: { GBP: { day, source: "" } } }).success;
  expect([of("2026-11-02"), of("soon"), of("2026-02-30")]).toEqual([true, false, false]);
});
