import { hoursOf } from "@/core/units/hours";
import { formatMoney } from "@/core/money/money";
import { formatNumber, formatQuantity } from "@/core/units/formatQuantity";
import type { UnitSystem } from "@/core/units/dimension";
import type { Currency } from "@/core/parts/part";

export const money = (minor: number, currency: Currency | string) => formatMoney(minor, currency as Currency);
export const signedMoney = (minor: number, currency: Currency | string) =>
  `${minor > 0 ? "+" : ""}${formatMoney(minor, currency as Currency)}`;

/** Minutes as `5 h 40`. */
export const hours = (minutes: number) => (minutes < 60 ? `${Math.round(minutes)} min` : hoursOf(minutes));

/** A figure with its unit: millimetres and kilograms follow the unit toggle, the rest stand as they are. */
export function figure(value: number | string, unit: string | undefined, system: UnitSystem, digits = 2): string {
  if (typeof value === "string") return unit ? `${value} ${unit}` : value;
  if (unit === "mm") return formatQuantity(value, "length", system, system === "metric" ? digits : 3);
  if (unit === "kg") return formatQuantity(value, "mass", system);
  return unit ? `${formatNumber(value, digits)}${unit === "°" ? "" : " "}${unit}` : formatNumber(value, digits);
}
