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

/** An address under which a calendar looks at the bench, as the shop sees it. */
export type CalendarLinkView = {
  readonly id: number;
  /** Whose pieces of work, by their id at the bench; empty for everybody's. */
  readonly person: string;
  readonly madeAt: string;
  readonly by: string;
  readonly ended: boolean;
};

export const calendarLinkSchema = z.strictObject({ person: z.string().max(40), by: z.string().max(40) });

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
