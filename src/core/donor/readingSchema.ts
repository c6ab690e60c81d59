import { z } from "zod";
import { HOWS } from "./reading";

const takenAt = z.strictObject({ at: z.iso.datetime({ offset: true }), by: z.string().max(40) });

/** What the survey keeps for one item: the value, how it was taken, by whom, when, and what stood there before. */
export const readingSchema = z.strictObject({
  value: z.union([z.number(), z.string().max(60)]),
  how: z.enum(HOWS),
  plusMinus: z.number().min(0),
  /** Outside the plausible range, and somebody who stood at the bike said that it is so. */
  confirmed: z.literal(true).optional(),
  taken: takenAt,
  earlier: z.array(z.strictObject({ value: z.union([z.number(), z.string()]), how: z.enum(HOWS), taken: takenAt })).max(50),
});

export type Reading = z.output<typeof readingSchema>;
