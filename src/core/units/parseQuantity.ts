import { bad, good, type Result } from "../result";
import { DIMENSIONS, type Dimension } from "./dimension";

const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const FRACTION = String.raw`(?:(\d+)[\s-]+)?(\d+)\s*/\s*(\d+)`;
const PART = new RegExp(String.raw`^\s*(?:${FRACTION}|(${NUMBER}))\s*([^\d\s.,+-][^\d\s]*)?`, "u");
/** Vulgar fraction signs as a keyboard or a copied text may give them. */
const SIGNS: Record<string, string> = { "½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8" };

/**
 * What a person typed, in the stored unit of its dimension (mm, kg, km, km/h).
 * Takes `68`, `68.3`, `27,5` (decimal comma), `2 11/16"`, `2.68 in`, `1' 2 1/2"`, `½ in`, a leading minus, and any unit of the dimension.
 * Refuses what can be read two ways: `1,150` (a thousand or a decimal?) and units of another kind.
 *
 * @param text at most 40 characters   @param assumed the unit when none is typed, such as "mm" or "in"
 * @returns the value, or a sentence that says what was expected
 * @example parseQuantity('2 11/16"', "length", "mm") // => { ok: true, value: 68.2625 }
 */
export function parseQuantity(text: string, dimension: Dimension, assumed: string): Result<number> {
  const rows = DIMENSIONS[dimension];
  const expected = `expected ${EXAMPLES[dimension]}, got “${text.slice(0, 40)}”`;
  let rest = text.trim().replace(/[½¼¾⅛⅜⅝⅞]/gu, (sign) => ` ${SIGNS[sign]}`);
  if (rest === "" || text.length > 40) return bad(expected);
  if (/^[-+−]?\d{1,3},\d{3}$/.test(rest))
    return bad(`“${rest}” can be read two ways: write ${rest.replace(",", "")} or ${rest.replace(",", ".")}`);
  const sign = /^[-−]/.test(rest) ? -1 : 1;
  rest = rest.replace(/^[-−+]\s*/, "");

  let total = 0;
  let smallest = Infinity;
  let first = true;
  while (rest.trim() !== "") {
    const match = PART.exec(rest);
    if (!match) return bad(expected);
    const [whole, ints, top, bottom, plain, word] = match;
    if (bottom !== undefined && Number(bottom) === 0) return bad(expected);
    const number = plain !== undefined ? Number(plain.replace(",", ".")) : Number(ints ?? 0) + Number(top) / Number(bottom);
    const name = word?.toLowerCase() ?? (first ? assumed : undefined);
    const row =
      rows.find((candidate) => name !== undefined && candidate.words.includes(name)) ?? rows.find((r) => r.unit === name);
    // Only feet and inches are written in two parts, the larger first.
    if (!row || (!first && !(row.unit === "in" && smallest === 304.8))) return bad(expected);
    smallest = row.perUnit;
    total += number * row.perUnit;
    first = false;
    rest = rest.slice(whole.length);
  }
  return Number.isFinite(total) ? good(sign * total) : bad(expected);
}

const EXAMPLES: Record<Dimension, string> = {
  length: `a length such as 68, 68.3, 2 11/16" or 2.68 in`,
  mass: "a mass such as 18.5, 18.5 kg or 41 lb",
  distance: "a distance such as 34, 34 km or 21 mi",
  speed: "a speed such as 25, 25 km/h or 15.5 mph",
};
