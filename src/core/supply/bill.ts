import { formatMoney, shared } from "../money/money";
import type { Currency } from "../parts/part";
import type { Bill } from "./billSchema";

type Amounts = Pick<Bill, "goodsMinor" | "carriageMinor">;
const total = ({ goodsMinor, carriageMinor }: Amounts) => goodsMinor + carriageMinor;

/** A quarter more or less than was ordered is asked about: a bill for another order, a currency, a slip of the pen. */
const UNLIKELY_SHARE = 0.25;

/** What to ask before a bill is taken; null where it is likely. */
export function askBill(order: Amounts & { readonly number: string; readonly currency: Currency }, bill: Amounts): string | null {
  const [was, is] = [total(order), total(bill)];
  if (Math.abs(is - was) <= was * UNLIKELY_SHARE) return null;
  const m = (minor: number) => formatMoney(minor, order.currency);
  return `Their bill is ${m(is)}, and ${order.number} was placed at ${m(was)}: is it the bill of this order, in ${order.currency} and without the tax that you get back?`;
}

/** Shares an amount by worth; where nothing is worth anything, alike. */
const byWorth = (minor: number, worth: readonly number[]): number[] =>
  shared(minor, worth.some((one) => one > 0) ? worth : worth.map(() => 1));

type Ordered = Amounts & {
  readonly lines: readonly { readonly totalMinor: number }[];
  readonly billed: Amounts | null;
};

/** An order at what it was billed, its lines by their worth; as it was placed where no bill is noted. Lines add up to the goods. */
export function asBilled<O extends Ordered>(order: O): O {
  const { billed } = order;
  if (billed === null) return order;
  const goods = byWorth(
    billed.goodsMinor,
    order.lines.map((line) => line.totalMinor),
  );
  return {
    ...order,
    goodsMinor: billed.goodsMinor,
    carriageMinor: billed.carriageMinor,
    lines: order.lines.map((line, i) => ({ ...line, totalMinor: goods[i]! })),
  };
}

type Joint = {
  readonly lines: readonly {
    readonly totalMinor: number;
    readonly for: readonly { readonly orderId: string; readonly quantity: number }[];
  }[];
};

/** What each share of a joint order bears of its bill: goods by worth and pieces, carriage by the goods. They add up to the bill to the cent. */
export function billShares({ lines }: Joint, bill: Amounts): ReadonlyMap<string, Amounts> {
  const goods = byWorth(
    bill.goodsMinor,
    lines.map((line) => line.totalMinor),
  );
  const mine = new Map<string, number>();
  lines.forEach((line, i) =>
    byWorth(
      goods[i]!,
      line.for.map((share) => share.quantity),
    ).forEach((minor, at) => {
      const { orderId } = line.for[at]!;
      mine.set(orderId, (mine.get(orderId) ?? 0) + minor);
    }),
  );
  const carriage = byWorth(bill.carriageMinor, [...mine.values()]);
  return new Map([...mine].map(([orderId, goodsMinor], i) => [orderId, { goodsMinor, carriageMinor: carriage[i]! }]));
}
