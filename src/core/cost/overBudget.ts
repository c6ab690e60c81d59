import { formatMoney } from "../money/money";
import type { Sheet } from "./sheet";

/** By how much a sheet is over the customer's budget, in words; null when it is within it, or nobody named one. */
export const overBudget = ({ allInMinor, budgetMinor, currency }: Pick<Sheet, "allInMinor" | "budgetMinor" | "currency">) =>
  budgetMinor !== null && allInMinor > budgetMinor
    ? `All in is ${formatMoney(allInMinor, currency)}, ${formatMoney(allInMinor - budgetMinor, currency)} over the budget`
    : null;
