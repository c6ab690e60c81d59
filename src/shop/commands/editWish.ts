import { wishSchema, type Wish } from "@/core/wish/wish";
import { done, refused, type UseCase } from "../useCase";

const NAMES: Record<keyof Wish, string> = {
  customer: "customer",
  contact: "contact",
  bike: "bike",
  purpose: "purpose",
  where: "where it is ridden",
  riderKg: "rider's mass",
  loadKg: "load",
  budgetMinor: "budget",
  massKg: "mass wanted",
  assistKmh: "assist limit",
  readyBy: "date",
  throttle: "throttle",
  hillPercent: "steepest hill",
  hillKm: "longest hill",
  coldestC: "coldest ride",
  chargeHours: "charging time",
  riderW: "rider's power",
  tows: "what it tows",
  gives: "what gives first",
  notes: "notes",
  route: "road",
  rangeKm: "range wanted",
  hillKmh: "speed on the hill",
};

/** Writes down what the customer wants, field by field. */
export const editWish: UseCase<"edit wish"> = (job, command) => {
  const changed = Object.entries(command.wish) as [keyof Wish, unknown][];
  const wish = wishSchema.parse({ ...job.wish, ...command.wish });
  if (wish.customer === "") return refused("A job wants its customer's name.");
  return done({ wish }, `Ask: ${changed.map(([field]) => NAMES[field]).join(", ")}`);
};
