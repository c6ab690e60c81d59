import { z } from "zod";
import { partId, text } from "../record";

/**
 * Pieces that are in the bike and that no finished step stands for: their step is open again, or not in the work any more. So many of
 * them the build wants `again`; the others are to come `out`, or did.
 */
export const leftInSchema = z
  .array(
    z.strictObject({
      partId,
      says: text(160),
      quantity: z.int().min(1).max(500),
      again: z.int().min(0).max(500),
      out: z.boolean(),
      /** The step that put them in. */
      step: text(60),
      /** About so long they take to come out. */
      minutes: z.number().min(0).max(600),
    }),
  )
  .max(400)
  .default([]);
export type LeftIn = z.output<typeof leftInSchema>[number];
