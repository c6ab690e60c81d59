import { z } from "zod";
import { currencySchema } from "../parts/part";
import { stamp, text } from "../record";
import { PAID_BY } from "./account";

const AMOUNT = "must be an amount from 0.01 to 100,000.00";
export const amountSchema = z.int(AMOUNT).min(1, AMOUNT).max(100_000_00, AMOUNT);

/** Money that a customer gave, or was given back. */
export const paymentSchema = z.strictObject({
  ...stamp,
  minor: amountSchema,
  back: z.boolean(),
  currency: currencySchema,
  how: z.enum(PAID_BY),
  says: text(120),
});
export type Payment = z.output<typeof paymentSchema>;
