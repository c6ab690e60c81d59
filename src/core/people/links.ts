import { z } from "zod";
import { MOST_DAYS } from "./linkDays";

/** A link as the shop sees it: never its address, which is shown once. */
export type LinkView = {
  readonly id: number;
  readonly madeAt: string;
  readonly by: string;
  readonly until: string;
  readonly ended: "open" | "expired" | "revoked";
};

export const linkSchema = z.strictObject({
  jobId: z.string().max(40),
  days: z
    .number("Say for how many days.")
    .int("A whole number of days.")
    .min(1, "One day at least.")
    .max(MOST_DAYS, `At most ${MOST_DAYS} days: make another when it has ended.`),
  by: z.string().max(40),
});

export const endLinkSchema = z.strictObject({ jobId: z.string().max(40), id: z.int() });
