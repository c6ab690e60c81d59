import type { Wish } from "./wish";

/** What each line of the wish is called in a sentence: what is still to ask, what a rule lacks, what was changed or refused. */
export const WISH_NAMES: Readonly<Record<keyof Wish, string>> = {
  customer: "the customer's name",
  contact: "how to reach them",
  bike: "the bike",
  purpose: "what the bike is for",
  where: "where it will be ridden",
  riderKg: "the rider's mass",
  loadKg: "the load",
  budgetMinor: "the budget",
  massKg: "the mass wanted",
  assistKmh: "the speed at which the assist ends",
  readyBy: "the day it is wanted",
  lateDayMinor: "what a late day costs",
  throttle: "whether a throttle is wanted",
  hillPercent: "the steepest hill",
  hillKm: "the longest hill",
  coldestC: "the coldest day it is ridden on",
  chargeHours: "how long a charge may take",
  riderW: "the rider's own power",
  tows: "what it tows",
  gives: "what gives first",
  notes: "the notes",
  route: "the road",
  rangeKm: "the range wanted",
  hillKmh: "the speed on the hill",
};
