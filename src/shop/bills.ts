import type { Knex } from "knex";
import { z } from "zod";
import { formatMoney } from "@/core/money/money";
import { bad, good, type Result } from "@/core/result";
import { askBill, billShares } from "@/core/supply/bill";
import { billSchema } from "@/core/supply/billSchema";
import { findJob } from "@/data/jobs";
import { findPurchase, updatePurchase } from "@/data/purchases";
import { benchOf } from "./jobView";
import { storeEdit } from "./perform";

const wishSchema = z.strictObject({
  purchaseId: z.string().max(40),
  version: z.int(),
  bill: billSchema.nullable(),
  confirmed: z.literal(true).optional(),
});
export type JointBill = z.input<typeof wishSchema>;

/**
 * Notes what a supplier billed for an order of several jobs: each job bears its share of it, to the cent. What is far from the order is
 * asked about first. The bill may come after everything is here, and be taken back.
 */
export async function noteJointBill(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = wishSchema.safeParse(raw);
  if (!read.success) return bad(`The bill ${read.error.issues.map((issue) => issue.message).join("; ")}.`);
  const { purchaseId, version, bill, confirmed } = read.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const purchase = await findPurchase(trx, purchaseId);
    if (!purchase) return bad("There is no such order.");
    const says =
      bill === null
        ? `${purchase.number}: no bill noted`
        : `${purchase.number} billed at ${formatMoney(bill.goodsMinor + bill.carriageMinor, purchase.currency)}`;
    const { number, goodsMinor, carriageMinor } = purchase.bill ?? {};
    // Sent again because no answer came: it is noted already.
    if (JSON.stringify(bill) === JSON.stringify(purchase.bill && { number, goodsMinor, carriageMinor })) return good(says);
    if (purchase.version !== version) return bad(`${purchase.number} has changed meanwhile: look again, then note its bill.`);
    if (purchase.closed?.how === "called off") return bad(`${purchase.number} was called off: there is nothing to pay.`);
    const asks = bill === null || confirmed ? null : askBill(purchase, bill);
    if (asks !== null) return bad(asks);
    const noted = bill && { ...bill, at: now, by };
    if (!(await updatePurchase(trx, { ...purchase, version: version + 1, bill: noted }, version)))
      throw new Error("the purchase changed inside its own transaction");
    const shares = bill && billShares(purchase, bill);
    for (const jobId of new Set(purchase.lines.flatMap((line) => line.for.map((share) => share.jobId)))) {
      const job = await findJob(trx, jobId);
      if (!job) continue;
      const orders = job.orders.map((order) =>
        order.purchase === purchase.number && !order.off
          ? { ...order, billed: noted && { ...noted, ...shares!.get(order.id)! } }
          : order,
      );
      if (orders.every((order, i) => order === job.orders[i])) continue;
      const stored = await storeEdit(
        trx,
        job,
        { job: { orders }, says },
        { kind: "received" },
        await benchOf(trx, now, by, jobId),
      );
      if (!stored.ok)
        throw new Error(`the bill of ${purchase.number} could not be put to job ${job.number}: ${stored.error.says}`);
    }
    return good(says);
  });
}
