import { paymentSchema } from "../cost/payments";
import { z } from "zod";
import { MOST_TOOK_MINUTES } from "../work/took";
import { partId, stamp, text } from "../record";
import { DONOR_KEYS } from "../donor/items";
import { EMPTY_WISH, wishSchema } from "../wish/wish";
import { donorSchema } from "../donor/donorSchema";
import { strokesSchema } from "./drawnSignature";
import { givenSheetSchema } from "./givenSheet";
import { settingsTalksSchema } from "../settings/settledSchema";
import { SLOTS } from "./slots";
import { benchReadingsSchema, foundListSchema, timersSchema } from "../fit/atBench";
import { passedSchema, ridesSchema, settledLessSchema, weighedSchema } from "../prove/proofSchema";
import { discountSchema } from "../cost/discount";
import { provedSchema, taughtSchema } from "../logbook/logLine";
import { leftInSchema } from "../fit/leftIn";
import { renewsSchema } from "../fit/renews";
import { visitsSchema } from "../logbook/visitSchema";
import { frozenSheetSchema } from "../cost/frozenSheet";
import { handLineSchema } from "../cost/handLine";
import { placedOrderSchema } from "../supply/placedOrder";
import { fittedPiecesSchema } from "../supply/serialSchema";

/** Why something held back was done all the same; empty where nothing held it. */
const despite = text(400).default("");

/** Minutes that a step really took; null where nobody noted them. */
const tookSchema = z.number().min(0).max(MOST_TOOK_MINUTES).nullable().default(null);

/** A photograph beside the database: of the bike, of one measurement, or of a step of the work. */
export const photoSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{8,40}$/),
  item: z.enum(DONOR_KEYS).nullable(),
  step: z.string().max(60).nullable().default(null),
  widthPx: z.int().min(1),
  heightPx: z.int().min(1),
  says: text(120),
  ...stamp,
});

export type Photo = z.output<typeof photoSchema>;

/** Everything that is kept of a job. What is computed from it (findings, prices, steps) is never stored as truth. */
export const jobSchema = z.strictObject({
  id: text(40),
  number: z.int().min(1),
  version: z.int().min(1),
  wish: wishSchema,
  donor: donorSchema,
  choices: z.partialRecord(z.enum(SLOTS), partId),
  /** Parts that a hand put into the build: the customer's own, or what no remedy names. */
  also: z
    .array(z.strictObject({ partId, quantity: z.int().min(1, "must be 1 or more").max(50, "must be at most 50") }))
    .max(60, "a job holds at most 60 parts by hand: take one out first"),
  accepted: z.array(z.strictObject({ finding: text(160), remedy: text(120), ...stamp })),
  overrides: z.array(z.strictObject({ finding: text(160), reason: text(400).min(1), ...stamp })),
  /** Remedies that somebody does not want: shown last and struck out. */
  refused: z.array(z.strictObject({ finding: text(160), remedy: text(120), ...stamp })),
  photos: z.array(photoSchema).max(200, "a job holds at most 200 photographs: drop one first"),
  sources: z.record(z.string().max(160), z.enum(["buy", "stock", "customer"])),
  hand: z.array(handLineSchema).max(100, "a sheet holds at most 100 lines by hand: take one out first"),
  discount: discountSchema.nullable().default(null),
  given: z.array(givenSheetSchema).max(50, "a sheet is given at most 50 times: begin a copy of the job"),
  orders: z.array(placedOrderSchema),
  /** The highest number that an order of this job ever had: none is given twice, be it taken back. */
  orderSerial: z.int().min(0).default(0),
  /** Pieces that finished steps took from the shelf, by part: they are off its count. */
  taken: z.record(z.string().max(60), z.int().min(0)).default({}),
  ticks: z.record(z.string().max(60), z.strictObject({ ...stamp, note: text(200), despite, tookMinutes: tookSchema })),
  /** Steps that were done and are open again because the build changed under them, and how: until they are done anew. */
  reopened: z.record(z.string().max(60), z.strictObject({ ...stamp, why: text(1_000) })).default({}),
  /** Pieces in the bike that no finished step stands for, since the build changed under theirs. */
  leftIn: leftInSchema,
  /** Who painted which witness mark, and put a name to what at the steps. */
  marks: z.record(z.string().max(80), z.strictObject(stamp)).default({}),
  /** When somebody was at each step, for its minutes. */
  timers: timersSchema,
  /** What was measured at the steps. */
  readings: benchReadingsSchema,
  /** What was found at the bench beside the survey. */
  found: foundListSchema,
  /** Checks of commissioning that passed. */
  passed: passedSchema,
  /** The finished bike on the scales. */
  weighed: weighedSchema,
  /** Rides that were recorded on it. */
  rides: ridesSchema,
  /** Less than was promised, agreed to by the customer. */
  less: settledLessSchema,
  /** Talks with the controller: what it held and what it holds, the latest last. */
  talks: settingsTalksSchema,
  /** Who took the finished bike, and signed for it where not on paper; null until then. */
  handed: z
    .strictObject({
      ...stamp,
      customer: text(80).min(2, "say who takes the bike"),
      strokes: strokesSchema.nullable(),
      /** Every promise as it stood then, and what the rides taught of the bike. */
      proved: z.array(provedSchema).max(12).default([]),
      taught: z.array(taughtSchema).max(8).default([]),
    })
    .nullable()
    .default(null),
  /** The finished bike that this job upgrades or renews. */
  renews: renewsSchema,
  /** What was read, wrong and done since, whenever the bike came back. */
  visits: visitsSchema,
  /** Which pieces went into the bike, by their serial numbers: for the warranty, and for what a maker calls back. */
  serials: fittedPiecesSchema.default([]),
  /** What the customer has brought of their own, by part. */
  brought: z.record(z.string().max(60), z.strictObject(stamp)).default({}),
  /** Money that the customer gave, or was given back, the latest last. */
  payments: z.array(paymentSchema).max(100, "a job holds at most 100 payments").default([]),
  /** What was said on the telephone, the latest last. */
  calls: z
    .array(z.strictObject({ ...stamp, says: text(400).min(1) }))
    .max(200, "a job holds at most 200 calls: write on in its notes")
    .default([]),
  /** Who put it aside, and why; null while it is open. */
  aside: z
    .strictObject({ ...stamp, why: text(400) })
    .nullable()
    .default(null),
  /** Who signed for which state: every step with what it was, and the sheet. */
  signed: z
    .strictObject({
      ...stamp,
      despite,
      steps: z.array(
        z.strictObject({
          id: text(40).default(""),
          title: text(160),
          is: z.array(text(600)).default([]),
          by: text(40),
          at: z.string(),
          note: text(200),
          despite,
          /** As it was quoted; null on what was signed before it was kept. */
          minutes: z.number().nullable().default(null),
        }),
      ),
      sheet: frozenSheetSchema.nullable().default(null),
      /** What an hour cost the shop then. */
      hourCostMinor: z.int().nullable().default(null),
    })
    .nullable(),
});

export type Job = z.output<typeof jobSchema>;

/** A new job with nothing but its number. */
export const newJob = (p: { id: string; number: number; customer: string; bike: string }): Job => ({
  id: p.id,
  number: p.number,
  version: 1,
  wish: { ...EMPTY_WISH, customer: p.customer, bike: p.bike },
  donor: {},
  choices: {},
  also: [],
  accepted: [],
  overrides: [],
  refused: [],
  photos: [],
  sources: {},
  hand: [],
  discount: null,
  given: [],
  orders: [],
  orderSerial: 0,
  taken: {},
  ticks: {},
  reopened: {},
  leftIn: [],
  marks: {},
  timers: {},
  readings: {},
  found: [],
  passed: {},
  weighed: null,
  rides: [],
  less: [],
  talks: [],
  handed: null,
  renews: null,
  visits: [],
  serials: [],
  brought: {},
  payments: [],
  calls: [],
  aside: null,
  signed: null,
});
