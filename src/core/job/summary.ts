import { z } from "zod";

const count = z.number();

/** What the list of jobs shows of a job, worked out when it was last stored, so that hundreds need not be assessed for a list. */
export const summarySchema = z.object({
  verdicts: z.object({ clear: count, adapt: count, measure: count, stop: count }),
  stages: z.array(z.object({ name: z.string(), knot: z.string(), undone: count })),
  allInMinor: z.number(),
  currency: z.string(),
  readyBy: z.string().nullable(),
  budgetMinor: z.number().nullable(),
  build: z.string(),
  /** Put aside: it is not among the open jobs. */
  aside: z.boolean().default(false),
  /** Pieces of the shelf that the job holds, by part. */
  holds: z.record(z.string(), z.number()).default({}),
  /** Of which parts, rules and day it was worked out; empty where that is not known. */
  stamp: z.string().default(""),
  /** Signed, and whether the signature stands for what the job is now. */
  signature: z.enum(["none", "stands", "changed"]).default("none"),
});
export type Summary = z.output<typeof summarySchema>;

export type JobTicket = {
  readonly id: string;
  readonly number: number;
  readonly customer: string;
  readonly bike: string;
  readonly summary: Summary;
};
export type JobList = { readonly rows: readonly JobTicket[]; readonly total: number };
