import { z } from "zod";

/** What is taxed at one rate, after its share of a discount. In cents. */
export const taxGroupSchema = z.strictObject({
  of: z.enum(["all", "goods", "work"]),
  percent: z.number(),
  /** Of the discount what falls on it; taken off `netMinor` already. */
  discountMinor: z.int(),
  netMinor: z.int(),
  taxMinor: z.int(),
});
export type TaxGroup = z.output<typeof taxGroupSchema>;
