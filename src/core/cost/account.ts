import type { Currency } from "../parts/part";

export const PAID_BY = ["cash", "card", "transfer", "other"] as const;

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
  payments: readonly { readonly minor: number; readonly back: boolean; readonly currency: Currency }[],
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
