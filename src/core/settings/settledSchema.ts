import { z } from "zod";
import { stamp, text } from "../record";

const valuesSchema = z
  .record(z.string().max(40), z.number())
  .refine((values) => Object.keys(values).length <= 64, "holds at most 64 values");

/** One talk with the controller: what it held, what it holds, and what came of it. */
const settingsTalkSchema = z.strictObject({
  ...stamp,
  family: text(60),
  state: z.enum(["read", "verified", "nothing written", "unknown"]),
  says: text(400),
  before: valuesSchema.nullable(),
  after: valuesSchema.nullable(),
  /** What the stand-in for a controller holds by now: it is asked in place of one. */
  standIn: valuesSchema,
});
export type SettingsTalk = z.output<typeof settingsTalkSchema>;

export const settingsTalksSchema = z
  .array(settingsTalkSchema)
  .max(60, "a job holds at most 60 talks with its controller")
  .default([]);
