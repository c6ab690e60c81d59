import { z } from "zod";
import { currencySchema } from "../parts/part";
import { TASK_IDS } from "../standards/tasks";
import { TAUGHT_KEY } from "./taught";
import { ownId, recipesSchema } from "../recipes/recipesSchema";

const percent = (most: number) => {
  const says = `must be 0 to ${most} %`;
  return z.number(says).min(0, says).max(most, says);
};

const RATE = "must be over 0 and at most 1000";
const AN_HOUR = "must be 0 to 1000 an hour";
const perHour = z.int(AN_HOUR).min(0, AN_HOUR).max(1000_00, AN_HOUR);
const HOURS = "must be 1 to 24 hours";
const MINUTES = "must be 1 to 2400 minutes";
const TIMES = "must be 0.3 to 3 times the table";
const SURE = "must be over 0 and at most 2";
const SPREAD = "must be 0 to 1200 minutes of spread";

/** Minutes of a step done once, and how they spread. */
const minutesByStep = z.partialRecord(
  z.union([z.enum(TASK_IDS), ownId]),
  z.strictObject({
    minutes: z.number(MINUTES).min(1, MINUTES).max(2400, MINUTES),
    spread: z.number(SPREAD).min(0, SPREAD).max(1200, SPREAD),
  }),
);

/** What a shop decides for itself: schools of the trade, and its money. A safety stop is not among them. */
export const houseRulesSchema = z.strictObject({
  /** The head of every paper. */
  shopName: z.string().trim().max(80, "must be at most 80 letters"),
  shopAddress: z.string().trim().max(200, "must be at most 200 letters"),
  /** Where parts are sent, and where suppliers send their bills, where that is elsewhere. */
  deliveryAddress: z.string().trim().max(200, "must be at most 200 letters"),
  billAddress: z.string().trim().max(200, "must be at most 200 letters"),
  /** Stands on invoices; empty where the shop has none. */
  taxNumber: z.string().trim().max(40, "must be at most 40 letters"),
  payWithinDays: z.int("must be a whole number, 0 to 120").min(0, "must be 0 to 120").max(120, "must be 0 to 120"),
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
  rates: z.partialRecord(currencySchema, z.number(RATE).gt(0, RATE).max(1000, RATE)),
  /** Of which day each rate is, and where it was looked up. */
  ratesOf: z.partialRecord(
    currencySchema,
    z.strictObject({
      day: z.iso.date("must be a day such as 2026-12-25"),
      source: z.string().trim().max(60, "must be at most 60 letters"),
    }),
  ),
  /** On top of every foreign price, for movement of the rate until it is paid. */
  rateBufferPercent: percent(10),
  labourMinorPerHour: perHour,
  /** Work with a rate of its own; null where it is sold as all other. */
  wheelMinorPerHour: perHour.nullable(),
  frameMinorPerHour: perHour.nullable(),
  electricsMinorPerHour: perHour.nullable(),
  /** What an hour of work costs the shop itself: wage, charges, rent. The default is of their order (from memory): each shop has its own. */
  hourCostMinor: perHour,
  /** The shop's own minutes of a step, where its records say something else than the table, or than the shop itself at first. */
  minutes: minutesByStep,
  /** The same for one kind of bike, as the survey names it, before those for all. */
  minutesOn: z.record(z.string().regex(/^[a-z][a-z0-9-]{0,30}$/, "must name a kind of bike"), minutesByStep),
  /** What finished bikes taught of the ride's figures, as far as the shop took it over: by figure and kind of bike, motor or pack. */
  taught: z.record(
    z.string().regex(TAUGHT_KEY, "must name a figure and what it hangs on"),
    z.strictObject({
      times: z.number(TIMES).min(0.3, TIMES).max(3, TIMES),
      sd: z.number(SURE).gt(0, SURE).max(2, SURE),
      priorSd: z.number(SURE).gt(0, SURE).max(2, SURE),
      bikes: z.int().min(2, "must be of two bikes at least").max(10_000),
    }),
  ),
  /** Steps, lines and orders of the shop's own. */
  recipes: recipesSchema,
  partsMarkUpPercent: percent(200),
  batteryMarkUpPercent: percent(200),
  consumablesBy: z.enum(["share", "step"]),
  consumablesPercent: percent(20),
  contingencyPercent: percent(50),
  contingencyUnsurePercent: percent(50),
  contingencyFramePercent: percent(50),
  taxPercent: percent(40),
  /** Where work has a rate of its own; null where all has one. */
  labourTaxPercent: percent(40).nullable(),
  /** Days on which nobody works, sends or delivers here, beside weekends. */
  closedDays: z.array(z.iso.date("must be days such as 2026-12-25")).max(400, "must be at most 400 days"),
  hoursPerDay: z.number(HOURS).min(1, HOURS).max(24, HOURS),
});
export type HouseRules = z.output<typeof houseRulesSchema>;
/** What a shop says of its work: steps, lines and orders of its own, and its minutes. */
export type RecipeRules = Pick<HouseRules, "recipes" | "minutes" | "minutesOn">;
