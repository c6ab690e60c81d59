import { z } from "zod";
import { text } from "../record";
import { SURFACE_NAMES } from "./roadSegments";

/** Where something begins on the earth, degrees; null where that is not known. */
export const originSchema = z
  .strictObject({ latDeg: z.number().min(-90).max(90), lonDeg: z.number().min(-180).max(180) })
  .nullable()
  .default(null);

/** The customer's own road, as it is kept: from a file, or from its figures. */
export const routeSchema = z.strictObject({
  name: text(80),
  source: z.enum(["by hand", "file"]),
  stepM: z.number().gt(0).max(1000),
  elevationM: z.array(z.number().min(-1000).max(12_000)).min(3).max(2001),
  plan: z.array(z.tuple([z.number().min(-3000).max(3000), z.number().min(-3000).max(3000)])).max(2001),
  origin: originSchema,
  climbBeforeM: z.number().min(0).max(1e6),
  climbM: z.number().min(0).max(1e6),
  repairs: z.array(text(120)).max(12),
  stops: z.int("must be a whole number").min(0, "must be 0 to 500").max(500, "must be 0 to 500").default(0),
  surfaces: z
    .array(
      z.strictObject({ fromKm: z.number().min(0).max(2000), toKm: z.number().min(0).max(2000), surface: z.enum(SURFACE_NAMES) }),
    )
    .max(20)
    .default([]),
});

export type Route = z.output<typeof routeSchema>;
