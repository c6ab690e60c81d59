import { z } from "zod";
import { currencySchema } from "../parts/part";
import { partId, stamp, text } from "../record";
import { placedOrderSchema } from "./placedOrder";
import { cameSerialSchema } from "./serialSchema";

const pieces = z.int().min(0).max(100_000);

/** Deliveries and returns of one order that are kept. */
export const MOST_RECEIPTS = 100;

/** One order to a supplier, for several jobs together: what was ordered, for whom, and what came of it. */
export const purchaseSchema = z.strictObject({
  id: text(40),
  number: text(20),
  version: z.int().min(1),
  supplierId: text(60),
  supplierName: text(60),
  placed: z.strictObject(stamp),
  currency: currencySchema,
  lines: z.array(
    z.strictObject({
      partId,
      name: text(90),
      /** What the supplier calls it; empty where nobody wrote it down. */
      theirNumber: text(40).default(""),
      kind: text(30),
      packs: pieces,
      packSize: pieces,
      packPriceMinor: z.int(),
      offerCurrency: currencySchema,
      totalMinor: z.int(),
      /** In the order in which they are served. */
      for: z.array(z.strictObject({ jobId: text(40), orderId: text(40), quantity: pieces })),
      /** Pieces that came whole, and pieces that came and are no use. */
      came: pieces,
      broken: pieces,
      /** Of the broken ones those that went back to the supplier. */
      sentBack: pieces.default(0),
      /** Pieces that are known by their number, whole and broken ones. */
      serials: z.array(cameSerialSchema).max(1000).default([]),
    }),
  ),
  goodsMinor: z.int(),
  carriageMinor: z.int(),
  landed: placedOrderSchema.shape.landed,
  dangerousGoods: z.boolean(),
  /** The day on which it should be here. */
  dueDay: z.iso.date(),
  /** With the request that it was counted by, so that the same one sent twice is counted once. */
  receipts: z.array(z.strictObject({ ...stamp, says: text(400), request: text(60).optional() })).max(MOST_RECEIPTS),
  /** Sent to the supplier's order desk, when; null where it goes another way. */
  desk: z
    .strictObject({ ...stamp, state: z.enum(["unsure", "sent"]) })
    .nullable()
    .default(null),
  /** What the supplier said of it since, the first first; `seq` is theirs, 0 by telephone. */
  news: z
    .array(z.strictObject({ seq: z.int().min(0), at: stamp.at, what: text(20), says: text(600), red: z.boolean() }))
    .max(300)
    .default([]),
  /** What they asked for it in the end; null until their bill is noted. */
  bill: placedOrderSchema.shape.billed,
  /** Of what came: a dented box, a broken part. */
  photos: z
    .array(z.strictObject({ id: text(40), widthPx: z.int(), heightPx: z.int(), ...stamp }))
    .max(40, "an order holds at most 40 photographs")
    .default([]),
  /** Everything came, or what did not is not waited for any more; or it was called off before anything came. */
  closed: z.strictObject({ ...stamp, how: z.enum(["complete", "rest given up", "called off"]), why: text(200) }).nullable(),
});
export type Purchase = z.output<typeof purchaseSchema>;
