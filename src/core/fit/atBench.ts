import { z } from "zod";
import { partId, stamp, text } from "../record";

/** A figure that was read at a step, in the unit of what is measured there; those before it, the latest last. */
const benchReadingSchema = z.strictObject({
  value: z.number().min(0, "must be 0 or more").max(1_000_000, "must be at most a million"),
  ...stamp,
  /** Asked about, and so at the bike. */
  confirmed: z.literal(true).optional(),
  was: z.array(z.number()).max(20).default([]),
});
export type BenchReading = z.output<typeof benchReadingSchema>;

/** By the measure's key. */
export const benchReadingsSchema = z.record(z.string().max(80), benchReadingSchema).default({});

/** What can be wrong at a step. `part`: one that goes in is broken, missing or the wrong one; `bike`: something of the bike itself; `work`: more is to be done. */
export const TROUBLES = ["part", "bike", "work"] as const;

/** Something that was found at the bench, and what is to be done about it. */
const foundSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{8,40}$/, "must have a number of its own"),
  step: z.string().max(60),
  what: z.enum(TROUBLES),
  /** The part that it is about. */
  partId: partId.nullable(),
  /** Work that puts it right, by its step; null: none that is in the tables. */
  task: z.string().max(60).nullable(),
  says: text(400).min(1, "say what is wrong"),
  /** Nobody may ride it like that. */
  hurts: z.boolean(),
  ...stamp,
  /** Who said that it is right again, how, and what it came from, as far as that is known. */
  over: z.strictObject({ ...stamp, how: text(400).min(1), cause: text(400).default("") }).nullable(),
});
export type Found = z.output<typeof foundSchema>;

export const foundListSchema = z.array(foundSchema).max(60, "a job holds at most 60 things that were found").default([]);

/** When somebody was at a step; the last one runs while it has no end. */
const runSchema = z.strictObject({
  from: z.iso.datetime({ offset: true }),
  to: z.iso.datetime({ offset: true }).nullable(),
  by: text(40),
});
export type Run = z.output<typeof runSchema>;

/** By the step. */
export const timersSchema = z
  .record(z.string().max(60), z.array(runSchema).max(60, "a step was begun at most 60 times: note its minutes by hand"))
  .default({});
