import type { PromiseRecord } from "@/core/logbook/learned";
import { formatMoney } from "@/core/money/money";
import type { Currency } from "@/core/parts/part";
import { formatNumber } from "@/core/units/formatQuantity";

const UNIT = { mass: " kg", ready: " days", assist: " km/h", range: " km", hill: " km/h" } as const;
const DIGITS = { mass: 1, ready: 0, assist: 1, range: 1, hill: 1 } as const;

/** Proved less predicted, with its sign and its unit. @example "−1.6 km (−4 %)" */
export function biasText(
  { promise, bias, biasPercent }: PromiseRecord,
  currency: Currency,
  sign: "signed" | "plain" = "signed",
): string {
  if (bias === null) return "–";
  const figure =
    promise === "price" ? formatMoney(Math.round(bias), currency) : `${formatNumber(bias, DIGITS[promise])}${UNIT[promise]}`;
  const text = `${sign === "signed" && bias >= 0 ? "+" : ""}${figure}`;
  return biasPercent === null ? text : `${text} (${biasPercent >= 0 ? "+" : ""}${formatNumber(biasPercent, 0)} %)`;
}
