import { z } from "zod";
import { stamp, text } from "../record";
import { VISIT_IDS } from "../standards/visits";

/** More than this on a bike's counter is a slip of the hand, km. */
export const MOST_KM = 300_000;

/** Something that was wrong with a finished bike: what was seen, why it was, and what helped. */
export const faultSchema = z.strictObject({
  symptom: text(160).min(3, "say what was wrong"),
  /** Empty while nobody knows. */
  cause: text(200),
  helped: text(200),
  /** Put right; a bike with one that is not, and that hurts, is not ridden. */
  over: z.boolean(),
  hurts: z.boolean(),
});
export type Fault = z.output<typeof faultSchema>;

/** A finished bike that came back: what was read on it, what was wrong, and what was done. */
export const visitSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{8,40}$/, "must have a number of its own"),
  kind: z.enum(VISIT_IDS),
  day: z.iso.date("must be a day such as 2026-12-25"),
  /** On its counter since the hand-over; null where it has none. */
  km: z.number().min(0, "must be 0 or more").max(MOST_KM, "must be at most 300,000 km").nullable(),
  /** By the measure's key, in its unit. */
  readings: z.record(
    z.string().max(80),
    z.strictObject({ value: z.number().min(0).max(1_000_000), confirmed: z.literal(true).optional() }),
  ),
  faults: z.array(faultSchema).max(12, "a visit holds at most 12 faults"),
  did: text(600),
  minutes: z.number().min(0).max(2880).nullable(),
  ...stamp,
});
export type Visit = z.output<typeof visitSchema>;

export const visitsSchema = z.array(visitSchema).max(80, "a bike holds at most 80 visits").default([]);
