import type { PlacedOrder } from "../supply/placedOrder";
import type { PlannedOrder } from "../supply/supplyPlan";
import type { Sheet } from "./sheet";

type Numbered = { readonly number: number; readonly orders: readonly PlacedOrder[]; readonly orderSerial: number };

/** The highest serial that an order of this job has or had. */
export const lastSerial = ({ orders, orderSerial }: Omit<Numbered, "number">): number =>
  Math.max(orderSerial, ...orders.map((order) => Number(order.number.split("-")[1])));

/** An order's number: the job's, and one that no order of it had before. */
export const orderNumber = (job: number, serial: number): string => `${String(job).padStart(4, "0")}-${serial}`;

/** A planned order as it is frozen when it is placed: prices, packs and reasons. */
export function orderOf(
  planned: PlannedOrder,
  sheet: Sheet,
  job: Numbered,
  stamp: {
    readonly id: string;
    readonly at: string;
    readonly by: string;
    /** Days until it is here. */ readonly leadDays: number;
  },
): PlacedOrder {
  const because = (partId: string) =>
    sheet.lines.filter((line) => line.partId === partId && line.source === "buy").map((line) => line.why.slice(0, 200));
  return {
    id: stamp.id,
    number: orderNumber(job.number, lastSerial(job) + 1),
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
    landed: planned.landed,
    dangerousGoods: planned.dangerousGoods,
    purchase: null,
    leadDays: stamp.leadDays,
    arrived: null,
    billed: null,
    off: null,
  };
}
