import { z } from "zod";
import { stamp, text } from "../record";
import { CHECK_IDS } from "../standards/commissioning";
import { PROMISE_IDS } from "../wish/promiseIds";
import { rideLogSchema } from "./rideLogSchema";

/** Checks of commissioning that passed, by whom and with what was said; one that failed is among what was found at the bench. */
export const passedSchema = z.partialRecord(z.enum(CHECK_IDS), z.strictObject({ ...stamp, says: text(200) })).default({});
export type Passed = z.output<typeof passedSchema>;

/** The finished bike on the scales, without a rider. Three wheels: both that stand side by side count as one end. */
export const weighedSchema = z
  .strictObject({
    frontKg: z.number().gt(0, "must be more than 0").max(200, "must be at most 200 kg"),
    rearKg: z.number().gt(0, "must be more than 0").max(200, "must be at most 200 kg"),
    /** What the scales leave open at each wheel, kg. */
    plusMinusKg: z.number().gt(0).max(5),
    ...stamp,
    confirmed: z.literal(true).optional(),
  })
  .nullable()
  .default(null);
export type Weighed = NonNullable<z.output<typeof weighedSchema>>;

/** Less than was promised, and the customer who agreed to it. */
export const settledLessSchema = z
  .array(
    z.strictObject({
      promise: z.enum(PROMISE_IDS),
      /** What was asked and proved, as it stood then, in words. */
      says: text(300).min(1),
      /** Who agreed: the customer, by name. */
      customer: text(80).min(1, "say who agreed to it"),
      ...stamp,
    }),
  )
  .max(40, "a job holds at most 40 agreements to less")
  .default([]);
export type SettledLess = z.output<typeof settledLessSchema>[number];

export const ridesSchema = z.array(rideLogSchema).max(6, "a job holds at most 6 rides: take one out first").default([]);
