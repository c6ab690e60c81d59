import Big from "big.js";
import type { HouseRules } from "../house/houseRules";
import { carriageAsked, type SupplierIn } from "./cheapest";
import { packsAlone, type PartIn } from "./fills";

/** More than any basket of these parts can cost with everything that comes on top. */
export function moreThanAll(parts: readonly PartIn[], suppliers: readonly SupplierIn[]): number {
  // No way without a pack to spare takes more of an offer than hold the quantity alone.
  const goods = parts.flatMap(({ quantity, offers }) => offers.map((offer) => offer.costOf(packsAlone(offer, quantity))));
  const beside = suppliers.map(({ steps, surcharge, masses }) => steps[0]!.asks + surcharge + (masses.at(-1)?.more ?? 0));
  return [...goods, ...beside].reduce((sum, one) => sum + one, 1);
}

/**
 * Suppliers that take no order under so much, as a search weighs them: under it they ask more than everything costs. So as few orders as
 * can be lie under it, and of the ways to that the cheapest is found; where nobody else sells a line, one may lie under it all the same.
 *
 * @param least goods of an order in minor units, supplier by supplier; 0 where any order is taken
 */
export function withLeast(parts: readonly PartIn[], suppliers: readonly SupplierIn[], least: readonly number[]): SupplierIn[] {
  if (least.every((one) => one === 0)) return [...suppliers];
  const more = moreThanAll(parts, suppliers);
  return suppliers.map((supplier, s) => {
    const under = least[s]!;
    if (under === 0) return supplier;
    return {
      ...supplier,
      steps: [
        ...supplier.steps.filter(({ from }) => from < under).map(({ from, asks }) => ({ from, asks: asks + more })),
        { from: under, asks: carriageAsked(supplier, under) },
        ...supplier.steps.filter(({ from }) => from > under),
      ],
    };
  });
}

/** What an order lacks to the least that its supplier takes, in minor units of the supplier's currency; 0 where it is taken. */
export function missingGoods(
  lines: readonly { readonly priceMinor: number; readonly currency: HouseRules["currency"]; readonly packs: number }[],
  least: number,
  own: HouseRules["currency"],
  { currency, rates }: Pick<HouseRules, "currency" | "rates">,
): number {
  if (least === 0) return 0;
  const rateOf = (of: HouseRules["currency"]) => new Big(of === currency ? 1 : (rates[of] ?? 0));
  const goods = lines.reduce((sum, { priceMinor, currency: of, packs }) => {
    const price = new Big(priceMinor).times(packs);
    // In its own currency to the cent: an order of just so much is taken, whatever the rate.
    return sum.plus(of === own ? price : price.times(rateOf(of)).div(rateOf(own)));
  }, new Big(0));
  return Math.max(0, new Big(least).minus(goods).round(0, Big.roundUp).toNumber());
}
