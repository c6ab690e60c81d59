import type { Currency } from "../parts/part";

/** Money is whole minor units (cents) of a currency; nothing here ever holds a fraction of one. */
export const SYMBOLS: Record<Currency, string> = { EUR: "€", GBP: "£", USD: "$", CHF: "CHF" };

/** A share of an amount, rounded half up to the cent. @example percentOf(1250, 20) // => 250 */
export const percentOf = (minor: number, percent: number) => Math.round((minor * percent) / 100);

/** Into the shop's currency at its rate; undefined when the shop set none. */
export function converted(
  minor: number,
  from: Currency,
  to: Currency,
  rates: Partial<Record<Currency, number>>,
): number | undefined {
  if (from === to) return minor;
  const rate = rates[from];
  return rate === undefined ? undefined : Math.round(minor * rate);
}

/** @example formatMoney(165040, "EUR") // => "1 650.40 €" with a thin space between thousands */
export function formatMoney(minor: number, currency: Currency): string {
  const sign = minor < 0 ? "−" : "";
  const whole = Math.floor(Math.abs(minor) / 100).toString();
  const cents = (Math.abs(minor) % 100).toString().padStart(2, "0");
  return `${sign}${whole.replace(/\B(?=(\d{3})+$)/g, "\u2009")}.${cents}\u00a0${SYMBOLS[currency]}`;
}

/** Reads an amount as typed: `1650`, `1,650`, `1650.40`, `1650,40`. Undefined when it is not one. */
export function parseMoney(text: string): number | undefined {
  const plain = text.trim().replace(/[\s\u2009\u00a0€£$]|CHF|EUR|GBP|USD/g, "");
  const match = /^(\d{1,3}(?:[,.]\d{3})+|\d{1,7})(?:[.,](\d{1,2}))?$/.exec(plain);
  if (!match) return undefined;
  return Number(match[1]!.replace(/[,.]/g, "")) * 100 + Number((match[2] ?? "0").padEnd(2, "0"));
}
