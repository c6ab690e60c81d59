import Big from "big.js";
import { bad, good, type Result } from "../result";
import type { Currency } from "./currencies";

/** Money is whole minor units (cents) of a currency; nothing here ever holds a fraction of one. */
export const SYMBOLS: Record<Currency, string> = { EUR: "€", GBP: "£", USD: "$", CHF: "CHF" };

/** A share of an amount, in decimal, rounded half up to the cent: no cent is lost for want of a binary digit. @example percentOf(1250, 20) // => 250 */
export const percentOf = (minor: number, percent: number): number =>
  new Big(minor).times(percent).div(100).round(0, Big.roundHalfUp).toNumber();

/**
 * Into the shop's currency at its rate, in decimal, half up; undefined when the shop set none.
 *
 * @param share so many pieces of a pack of so many, where not all of the amount is meant: rounded once, at the end
 * @example converted(50, "GBP", "EUR", { GBP: 1.15 }) // => 58
 */
export function converted(
  minor: number,
  from: Currency,
  to: Currency,
  rates: Readonly<Partial<Record<Currency, number>>>,
  share: { readonly pieces: number; readonly of: number } = { pieces: 1, of: 1 },
): number | undefined {
  const rate = from === to ? 1 : rates[from];
  if (rate === undefined) return undefined;
  return new Big(minor).times(rate).times(share.pieces).div(share.of).round(0, Big.roundHalfUp).toNumber();
}

/** Shares an amount among lines by their pieces, so that the shares add up to it to the cent. */
export function shared(totalMinor: number, quantities: readonly number[]): number[] {
  const all = quantities.reduce((sum, one) => sum + one, 0);
  let [pieces, given] = [0, 0];
  return quantities.map((quantity) => {
    pieces += quantity;
    const upTo = Math.round((totalMinor * pieces) / all);
    const share = upTo - given;
    given = upTo;
    return share;
  });
}

/** @example formatMoney(165040, "EUR") // => "1 650.40 €" with a thin space between thousands */
export function formatMoney(minor: number, currency: Currency): string {
  const sign = minor < 0 ? "−" : "";
  const whole = Math.floor(Math.abs(minor) / 100).toString();
  const cents = (Math.abs(minor) % 100).toString().padStart(2, "0");
  return `${sign}${whole.replace(/\B(?=(\d{3})+$)/g, "\u2009")}.${cents}\u00a0${SYMBOLS[currency]}`;
}

/** Nobody types more than ten million. */
const MOST = 10_000_000;

/**
 * Reads an amount as typed: `1650`, `1650.40`, `1650,40`, `1 650.40`, `1,650.40`, `1.650,40`.
 * What can be read two ways is refused with both: `12.505` is twelve thousand or twelve and a half, `0.999` has a third decimal.
 *
 * @returns minor units, or a sentence that says what to write
 */
export function parseMoney(text: string): Result<number> {
  const plain = text
    .trim()
    .replace(/[€£$]|CHF|EUR|GBP|USD/gi, "")
    .trim();
  const shown = text.trim().slice(0, 30);
  const expected = bad(`expected an amount such as 1650 or 1650.40, got “${shown}”`);
  const amount = (whole: string, cents: string): Result<number> => {
    const minor = Number(whole) * 100 + Number(cents.padEnd(2, "0"));
    return minor <= MOST * 100 ? good(minor) : expected;
  };
  if (/^\d+$/.test(plain)) return amount(plain, "");
  // A sign followed by one or two digits at the end is the decimal one.
  const whole = /^(\d+)[.,](\d{1,2})$/.exec(plain);
  if (whole) return amount(whole[1]!, whole[2]!);
  // Groups of three by spaces, or by the sign that is not the decimal one.
  const grouped = /^(\d{1,3})([\s\u2009\u00a0',.])(\d{3}(?:\2\d{3})*)(?:([.,])(\d{1,2}))?$/.exec(plain);
  if (grouped) {
    const [, first, by, rest, point, cents] = grouped;
    const one = rest!.length === 3;
    // A comma before three figures parts thousands in every writing that has cents; a point may be a third decimal.
    if ((by === "." || (by === "," && first === "0")) && point === undefined && one) {
      const thousand = `${first}${rest}`;
      const cent = `${first}.${rest!.slice(0, 2)}`;
      return bad(
        first === "0"
          ? `“${shown}” has more than two decimals: write 0.${rest!.slice(0, 2)} or the whole amount`
          : `“${shown}” can be read two ways: write ${thousand} or ${cent}`,
      );
    }
    if (point === by || first === "0") return expected;
    return amount(`${first}${rest!.replace(/\D/g, "")}`, cents ?? "");
  }
  if (/^\d+[.,]\d{3,}$/.test(plain)) return bad(`“${shown}” has more than two decimals: cents are the smallest`);
  return expected;
}
