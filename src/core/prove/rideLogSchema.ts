import { z } from "zod";
import { stamp, text } from "../record";
import { originSchema } from "../route/routeSchema";

/** A ride is kept as at most so many windows of even time. */
export const MOST_WINDOWS = 600;

const column = (low: number, high: number) => z.array(z.number().min(low).max(high)).max(MOST_WINDOWS);
/** A column that a file may not have: empty then. */
const mayLack = (low: number, high: number) => column(low, high).default([]);

/** A ride as it was recorded, averaged over windows of even time: what is learnt from it is reckoned anew each time. */
export const rideFieldsSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{8,40}$/, "must have a number of its own"),
  name: text(80),
  ...stamp,
  /** When it began; null where the file has no dates. */
  beganAt: z.iso.datetime({ offset: true }).nullable(),
  points: z.int().min(2).max(500_000),
  /** Length of a window, s. */
  windowS: z.number().gt(0).max(1000),
  /** Way within each, m; speed at its beginning, and at the end of the last, m/s; seconds in it at rest. */
  wayM: column(0, 100_000),
  speedMs: z
    .array(z.number().min(0).max(60))
    .min(2)
    .max(MOST_WINDOWS + 1),
  restS: column(0, 1000),
  /** Mean of the speed's cube, m³/s³: what the air takes. */
  cubeM3S3: column(0, 216_000),
  /** Height at the windows' edges, m. */
  heightM: z
    .array(z.number().min(-1000).max(12_000))
    .max(MOST_WINDOWS + 1)
    .default([]),
  /** Where the windows' edges lie, km east and north of the first. */
  placeKm: z
    .array(z.tuple([z.number().min(-3000).max(3000), z.number().min(-3000).max(3000)]))
    .max(MOST_WINDOWS + 1)
    .default([]),
  /** Where the first of them lies on the earth. */
  origin: originSchema,
  /** From the pack: mean power, W, and current, A; mean volts. */
  motorW: mayLack(-5000, 20_000),
  /** Share of the window in which the motor pulled. */
  pulls: mayLack(0, 1),
  packA: mayLack(-200, 500),
  packV: mayLack(0, 200),
  /** Volts at rest before and after, V; null where nobody rested. */
  restV: z.tuple([z.number().min(0).max(200).nullable(), z.number().min(0).max(200).nullable()]).default([null, null]),
  /** From the legs, W, and share of the window in which they turned. */
  riderW: mayLack(0, 2500),
  legs: mayLack(0, 1),
  windingC: mayLack(-40, 300),
  /** What was mended on the way in. */
  repairs: z.array(text(160)).max(12),
  /** How it was ridden, as somebody said. */
  riderKg: z.number().min(20, "must be 20 to 250 kg").max(250, "must be 20 to 250 kg"),
  loadKg: z.number().min(0, "must be 0 to 300 kg").max(300, "must be 0 to 300 kg"),
  airC: z.number().min(-40, "must be −40 to 50 °C").max(50, "must be −40 to 50 °C"),
  windKmh: z.number().min(0, "must be 0 to 60 km/h").max(60, "must be 0 to 60 km/h"),
  /** Where it came from, degrees from north to the east; null where nobody noted it. */
  windFromDeg: z.number().min(0, "must be 0 to 360°").max(360, "must be 0 to 360°").nullable().default(null),
});

export const rideLogSchema = rideFieldsSchema
  .refine(({ wayM, speedMs, restS, cubeM3S3 }) => {
    const windows = wayM.length;
    return windows > 0 && speedMs.length === windows + 1 && restS.length === windows && cubeM3S3.length === windows;
  }, "its columns must be of one length")
  .refine(
    ({ wayM, heightM, placeKm, motorW, pulls, packA, packV, riderW, legs, windingC }) =>
      [motorW, pulls, packA, packV, riderW, legs, windingC].every(({ length }) => length === 0 || length === wayM.length) &&
      [heightM, placeKm].every(({ length }) => length === 0 || length === wayM.length + 1),
    "its columns must be of one length",
  );
export type RideLog = z.output<typeof rideLogSchema>;
