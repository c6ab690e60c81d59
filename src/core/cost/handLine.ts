import { z } from "zod";
import { text } from "../record";

export const handLineSchema = z.strictObject({
  id: text(40),
  says: text(90).min(1, "say what it is"),
  quantity: z.int().min(1, "must be 1 or more").max(500, "must be at most 500"),
  priceMinor: z.int().min(0, "must be 0 or more").max(50_000_00, "must be at most 50,000"),
  /** What the shop pays for one; null where nobody said. */
  costMinor: z.int().min(0, "must be 0 or more").max(50_000_00, "must be at most 50,000").nullable().optional(),
  /** Work that another shop does: so many days the bike, or a part of it, is away; none where it is done here. */
  awayDays: z.int("must be whole days").min(1, "must be 1 or more").max(90, "must be at most 90 days").optional(),
  group: z.enum(["running", "dressing"]),
});

export type HandLine = z.output<typeof handLineSchema>;
