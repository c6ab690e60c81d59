import { z } from "zod";
import { partId, stamp, text } from "../record";
import { currencySchema } from "../parts/part";
import { billSchema } from "./billSchema";

export const placedOrderSchema = z.strictObject({
  id: text(40),
  number: text(40),
  supplierId: text(60),
  supplierName: text(60),
  placed: z.strictObject(stamp),
  currency: currencySchema,
  lines: z.array(
    z.strictObject({
      partId,
      name: text(90),
      kind: text(30),
      quantity: z.int(),
      packs: z.int(),
      packSize: z.int(),
      packPriceMinor: z.int(),
      offerCurrency: currencySchema,
      totalMinor: z.int(),
      because: z.array(text(200)),
    }),
  ),
  /** Landed: duty and fees are in the goods' and the carriage's amounts. */
  goodsMinor: z.int(),
  carriageMinor: z.int(),
  /** What the two are made of; null for one that was placed before this was kept. */
  landed: z
    .strictObject({
      goodsMinor: z.int(),
      carriageMinor: z.int(),
      bufferMinor: z.int(),
      feeMinor: z.int(),
      dutyMinor: z.int(),
      importTaxMinor: z.int(),
      brokerMinor: z.int(),
    })
    .nullable()
    .default(null),
  dangerousGoods: z.boolean(),
  /** The number of the purchase that it is this job's share of; null where it was ordered for this job alone. */
  purchase: text(20).nullable().default(null),
  leadDays: z.int(),
  arrived: z.strictObject(stamp).nullable(),
  /** What the supplier asked for it in the end; null until their bill is noted. */
  billed: z
    .strictObject({ ...billSchema.shape, ...stamp })
    .nullable()
    .default(null),
  /** Cancelled before it came, or sent back after; null while it stands. It keeps its number. */
  off: z
    .strictObject({ ...stamp, how: z.enum(["cancelled", "returned"]), why: text(200) })
    .nullable()
    .default(null),
});

export type PlacedOrder = z.output<typeof placedOrderSchema>;
