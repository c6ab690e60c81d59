import { z } from "zod";
import { currencySchema, type Currency } from "../parts/part";
import { stamp, text } from "../record";

export const PAID_BY = ["cash", "card", "transfer", "other"] as const;

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

/** Where a customer's account stands against a price. */
export type Account = {
  readonly paidMinor: number;
  /** What is still owed; negative where more was paid than is asked. */
  readonly owedMinor: number;
  /** What is wanted of the deposit yet. */
  readonly depositLeftMinor: number;
  /** Payments in another currency: they are in none of the sums. */
  readonly otherwise: number;
};

/** @param ask what is asked in all, and of it with the order, in the sheet's currency */
export function accountOf(
  payments: readonly Payment[],
  ask: { readonly allInMinor: number; readonly depositMinor: number; readonly currency: Currency },
): Account {
  const counted = payments.filter((payment) => payment.currency === ask.currency);
  const paidMinor = counted.reduce((sum, { minor, back }) => sum + (back ? -minor : minor), 0);
  return {
    paidMinor,
    owedMinor: ask.allInMinor - paidMinor,
    depositLeftMinor: Math.max(0, Math.min(ask.depositMinor, ask.allInMinor) - paidMinor),
    otherwise: payments.length - counted.length,
  };
}
