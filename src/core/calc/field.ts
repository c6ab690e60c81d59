import { z } from "zod";

/** Number fields of calculators: each says its unit and meaning, which the schema and the Tools pages show. */
export const over0 = (says: string) => z.number().gt(0, "must be more than 0").describe(says);
export const from0 = (says: string) => z.number().min(0, "must be 0 or more").describe(says);
export const any = (says: string) => z.number().describe(says);
export const percent = (says: string) => z.number().min(0, "must be 0 to 100").max(100, "must be 0 to 100").describe(says);
export const share = (says: string) =>
  z.number().gt(0, "must be more than 0 and at most 1").max(1, "must be more than 0 and at most 1").describe(says);
export const whole = (least: number, says: string) =>
  z.int(`must be a whole number of at least ${least}`).min(least, `must be a whole number of at least ${least}`).describe(says);
export const teeth = (says: string) => whole(3, says);
