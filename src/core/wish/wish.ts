import { z } from "zod";
import { text } from "../record";
import { WISH_LIMITS } from "./limits";
import { PROMISE_IDS } from "./promiseIds";
import { routeSchema } from "../route/routeSchema";

const figure = (key: keyof typeof WISH_LIMITS, says: string) => {
  const [least, most] = WISH_LIMITS[key];
  return z.number().min(least, says).max(most, says).nullable();
};

export const wishSchema = z.strictObject({
  customer: text(80),
  contact: text(120),
  bike: text(80),
  purpose: text(400),
  where: text(60),
  riderKg: figure("riderKg", "must be 20 to 250 kg"),
  loadKg: figure("loadKg", "must be 0 to 250 kg"),
  budgetMinor: z.int().min(0, "must be 0 or more").max(100_000_00, "must be at most 100,000").nullable(),
  massKg: figure("massKg", "must be 5 to 150 kg"),
  assistKmh: figure("assistKmh", "must be 6 to 100 km/h"),
  readyBy: z.iso.date("must be a date").nullable(),
  /** What a day costs by which it is late, in cents of the shop's currency; null where that is what the shop says of all. */
  lateDayMinor: z.int().min(0, "must be 0 or more").max(10_000_00, "must be at most 10,000").nullable(),
  throttle: z.boolean(),
  hillPercent: figure("hillPercent", "must be 0 to 40 %"),
  hillKm: figure("hillKm", "must be 0 to 50 km"),
  coldestC: figure("coldestC", "must be −40 to 30 °C"),
  chargeHours: figure("chargeHours", "must be 0.5 to 48 h"),
  riderW: figure("riderW", "must be 20 to 1,000 W"),
  tows: z.enum(["nothing", "child seat", "trailer"]),
  gives: z
    .array(z.enum(PROMISE_IDS))
    .max(PROMISE_IDS.length)
    .refine((list) => new Set(list).size === list.length, "names one promise twice"),
  notes: text(2000),
  route: routeSchema.nullable(),
  rangeKm: figure("rangeKm", "must be 1 to 500 km"),
  hillKmh: figure("hillKmh", "must be 3 to 50 km/h"),
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
  lateDayMinor: null,
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
