import { carriageSteps, costOf, type SupplierIn } from "./cheapest";
import { leastLeftOut, mostPacks, type OfferIn, type PartIn } from "./fills";

/** An offer whose packs cost the same each, as the reference solver wants them. */
export const sold = (
  supplier: number,
  each: number,
  packSize = 1,
  dangerous = false,
  worth = each,
  atLeast = 1,
  grams = 0,
  atMost = Infinity,
): OfferIn => ({
  supplier,
  packSize,
  atLeast,
  atMost,
  dangerous,
  grams,
  each,
  costOf: (packs) => packs * each,
  worth,
  worthOf: (packs) => packs * worth,
});
export const plain = (carriage: number, over: { freeFrom?: number | null; surcharge?: number } = {}): SupplierIn => ({
  steps: carriageSteps(carriage, over.freeFrom ?? null),
  surcharge: over.surcharge ?? 0,
  masses: [],
});

/** A small order's fee, then carriage in falling steps: one to four of them. */
export const stepped = (roll: (from: number, to: number) => number, unit: number): SupplierIn => {
  let [from, asks] = [0, roll(2, 12) * unit];
  const steps = [{ from, asks }];
  for (let more = roll(0, 3); more > 0; more -= 1) {
    from += roll(1, 20) * unit;
    asks = Math.max(0, asks - roll(1, 4) * unit);
    steps.push({ from, asks });
  }
  return { steps, surcharge: roll(0, 2) * 5 * unit, masses: [] };
};

/** Every way to buy a part with no pack to spare, by plain counting. */
export function waysOf({ quantity, offers }: PartIn): number[][] {
  const all = offers.reduce<number[][]>(
    (ways, offer) =>
      ways.flatMap((way) =>
        [
          0,
          ...Array.from(
            { length: Math.max(0, mostPacks(offer, quantity) - offer.atLeast + 1) },
            (_, more) => offer.atLeast + more,
          ),
        ].map((packs) => [...way, packs]),
      ),
    [[]],
  );
  const pieces = (way: readonly number[]) => way.reduce((sum, packs, j) => sum + packs * offers[j]!.packSize, 0);
  return all.filter(
    (way) => pieces(way) >= quantity && !way.some((packs, j) => pieces(way) - leastLeftOut(offers[j]!, packs) >= quantity),
  );
}

/** Every way to buy a basket. */
export const everyPlan = (parts: readonly PartIn[]): number[][][] =>
  parts.map(waysOf).reduce<number[][][]>((plans, ways) => plans.flatMap((plan) => ways.map((way) => [...plan, way])), [[]]);

/** The least that a basket can cost, by trying every way there is. */
export function leastOf(parts: readonly PartIn[], suppliers: readonly SupplierIn[]): number {
  return Math.min(...everyPlan(parts).map((packs) => costOf(parts, suppliers, packs)));
}
