import type { HouseRules } from "../house/houseRules";
import { Catalogue } from "../parts/catalogue";
import type { Offer } from "../parts/part";
import { basketOf, supplyPlan, type SupplyPlan, type Want } from "./supplyPlan";

/** Days from today until an offer's pieces are here. */
export type DaysOf = (offer: Offer) => number;

/**
 * The books with what arrives within so many days alone: those parts that are wanted, and everybody who sells. What nobody has so soon
 * is there as soon as anybody has it: one slow part does not hold the others.
 */
export function within(
  wants: readonly Want[],
  catalogue: Catalogue,
  house: HouseRules,
  days: number,
  daysOf: DaysOf,
): { readonly catalogue: Catalogue; readonly later: readonly string[] } {
  const soonest = new Map(
    basketOf(wants, catalogue, house).lines.map(({ part, offers }) => [part.id, Math.min(...offers.map(daysOf))] as const),
  );
  const parts = wants.flatMap(({ partId }) => {
    const part = catalogue.parts.get(partId);
    const limit = Math.max(days, soonest.get(partId) ?? 0);
    return part ? [{ ...part, offers: catalogue.offersOf(part).filter((offer) => daysOf(offer) <= limit) }] : [];
  });
  return {
    catalogue: new Catalogue(parts, [...catalogue.suppliers.values()]),
    later: [...soonest].flatMap(([partId, one]) => (one > days ? [partId] : [])),
  };
}

export const totalOf = ({ orders }: SupplyPlan): number =>
  orders.reduce((sum, order) => sum + order.goodsMinor + order.carriageMinor, 0);

/**
 * The least that everything costs when it is to be here within so many days.
 * @property later parts that nobody has so soon
 */
export type FrontierPoint = {
  readonly days: number;
  readonly plan: SupplyPlan;
  readonly totalMinor: number;
  readonly later: readonly string[];
};

/**
 * From the earliest to the cheapest: for every number of days that some offer takes the cheapest way to have everything within them,
 * or as soon as anybody has it. A later point that saves nothing is left out. What nobody sells is in none of them.
 */
export function frontier(wants: readonly Want[], catalogue: Catalogue, house: HouseRules, daysOf: DaysOf): FrontierPoint[] {
  const { lines } = basketOf(wants, catalogue, house);
  if (lines.length === 0) return [];
  const priced = lines.map(({ part, quantity }) => ({ partId: part.id, quantity }));
  const all = [...new Set(lines.flatMap(({ offers }) => offers.map(daysOf)))].sort((a, b) => a - b);
  const points: FrontierPoint[] = [];
  for (const days of all) {
    const { catalogue: books, later } = within(priced, catalogue, house, days, daysOf);
    const plan = supplyPlan(priced, books, house);
    const totalMinor = totalOf(plan);
    // A quick search that was cut may find less with more to choose among: the plan of fewer days serves as well.
    if (points.length === 0 || totalMinor < points.at(-1)!.totalMinor) points.push({ days, plan, totalMinor, later });
  }
  return points;
}
