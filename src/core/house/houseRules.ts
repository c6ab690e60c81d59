import { z } from "zod";
import { currencySchema } from "../parts/part";

const percent = (most: number) => z.number().min(0).max(most);

/** What a shop decides for itself: schools of the trade, and its money. A safety stop is not among them. */
export const houseRulesSchema = z.strictObject({
  carbonShell: z.enum(["refuse", "sleeve"]),
  aluminiumSpreadMm: z.union([z.literal(1), z.literal(3)]),
  throttleCutOffs: z.union([z.literal(1), z.literal(2)]),
  cadenceCutOffs: z.union([z.literal(1), z.literal(2)]),
  chainAngleWarnDeg: z.number().min(1, "must be 1 to 4.5°").max(4.5, "must be 1 to 4.5°"),
  rearArms: z.enum(["table", "always one"]),
  chainWith: z.enum(["gauge", "cluster"]),
  ringSchool: z.enum(["narrow-wide", "guard", "both"]),
  powerLeads: z.enum(["plugs", "solder"]),
  throttleStyle: z.enum(["thumb", "twist"]),
  tyres: z.enum(["armoured", "sealant"]),
  spareSpokes: z.int("must be a whole number, 0 to 8").min(0, "must be 0 to 8").max(8, "must be 0 to 8"),
  nippleStopDeg: z.union([z.literal(15), z.literal(10)]),
  radialDriven: z.enum(["large flanges", "never"]),
  rimBrakesOver32: z.enum(["refuse", "two good brakes"]),
  packShare: z.union([z.literal(0.8), z.literal(1)]),
  revisit: z.enum(["in the price", "not promised"]),
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
  rearArms: "table",
  chainWith: "gauge",
  ringSchool: "narrow-wide",
  powerLeads: "plugs",
  throttleStyle: "thumb",
  tyres: "armoured",
  spareSpokes: 2,
  nippleStopDeg: 15,
  radialDriven: "large flanges",
  rimBrakesOver32: "refuse",
  packShare: 0.8,
  revisit: "in the price",
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
