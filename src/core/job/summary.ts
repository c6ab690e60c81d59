import { z } from "zod";
import { benchLineSchema } from "../bench/benchLine";
import { faultLineSchema, logLineSchema } from "../logbook/logLine";
import { ONLY, SORTS } from "./listing";

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
  /** How the customer is reached, so that a call finds the job. */
  contact: z.string().default(""),
  /** The day by which it is promised will not be kept, as it stands. */
  late: z.boolean().default(false),
  /** Put aside: it is not among the open jobs. */
  aside: z.boolean().default(false),
  /** Pieces of the shelf that the job holds, by part. */
  holds: z.record(z.string(), z.number()).default({}),
  /** Pieces that are still to be bought, by part; what is ordered or on the shelf is not among them. */
  buys: z.record(z.string(), z.number()).default({}),
  /** Why nothing should be bought for it yet, in words; empty where nothing speaks against it. */
  buysNotYet: z.string().default(""),
  /** Parts of the shelf that it asked for: it is worked out anew when others hold more or fewer of these. */
  asks: z.array(z.string()).default([]),
  /** Of which parts, rules, day and pieces held elsewhere it was worked out; empty where that is not known. */
  stamp: z.string().default(""),
  /** Real minutes of steps, by task, as far as they were noted. */
  took: z.record(z.string(), z.number()).default({}),
  /** Who did these, and what kind of bike it is; empty where nobody said. */
  tookBy: z.record(z.string(), z.string()).default({}),
  frameKind: z.string().default(""),
  /** Of a signed job that is timed and billed throughout: what it left, what it cost more than was quoted, and the reserve that was kept for it. */
  outcome: z
    .object({ leftMinor: z.number(), overrunPercent: z.number(), reservePercent: z.number(), reserveWhy: z.string() })
    .nullable()
    .default(null),
  /** Signed, and whether the signature stands for what the job is now. */
  signature: z.enum(["none", "stands", "changed"]).default("none"),
  /** What the bench has to know of it; kept beside the line, and not read with lists. */
  bench: benchLineSchema.nullable().default(null),
  /** What the logbook has to know of it once it is handed over; the parts that are in it; what was ever wrong. Kept beside the line too. */
  log: logLineSchema.nullable().default(null),
  parts: z.array(z.string()).default([]),
  faults: z.array(faultLineSchema).default([]),
});
export type Summary = z.output<typeof summarySchema>;

/** A line as lists read it: what is kept beside it is not with it. */
export const asListed = (summary: Summary): Summary => ({ ...summary, bench: null, log: null, parts: [], faults: [] });

/** Of a job whose line does not read: worked out anew as soon as the job does. */
export const NO_SUMMARY: Summary = summarySchema.parse({
  verdicts: { clear: 0, adapt: 0, measure: 0, stop: 0 },
  stages: [],
  allInMinor: 0,
  currency: "EUR",
  readyBy: null,
  budgetMinor: null,
  build: "",
});

export const listingSchema = z.object({
  find: z.string().max(80).catch(""),
  limit: z.coerce.number().int().min(1).max(600).catch(24),
  aside: z.coerce.boolean().catch(false),
  only: z.enum(ONLY).catch("all"),
  at: z.string().max(20).catch(""),
  sort: z.enum(SORTS).catch("touched"),
});
/** @property at a stage: only jobs whose string is not tied there yet */
export type Listing = z.output<typeof listingSchema>;

export type JobTicket = {
  readonly id: string;
  readonly number: number;
  readonly customer: string;
  readonly bike: string;
  readonly summary: Summary;
  /** What does not read of it, in words; null for a sound one. */
  readonly broken: string | null;
};
/** @property behind rows that are shown as they were, until they are worked out anew */
export type JobList = { readonly rows: readonly JobTicket[]; readonly total: number; readonly behind: number };
/** What the list of jobs shows at first. @property sample whether the sample job is among them */
export type JobsShown = { readonly find: string; readonly sample: boolean; readonly list: JobList };
