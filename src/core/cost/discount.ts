import { z } from "zod";
import { percentOf } from "../money/money";
import { text } from "../record";

const PERCENT = "must be over 0 and at most 100 %";
const AMOUNT = "must be an amount from 0.01 to 100,000.00";

/** What is taken off a sheet before tax: a share of parts and labour, or an amount; and why. */
export const discountSchema = z.strictObject({
  off: z.discriminatedUnion("as", [
    z.strictObject({ as: z.literal("percent"), percent: z.number(PERCENT).gt(0, PERCENT).max(100, PERCENT) }),
    z.strictObject({ as: z.literal("amount"), minor: z.int(AMOUNT).min(1, AMOUNT).max(100_000_00, AMOUNT) }),
  ]),
  why: text(120).min(3, "say why in a few words: it stands on the sheet"),
});
export type Discount = z.output<typeof discountSchema>;

/**
 * In cents. Carriage, sundries and reserve are passed on as they are: a share is one of parts and labour. Never more than all of it.
 * @param workMinor parts and labour
 * @param allMinor everything before tax
 */
export function discountMinor(discount: Discount | null, workMinor: number, allMinor: number): number {
  if (discount === null) return 0;
  const { off } = discount;
  return Math.min(allMinor, off.as === "percent" ? percentOf(workMinor, off.percent) : off.minor);
}
