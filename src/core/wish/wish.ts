import { z } from "zod";
import { text } from "../record";
import { PROMISE_IDS } from "./promiseIds";
import { routeSchema } from "../route/routeSchema";

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
  assistKmh: z.number().min(6, "must be 6 to 100 km/h").max(100, "must be 6 to 100 km/h").nullable(),
  readyBy: z.iso.date("must be a date").nullable(),
  throttle: z.boolean(),
  hillPercent: z.number().min(0, "must be 0 to 40 %").max(40, "must be 0 to 40 %").nullable(),
  hillKm: z.number().min(0, "must be 0 to 50 km").max(50, "must be 0 to 50 km").nullable(),
  coldestC: z.number().min(-40, "must be −40 to 30 °C").max(30, "must be −40 to 30 °C").nullable(),
  chargeHours: z.number().min(0.5, "must be 0.5 to 48 h").max(48, "must be 0.5 to 48 h").nullable(),
  riderW: z.number().min(20, "must be 20 to 1,000 W").max(1000, "must be 20 to 1,000 W").nullable(),
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
  chargeHours: null,
  riderW: null,
  tows: "nothing",
  gives: [],
  notes: "",
  route: null,
  rangeKm: null,
  hillKmh: null,
};
