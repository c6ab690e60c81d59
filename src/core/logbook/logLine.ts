import { z } from "zod";
import { TAUGHT_FIGURES } from "../house/taught";
import { PROMISE_IDS } from "../wish/promiseIds";
import { VISIT_IDS } from "../standards/visits";

/** What a figure of the ride's model came out at against the tables, as shares, one standard deviation each. */
export const taughtSchema = z.strictObject({
  id: z.enum(TAUGHT_FIGURES),
  times: z.number().positive(),
  sd: z.number().positive(),
  /** What it was reckoned with, against the tables, and how sure that was. */
  prior: z.number().positive(),
  priorSd: z.number().positive(),
});
export type Taught = z.output<typeof taughtSchema>;

/** A promise as it stood when the bike was handed over. */
export const provedSchema = z.strictObject({
  promise: z.enum(PROMISE_IDS),
  asked: z.union([z.number(), z.string()]).nullable(),
  predicted: z.union([z.number(), z.string()]).nullable(),
  proved: z.union([z.number(), z.string()]).nullable(),
  plusMinus: z.number().nullable(),
  stands: z.enum(["kept", "not kept", "too near to tell"]).nullable(),
});
export type ProvedPromise = z.output<typeof provedSchema>;

/** Something that was wrong with a bike, at the bench or later. */
export const faultLineSchema = z.object({
  day: z.string(),
  symptom: z.string(),
  cause: z.string(),
  helped: z.string(),
  over: z.boolean(),
});
export type FaultLine = z.output<typeof faultLineSchema>;

/** What the logbook keeps beside a bike that was handed over, so that a list of thousands need not assess them all. */
export const logLineSchema = z.object({
  handedAt: z.string(),
  /** The finished bike that it was before, by its job: the logbook goes on here. */
  renews: z.string().nullable(),
  frameKind: z.string(),
  /** Numbers and names of what drives it. */
  motor: z.object({ id: z.string(), name: z.string() }).nullable(),
  battery: z.object({ id: z.string(), name: z.string() }).nullable(),
  due: z.object({ id: z.enum(VISIT_IDS), day: z.string(), when: z.string() }),
  visits: z.number(),
  last: z.object({ day: z.string(), km: z.number().nullable() }).nullable(),
  notRidden: z.array(z.string()),
  readBetter: z.array(z.string()),
  /** Limits that readings reach, by the trend, and the soonest day. */
  soon: z.array(z.object({ says: z.string(), soonest: z.string() })),
  proved: z.array(provedSchema),
  taught: z.array(taughtSchema),
  /** Steps that were timed, of all: as quoted and as they took. */
  work: z
    .object({ quotedMinutes: z.number(), tookMinutes: z.number(), timed: z.number(), steps: z.number() })
    .nullable()
    .default(null),
  /** Parts, carriage and hours as quoted and as they came out, and what was left, in cents of the shop's money. */
  cost: z.object({ quotedMinor: z.number(), realMinor: z.number(), leftMinor: z.number() }).nullable().default(null),
  /** What was wrong with it after it was handed over. */
  later: z.array(z.string()),
  /** Findings that somebody overrode. */
  overrides: z.array(z.object({ rule: z.string(), reason: z.string() })),
});
export type LogLine = z.output<typeof logLineSchema>;
