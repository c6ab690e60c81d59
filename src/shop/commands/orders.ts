import { countVerdicts } from "@/core/fit/finding";
import { formatMoney } from "@/core/money/money";
import type { PlacedOrder } from "@/core/supply/placedOrder";
import { overBudget } from "@/core/cost/overBudget";
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
  const over = overBudget(sheet);
  if (over !== null && !command.overBudget) return refused(`${over}: say that it is ordered all the same.`);
  const because = (partId: string) =>
    sheet.lines.filter((line) => line.partId === partId && line.source === "buy").map((line) => line.why.slice(0, 200));
  const order: PlacedOrder = {
    id: bench.newId(),
    number: `${String(job.number).padStart(4, "0")}-${nextSerial(job.orders)}`,
    supplierId: planned.supplier.id,
    supplierName: planned.supplier.name,
    placed: { at: bench.at, by: bench.by },
    currency: sheet.currency,
    lines: planned.lines.map(({ part, offer, quantity, packs, totalMinor: lineMinor }) => ({
      partId: part.id,
      name: part.name,
      kind: part.kind,
      quantity,
      packs,
      packSize: offer.packSize,
      packPriceMinor: offer.priceMinor,
      offerCurrency: offer.currency,
      totalMinor: lineMinor,
      because: because(part.id),
    })),
    goodsMinor: planned.goodsMinor,
    carriageMinor: planned.carriageMinor,
    dangerousGoods: planned.dangerousGoods,
    leadDays: planned.leadDays,
    arrived: null,
  };
  return done(
    { orders: [...job.orders, order] },
    `Order ${order.number} placed with ${order.supplierName}: ${formatMoney(totalMinor, sheet.currency)}`,
  );
};

/** One more than the highest serial used, so that a number is never given twice while its order stands. */
const nextSerial = (orders: readonly PlacedOrder[]) =>
  Math.max(0, ...orders.map((order) => Number(order.number.split("-")[1]))) + 1;

export const arrived: UseCase<"arrived"> = (job, command, bench) => {
  const order = job.orders.find((o) => o.id === command.orderId);
  if (!order) return refused("There is no such order.");
  if (order.arrived) return refused("That order is marked as arrived already.");
  return done(
    { orders: job.orders.map((o) => (o === order ? { ...o, arrived: { at: bench.at, by: bench.by } } : o)) },
    `Order ${order.number} arrived`,
  );
};
