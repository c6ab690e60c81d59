import { z } from "zod";

/** Fields of part specs: plain ranges that a typing slip falls out of, each described with its unit. */
export const mm = (low: number, high: number, says: string) =>
  z.number().min(low, `must be ${low} to ${high} mm`).max(high, `must be ${low} to ${high} mm`).describe(`${says}, mm`);
export const amps = (says: string) =>
  z.number().min(0.1, "must be 0.1 to 500 A").max(500, "must be 0.1 to 500 A").describe(`${says}, A`);
export const volts = (says: string) =>
  z.number().min(1, "must be 1 to 200 V").max(200, "must be 1 to 200 V").describe(`${says}, V`);
export const watts = (says: string) =>
  z.number().min(10, "must be 10 to 20,000 W").max(20000, "must be 10 to 20,000 W").describe(`${says}, W`);
export const newtonMetres = (says: string) =>
  z.number().min(1, "must be 1 to 400 N·m").max(400, "must be 1 to 400 N·m").describe(`${says}, N·m`);
export const count = (low: number, high: number, says: string) =>
  z
    .int(`must be a whole number, ${low} to ${high}`)
    .min(low, `must be ${low} to ${high}`)
    .max(high, `must be ${low} to ${high}`)
    .describe(says);
export const yes = (says: string) => z.boolean().describe(says);
export const word = (says: string) => z.string().min(1, "must not be empty").max(80, "must be at most 80 letters").describe(says);

/** A figure that a maker's sheet may leave out: null then, and what needs it says so. */
export const stated = <T extends z.ZodType>(field: T) => field.nullable().default(null as never);
