import { formatMoney } from "../money/money";
import type { Currency } from "../parts/part";
import type { PromiseId } from "../wish/promiseIds";
import { formatDay } from "../units/date";
import { formatNumber } from "../units/formatQuantity";

/** Promises of any bike by name; a job's own say more of the hill. */
export const PROMISE_TITLES: Readonly<Record<PromiseId, string>> = {
  price: "Price, all in",
  mass: "Mass of the bike",
  ready: "Ready",
  assist: "Assist ends",
  range: "Range on this road",
  hill: "Speed up the hill",
};

/** Which way a promise is bound, before what was asked: by a day, at least, at most. */
export const promiseBound = (id: string): string => (id === "ready" ? "by " : id === "range" || id === "hill" ? "≥ " : "≤ ");

/** A promise's figure with its unit; a dash for none. Money in cents. */
export function promiseFigure(id: string, value: number | string | null, currency: Currency): string {
  if (value === null) return "–";
  if (id === "price") return formatMoney(Number(value), currency);
  if (id === "mass") return `${formatNumber(Number(value), 1)} kg`;
  if (id === "range") return `${formatNumber(Number(value), 0)} km`;
  return id === "assist" || id === "hill" ? `${formatNumber(Number(value), 1)} km/h` : formatDay(String(value));
}

/** What a proof leaves open, with its unit; empty where it leaves nothing. @example promisePlusMinus("mass", 0.14) // => "± 0.1 kg" */
export function promisePlusMinus(id: string, plusMinus: number | undefined): string {
  if (!plusMinus) return "";
  const unit = id === "mass" ? "kg" : id === "range" ? "km" : "km/h";
  return `± ${formatNumber(plusMinus, id === "range" && plusMinus >= 1 ? 0 : 1)} ${unit}`;
}
