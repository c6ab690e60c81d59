import { formatMoney } from "../money/money";
import type { Supplier } from "../parts/part";

/** Why a supplier does not take an order as it stands; empty where it does. */
export const notTakenSays = ({
  supplier: { name, currency, terms },
  lacksMinor,
}: {
  readonly supplier: Pick<Supplier, "name" | "currency" | "terms">;
  readonly lacksMinor: number;
}): string =>
  lacksMinor === 0
    ? ""
    : `${name} takes no order under ${formatMoney(terms!.leastOrderMinor!, currency)}: goods for ${formatMoney(lacksMinor, currency)} are missing.`;

/** What is done about it: for one job's order, and for one of several jobs. */
export const OTHERWISE_ALONE =
  "Order it together with other jobs under Buying, or take what it is for from elsewhere; if they made an exception, put it into their books.";
export const OTHERWISE_JOINT = "Take more jobs, fill the shelf up, or wait; if they made an exception, put it into their books.";
