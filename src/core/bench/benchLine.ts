import { z } from "zod";
import { PLACES } from "../standards/stepPlaces";
import { WORK_KINDS } from "./workKinds";
import { TASK_IDS } from "../standards/tasks";

const step = z.union([z.enum(TASK_IDS), z.templateLiteral(["own-", z.string()])]);

/** What the bench has to know of a job, worked out whenever the job's line in the list is. */
export const benchLineSchema = z.object({
  steps: z.array(
    z.object({
      id: step,
      /** Where it is done, and by whom; a line of before they were kept is of a step of the tables. */
      place: z.enum(PLACES).optional(),
      work: z.enum(WORK_KINDS).optional(),
      title: z.string(),
      minutes: z.number(),
      spread: z.number(),
      after: z.array(step),
      /** Days that what it does cures. */
      cures: z.number(),
      /** The day on which the last of its parts comes; "" where all are here, null where nobody is known to send one. */
      parts: z.string().nullable(),
      /** What that is. */
      waitsFor: z.string(),
      /** Days from today until then. */
      leadDays: z.number(),
    }),
  ),
  /** Done steps whose work still cures: the day on which it is hard. */
  hardOn: z.record(z.string(), z.string()),
  /** What a day costs by which it is late, cents; null, or left out on a line of before, where that is what the shop says of all. */
  lateDayMinor: z.number().nullable().optional(),
  /** What the build still lacks, and what stops it; empty for a whole one. */
  lacks: z.string(),
  stopped: z.boolean(),
  /** The customer said yes to a sheet. */
  agreed: z.boolean(),
  /** Labour as it is sold, in minutes and cents before tax. */
  soldMinutes: z.number(),
  soldMinor: z.number(),
});
export type BenchLine = z.output<typeof benchLineSchema>;
