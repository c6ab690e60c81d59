import { z } from "zod";
import { text } from "../record";

const amount = z.int("must be an amount").min(0, "must be 0 or more").max(1_000_000_00, "must be at most 1,000,000");

/** What a supplier asks for an order in the end, in the shop's currency, without the tax that the shop gets back. */
export const billSchema = z.strictObject({
  /** Their invoice's number; empty where nobody wrote it down. */
  number: text(40),
  goodsMinor: amount,
  carriageMinor: amount,
});
export type Bill = z.output<typeof billSchema>;
