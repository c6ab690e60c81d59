import { z } from "zod";
import { donorSchema } from "../donor/donor";
import { DONOR_KEYS } from "../donor/items";
import { currencySchema } from "../parts/part";
import { PROMISE_IDS } from "../promise/promiseIds";
import { SURFACE_NAMES } from "../route/roadSegments";

/** Slots that a choice in Drive fills; a kit fills several at once, and a choice beats the kit. */
export const SLOTS = ["kit", "motor", "battery", "controller", "display", "pedal sensor", "throttle", "charger"] as const;
export type Slot = (typeof SLOTS)[number];

const text = (most: number) => z.string().trim().max(most, `must be at most ${most} letters`);
const partId = z.string().max(60);
const stamp = { at: z.iso.datetime({ offset: true }), by: text(40) };

/** The customer's own road, as it is kept: from a file, or from its figures. */
export const routeSchema = z.strictObject({
  name: text(80),
  source: z.enum(["by hand", "file"]),
  stepM: z.number().gt(0).max(1000),
  elevationM: z.array(z.number().min(-1000).max(12_000)).min(3).max(2001),
  plan: z.array(z.tuple([z.number().min(-3000).max(3000), z.number().min(-3000).max(3000)])).max(2001),
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

export const wishSchema = z.strictObject({
  customer: text(80),
  contact: text(120),
  bike: text(80),
  purpose: text(400),
  where: text(60),
  riderKg: z.number().min(20, "must be 20 to 250 kg").max(250, "must be 20 to 250 kg").nullable(),
  loadKg: z.number().min(0, "must be 0 to 250 kg").max(250, "must be 0 to 250 kg").nullable(),
  budgetMinor: z.int().min(0, "must be 0 or more").max(100_000_00, "must be at most 100,000").nullable(),
  massKg: z.number().min(5, "must be 5 to 150 kg").max(150, "must be 5 to 150 kg").nullable(),
  assistKmh: z.number().min(6, "must be 6 to 60 km/h").max(60, "must be 6 to 60 km/h").nullable(),
  readyBy: z.iso.date("must be a date").nullable(),
  throttle: z.boolean(),
  hillPercent: z.number().min(0, "must be 0 to 40 %").max(40, "must be 0 to 40 %").nullable(),
  hillKm: z.number().min(0, "must be 0 to 50 km").max(50, "must be 0 to 50 km").nullable(),
  coldestC: z.number().min(-40, "must be −40 to 30 °C").max(30, "must be −40 to 30 °C").nullable(),
  tows: z.enum(["nothing", "child seat", "trailer"]),
  gives: z
    .array(z.enum(PROMISE_IDS))
    .max(PROMISE_IDS.length)
    .refine((list) => new Set(list).size === list.length, "names one promise twice"),
  notes: text(2000),
  route: routeSchema.nullable(),
  rangeKm: z.number().min(1, "must be 1 to 500 km").max(500, "must be 1 to 500 km").nullable(),
  hillKmh: z.number().min(3, "must be 3 to 50 km/h").max(50, "must be 3 to 50 km/h").nullable(),
});
export type Wish = z.output<typeof wishSchema>;

export const EMPTY_WISH: Wish = {
  customer: "",
  contact: "",
  bike: "",
  purpose: "",
  where: "",
  riderKg: null,
  loadKg: null,
  budgetMinor: null,
  massKg: null,
  assistKmh: 25,
  readyBy: null,
  throttle: false,
  hillPercent: null,
  hillKm: null,
  coldestC: null,
  tows: "nothing",
  gives: [],
  notes: "",
  route: null,
  rangeKm: null,
  hillKmh: null,
};

export const handLineSchema = z.strictObject({
  id: text(40),
  says: text(90).min(1, "say what it is"),
  quantity: z.int().min(1, "must be 1 or more").max(500, "must be at most 500"),
  priceMinor: z.int().min(0, "must be 0 or more").max(50_000_00, "must be at most 50,000"),
  group: z.enum(["running", "dressing"]),
});
export type HandLine = z.output<typeof handLineSchema>;

export const placedOrderSchema = z.strictObject({
  id: text(40),
  number: text(40),
  supplierId: text(60),
  supplierName: text(60),
  placed: z.strictObject(stamp),
  currency: currencySchema,
  lines: z.array(
    z.strictObject({
      partId,
      name: text(90),
      kind: text(30),
      quantity: z.int(),
      packs: z.int(),
      packSize: z.int(),
      packPriceMinor: z.int(),
      offerCurrency: currencySchema,
      totalMinor: z.int(),
      because: z.array(text(200)),
    }),
  ),
  goodsMinor: z.int(),
  carriageMinor: z.int(),
  dangerousGoods: z.boolean(),
  leadDays: z.int(),
  arrived: z.strictObject(stamp).nullable(),
});
export type PlacedOrder = z.output<typeof placedOrderSchema>;

export const givenSheetSchema = z.strictObject({
  ...stamp,
  currency: currencySchema,
  lines: z.array(z.strictObject({ says: text(120), quantity: z.number(), totalMinor: z.int() })),
  allInMinor: z.int(),
});

/** A photograph beside the database, of the job or of one measurement. */
export const photoSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{8,40}$/),
  item: z.enum(DONOR_KEYS).nullable(),
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
  also: z.array(z.strictObject({ partId, quantity: z.int().min(1, "must be 1 or more").max(50, "must be at most 50") })).max(60),
  accepted: z.array(z.strictObject({ finding: text(160), remedy: text(120), ...stamp })),
  overrides: z.array(z.strictObject({ finding: text(160), reason: text(400).min(1), ...stamp })),
  /** Remedies that somebody does not want: shown last and struck out. */
  refused: z.array(z.strictObject({ finding: text(160), remedy: text(120), ...stamp })),
  photos: z.array(photoSchema).max(200),
  sources: z.record(z.string().max(160), z.enum(["buy", "stock", "customer"])),
  hand: z.array(handLineSchema).max(100),
  given: z.array(givenSheetSchema).max(50),
  orders: z.array(placedOrderSchema),
  ticks: z.record(z.string().max(60), z.strictObject({ ...stamp, note: text(200) })),
  signed: z
    .strictObject({
      ...stamp,
      steps: z.array(z.strictObject({ title: text(120), by: text(40), at: z.string(), note: text(200) })),
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
  given: [],
  orders: [],
  ticks: {},
  signed: null,
});
