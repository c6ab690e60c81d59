import { z } from "zod";

/** Labour at one rate: minutes, and cents before tax. */
export const labourShareSchema = z.strictObject({
  of: z.enum(["all", "wheels", "the frame", "electrics", "the rest"]),
  minutes: z.int().min(0),
  perHourMinor: z.int().min(0),
  minor: z.int().min(0),
});
export type LabourShare = Readonly<z.output<typeof labourShareSchema>>;
