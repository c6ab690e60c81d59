import type { Knex } from "knex";
import { z } from "zod";
import { text } from "@/core/record";
import { bad, good, type Result } from "@/core/result";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { sendBack } from "@/core/supply/sendBack";
import { findPurchase, findPurchaseNumbered, updatePurchase } from "@/data/purchases";
import { requestSchema } from "./request";
import type { KeptPhoto } from "./photos";

const sendBackSchema = z.strictObject({
  purchaseId: z.string().max(40),
  version: z.int(),
  how: text(200).min(3, "say how it went: a carrier and its number, fetched by their driver"),
  request: requestSchema.optional(),
});
export type SendBack = z.input<typeof sendBackSchema>;

/** Notes that what came broken or wrong went back to its supplier. The same wish sent twice is noted once. */
export async function sendBackBroken(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = sendBackSchema.safeParse(raw);
  if (!read.success) return bad(`Not noted: ${read.error.issues.map((issue) => issue.message).join("; ")}.`);
  const { purchaseId, version, how, request } = read.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const purchase = await findPurchase(trx, purchaseId);
    if (!purchase) return bad("There is no such order.");
    const noted = request === undefined ? undefined : purchase.receipts.find((one) => one.request === request);
    if (noted) return good(`${purchase.number}: ${noted.says}`);
    if (purchase.version !== version) return bad(`${purchase.number} has changed meanwhile: look again, then note it.`);
    const sent = sendBack(purchase, { at: now, by, how, request });
    if (!sent.ok) return sent;
    if (!(await updatePurchase(trx, sent.value.purchase, version)))
      throw new Error("the purchase changed inside its own transaction");
    return good(sent.value.says);
  });
}

/** Puts a picture of what came to its order: whoever counts meanwhile is not disturbed, a picture changes no figure. */
export async function keepPurchasePhoto(
  db: Knex,
  number: string,
  photo: KeptPhoto,
  now: string,
  by: string,
): Promise<Result<Purchase["photos"]>> {
  return db.transaction(async (trx): Promise<Result<Purchase["photos"]>> => {
    const purchase = await findPurchaseNumbered(trx, number);
    if (!purchase) return bad("There is no such order.");
    if (purchase.photos.length >= 40) return bad("An order holds at most 40 photographs.");
    const next = { ...purchase, photos: [...purchase.photos, { ...photo, at: now, by }] };
    if (!(await updatePurchase(trx, next, purchase.version))) throw new Error("the purchase changed inside its own transaction");
    return good(next.photos);
  });
}
