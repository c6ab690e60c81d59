import type { PlacedOrder } from "../supply/placedOrder";
import type { PlannedOrder } from "../supply/supplyPlan";
import type { Sheet } from "./sheet";

/** One more than the highest serial used, so that a number is never given twice while its order stands. */
const nextSerial = (orders: readonly PlacedOrder[]) =>
  Math.max(0, ...orders.map((order) => Number(order.number.split("-")[1]))) + 1;

/** A planned order as it is frozen when it is placed: prices, packs and reasons. */
export function orderOf(
  planned: PlannedOrder,
  sheet: Sheet,
  job: { readonly number: number; readonly orders: readonly PlacedOrder[] },
  stamp: { readonly id: string; readonly at: string; readonly by: string },
): PlacedOrder {
  const because = (partId: string) =>
    sheet.lines.filter((line) => line.partId === partId && line.source === "buy").map((line) => line.why.slice(0, 200));
  return {
    id: stamp.id,
    number: `${String(job.number).padStart(4, "0")}-${nextSerial(job.orders)}`,
    supplierId: planned.supplier.id,
    supplierName: planned.supplier.name,
    placed: { at: stamp.at, by: stamp.by },
    currency: sheet.currency,
    lines: planned.lines.map(({ part, offer, quantity, packs, totalMinor }) => ({
      partId: part.id,
      name: part.name,
      kind: part.kind,
      quantity,
      packs,
      packSize: offer.packSize,
      packPriceMinor: offer.priceMinor,
      offerCurrency: offer.currency,
      totalMinor,
      because: because(part.id),
    })),
    goodsMinor: planned.goodsMinor,
    carriageMinor: planned.carriageMinor,
    dangerousGoods: planned.dangerousGoods,
    leadDays: planned.leadDays,
    arrived: null,
    off: null,
  };
}
