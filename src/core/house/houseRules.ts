import { z } from "zod";
import { currencySchema } from "../parts/part";

const percent = (most: number) => z.number().min(0).max(most);

/** What a shop decides for itself: schools of the trade, and its money. A safety stop is not among them. */
export const houseRulesSchema = z.strictObject({
  carbonShell: z.enum(["refuse", "sleeve"]),
  aluminiumSpreadMm: z.union([z.literal(1), z.literal(3)]),
  throttleCutOffs: z.union([z.literal(1), z.literal(2)]),
  cadenceCutOffs: z.union([z.literal(1), z.literal(2)]),
  chainAngleWarnDeg: z.number().min(1).max(4.5),
  currency: currencySchema,
  /** Shop currency for one unit of the other; a missing rate leaves those offers unpriced. */
  rates: z.partialRecord(currencySchema, z.number().gt(0)),
  labourMinorPerHour: z.int().min(0),
  partsMarkUpPercent: percent(200),
  batteryMarkUpPercent: percent(200),
  consumablesPercent: percent(20),
  contingencyPercent: percent(50),
  taxPercent: percent(40),
  hoursPerDay: z.number().min(1).max(24),
});
export type HouseRules = z.output<typeof houseRulesSchema>;

/** Defaults, each the school that the trade tables name first (common practice). */
export const DEFAULT_HOUSE_RULES: HouseRules = {
  carbonShell: "refuse",
  aluminiumSpreadMm: 1,
  throttleCutOffs: 2,
  cadenceCutOffs: 1,
  chainAngleWarnDeg: 3,
  currency: "EUR",
  rates: {},
  labourMinorPerHour: 4800,
  partsMarkUpPercent: 25,
  batteryMarkUpPercent: 15,
  consumablesPercent: 2,
  contingencyPercent: 5,
  taxPercent: 20,
  hoursPerDay: 6,
};
