import { converted } from "../money/money";
import type { HouseRules } from "../house/houseRules";
import type { Currency } from "../parts/part";

/** A price of a pack as it stood in the books from a moment on. */
export type SeenPrice = {
  readonly supplierId: string;
  readonly packSize: number;
  readonly atLeast: number;
  readonly priceMinor: number;
  readonly currency: Currency;
  readonly at: string;
};

/** What a piece cost of one offer from day to day, in cents of the shop's currency at today's rate: a change of rate is no change of price. */
export type PriceLine = {
  readonly supplierId: string;
  readonly packSize: number;
  readonly atLeast: number;
  readonly points: readonly { readonly at: string; readonly pieceMinor: number }[];
};

/**
 * Prices seen, as one line for each supplier and pack, in the order in which they began. Those in a currency without a rate are left
 * out: they cannot stand on one scale with the others.
 */
export function priceLines(seen: readonly SeenPrice[], house: Pick<HouseRules, "currency" | "rates">): PriceLine[] {
  const lines = new Map<string, { line: Omit<PriceLine, "points">; points: { at: string; pieceMinor: number }[] }>();
  for (const { supplierId, packSize, atLeast, priceMinor, currency, at } of seen) {
    const pieceMinor = converted(priceMinor, currency, house.currency, house.rates, { pieces: 1, of: packSize });
    if (pieceMinor === undefined) continue;
    const key = `${supplierId} ${packSize} ${atLeast}`;
    const one = lines.get(key) ?? { line: { supplierId, packSize, atLeast }, points: [] };
    lines.set(key, one);
    one.points.push({ at, pieceMinor });
  }
  return [...lines.values()].map(({ line, points }) => ({ ...line, points }));
}
