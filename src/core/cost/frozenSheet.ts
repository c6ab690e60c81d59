import { z } from "zod";
import { currencySchema } from "../parts/part";
import { text } from "../record";
import { labourShareSchema } from "./labourShare";
import { taxGroupSchema } from "./taxGroup";

/** A sheet as it stood when it was given, or when the work order was signed: it is not priced anew after. */
export const frozenSheetSchema = z.strictObject({
  currency: currencySchema,
  lines: z.array(
    z.strictObject({
      key: text(400),
      partId: z.string().max(60).nullable(),
      says: text(160),
      quantity: z.number(),
      source: z.enum(["buy", "stock", "customer", "in the kit"]),
      group: z.enum(["running", "dressing"]),
      costMinor: z.int().nullable(),
      priceMinor: z.int().nullable(),
      why: text(400),
      finding: text(160).nullable(),
      problem: text(200).nullable(),
    }),
  ),
  runningMinor: z.int(),
  dressingMinor: z.int(),
  labourMinutes: z.int(),
  labourMinor: z.int(),
  labour: z.array(labourShareSchema).max(4).default([]),
  carriageMinor: z.int(),
  consumablesMinor: z.int(),
  contingencyMinor: z.int(),
  contingencyPercent: z.number().nullable().default(null),
  contingencyWhy: text(120).default(""),
  discountMinor: z.int().min(0).default(0),
  discountWhy: text(120).default(""),
  beforeTaxMinor: z.int(),
  taxPercent: z.number().nullable().default(null),
  taxes: z.array(taxGroupSchema).max(3).default([]),
  taxMinor: z.int(),
  allInMinor: z.int(),
  depositMinor: z.int(),
  partsMarginPercent: z.number().nullable(),
  budgetMinor: z.int().nullable(),
  unpriced: z.int(),
});

export type FrozenSheet = z.output<typeof frozenSheetSchema>;
