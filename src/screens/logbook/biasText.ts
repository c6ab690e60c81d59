import type { PromiseRecord } from "@/core/logbook/learned";
import { formatNumber } from "@/core/units/formatQuantity";

const UNIT = { price: "", mass: " kg", ready: " days", assist: " km/h", range: " km", hill: " km/h" } as const;
const DIGITS = { price: 2, mass: 1, ready: 0, assist: 1, range: 1, hill: 1 } as const;

/** Proved less predicted, with its sign and its unit; money as it is counted. @example "−1.6 km (−4 %)" */
export function biasText({ promise, bias, biasPercent }: PromiseRecord, sign: "signed" | "plain" = "signed"): string {
  if (bias === null) return "–";
  const value = promise === "price" ? bias / 100 : bias;
  const text = `${sign === "signed" && value >= 0 ? "+" : ""}${formatNumber(value, DIGITS[promise])}${UNIT[promise]}`;
  return biasPercent === null ? text : `${text} (${biasPercent >= 0 ? "+" : ""}${formatNumber(biasPercent, 0)} %)`;
}
