import { countVerdicts } from "@/core/fit/finding";
import { formatMoney } from "@/core/money/money";
import { orderOf } from "@/core/cost/orderOf";
import { overBudget } from "@/core/cost/overBudget";
import { expectedDay } from "@/core/supply/expected";
import { daysBetween } from "@/core/units/days";
import { notTakenSays, OTHERWISE_ALONE } from "@/core/supply/notTaken";
import { askBill } from "@/core/supply/bill";
import { wallClock } from "../wallClock";
import { assessOn, done, refused, type UseCase } from "../useCase";

/** Marks a planned order as placed: prices, packs and reasons are frozen with it. Refused while the fit has an open stop. */
export const placeOrder: UseCase<"place order"> = (job, command, bench) => {
  const { sheet, fit } = assessOn(job, bench);
  const stops = countVerdicts(fit.findings).stop;
  if (stops > 0) return refused(`Nothing is ordered while the fit says stop (${stops}): settle it in Fit first.`);
  const planned = sheet.plan.orders.find((order) => order.supplier.id === command.supplierId);
  if (!planned) return refused("There is nothing left to order there.");
  const totalMinor = planned.goodsMinor + planned.carriageMinor;
  if (totalMinor !== command.expectMinor)
    return refused(
      `The order has changed since it was shown: it is ${formatMoney(totalMinor, sheet.currency)} now. Look again, then place it.`,
    );
  const untaken = notTakenSays(planned);
  if (untaken !== "") return refused(`${untaken} ${OTHERWISE_ALONE}`);
  const over = overBudget(sheet);
  if (over !== null && !command.overBudget) return refused(`${over}: say that it is ordered all the same.`);
  const at = wallClock(bench.at);
  const days = planned.lines.map(({ offer }) => daysBetween(at, expectedDay(offer, at, bench.catalogue, bench.house)));
  const leadDays = Math.max(...days);
  const order = orderOf(planned, sheet, job, { id: bench.newId(), at: bench.at, by: bench.by, leadDays });
  return done(
    { orders: [...job.orders, order] },
    `Order ${order.number} placed with ${order.supplierName}: ${formatMoney(totalMinor, sheet.currency)}`,
  );
};

/** One parcel for several jobs is one thing: what is done to it is done to all of them. */
export const inPurchase = (number: string) =>
  `It is this job's share of ${number}, which holds parts for other jobs too: receive it, or call it off, under Buying.`;

export const arrived: UseCase<"arrived"> = (job, command, bench) => {
  const order = job.orders.find((o) => o.id === command.orderId);
  if (!order) return refused("There is no such order.");
  if (order.off) return refused(`That order was ${order.off.how}.`);
  if (order.purchase) return refused(inPurchase(order.purchase));
  if (order.arrived) return refused("That order is marked as arrived already.");
  return done(
    { orders: job.orders.map((o) => (o === order ? { ...o, arrived: { at: bench.at, by: bench.by } } : o)) },
    `Order ${order.number} arrived`,
  );
};

/** Calls an order off before it came, or sends it back after: its number stays taken, its parts are to be bought again. */
export const callOff: UseCase<"call off"> = (job, command, bench) => {
  const order = job.orders.find((o) => o.id === command.orderId);
  if (!order) return refused("There is no such order.");
  if (order.off) return refused(`That order was ${order.off.how} already.`);
  if (order.purchase && !order.arrived) return refused(inPurchase(order.purchase));
  const how = order.arrived ? ("returned" as const) : ("cancelled" as const);
  const off = { at: bench.at, by: bench.by, how, why: command.why };
  return done(
    { orders: job.orders.map((o) => (o === order ? { ...o, off } : o)) },
    `Order ${order.number} ${how}: ${command.why}`,
  );
};

/** Notes what the supplier billed for an order, or takes that back. What is far from the order is asked about first. */
export const noteBill: UseCase<"note bill"> = (job, command, bench) => {
  const order = job.orders.find((o) => o.id === command.orderId);
  if (!order) return refused("There is no such order.");
  if (order.off) return refused(`That order was ${order.off.how}: there is nothing to pay.`);
  if (order.purchase) return refused(`It is this job's share of ${order.purchase}: note the bill there, under Buying.`);
  const { bill } = command;
  const asks = bill === null || command.confirmed ? null : askBill(order, bill);
  if (asks !== null) return refused(asks);
  const billed = bill && { ...bill, at: bench.at, by: bench.by };
  return done(
    { orders: job.orders.map((o) => (o === order ? { ...o, billed } : o)) },
    bill === null
      ? `Order ${order.number}: no bill noted`
      : `Order ${order.number} billed at ${formatMoney(bill.goodsMinor + bill.carriageMinor, order.currency)}`,
  );
};
