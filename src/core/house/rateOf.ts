import type { Currency } from "../parts/part";
import { formatDay } from "../units/date";
import type { HouseRules } from "./houseRules";
import { DAY_MS } from "../units/days";

/** A rate older than this is asked about: over a month it may move by more than the buffer holds (common practice). */
const OLD_DAYS = 30;

/** Of which day a rate is and from where, in words, and whether it should be looked up anew. */
export function rateOf(
  currency: Currency,
  { rates, ratesOf }: Pick<HouseRules, "rates" | "ratesOf">,
  today: string,
): { readonly says: string; readonly old: boolean } {
  if (rates[currency] === undefined) return { says: "Without a rate nothing in it has a price.", old: false };
  const noted = ratesOf[currency];
  if (noted === undefined) return { says: "Nobody noted of which day it is: look it up anew.", old: true };
  const days = Math.round((Date.parse(today.slice(0, 10)) - Date.parse(noted.day)) / DAY_MS);
  const from = noted.source && `, from ${noted.source}`;
  const old = days > OLD_DAYS;
  return { says: `Of ${formatDay(noted.day)}${from}${old ? `: ${days} days old, look it up anew` : ""}.`, old };
}
