import type { HouseRules } from "../house/houseRules";
import { Catalogue } from "../parts/catalogue";
import type { Offer } from "../parts/part";
import { basketOf, isBetter, soldOf, supplyPlan, totalOf, type SupplyPlan, type Want } from "./supplyPlan";

/** Days from today until an offer's pieces are here. */
export type DaysOf = (offer: Offer) => number;

/** Days until offers that together sell so many pieces are here: the first of them, where that sells enough. */
function enoughIn(offers: readonly Offer[], quantity: number, daysOf: DaysOf): number {
  const days = [...new Set(offers.map(daysOf))].sort((a, b) => a - b);
  return days.find((one) => soldOf(offers.filter((offer) => daysOf(offer) <= one)) >= quantity) ?? days.at(-1)!;
}

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
    basketOf(wants, catalogue, house).lines.map(({ part, quantity, offers }) => [part.id, enoughIn(offers, quantity, daysOf)]),
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

/**
 * The least that everything costs when it is to be here within so many days.
 * @property days in which it is here in truth: perhaps fewer than were allowed
 * @property books what was to choose among
 * @property later parts that nobody has so soon
 */
export type FrontierPoint = {
  readonly days: number;
  readonly plan: SupplyPlan;
  readonly totalMinor: number;
  readonly books: Catalogue;
  readonly later: readonly string[];
};

/** The cheapest way to have so much of it within so many days. */
function pointWithin(
  wants: readonly Want[],
  catalogue: Catalogue,
  house: HouseRules,
  days: number,
  daysOf: DaysOf,
): FrontierPoint {
  const { catalogue: books, later } = within(wants, catalogue, house, days, daysOf);
  const plan = supplyPlan(wants, books, house);
  const sooner = plan.orders.flatMap((order) => order.lines).filter((line) => !later.includes(line.part.id));
  return { days: Math.max(0, ...sooner.map((line) => daysOf(line.offer))), plan, totalMinor: totalOf(plan), books, later };
}

/** From the earliest to the cheapest; a later point that saves nothing is left out. */
export function frontOf(points: readonly FrontierPoint[]): FrontierPoint[] {
  const front: FrontierPoint[] = [];
  for (const point of [...points].sort(
    (a, b) => a.days - b.days || Number(isBetter(b.plan, a.plan)) - Number(isBetter(a.plan, b.plan)),
  ))
    // A quick search that was cut may find less with more to choose among: the plan of fewer days serves as well.
    if (front.length === 0 || isBetter(point.plan, front.at(-1)!.plan)) front.push(point);
  return front;
}

/**
 * Points of the frontier, that of so many days first (null: the cheapest), then from the cheapest on to the earliest: for every number
 * of days that some offer takes the cheapest way to have everything within them, or as soon as anybody has it. Those that the plan of
 * more days keeps already are passed over. What nobody sells is in none of them.
 *
 * @yields each point, and how many of the days are behind it
 */
export function* frontierSteps(
  wants: readonly Want[],
  catalogue: Catalogue,
  house: HouseRules,
  daysOf: DaysOf,
  first: number | null = null,
): Generator<{ readonly point: FrontierPoint; readonly done: number; readonly of: number }, void> {
  const { lines } = basketOf(wants, catalogue, house);
  const priced = lines.map(({ part, quantity }) => ({ partId: part.id, quantity }));
  const all = [...new Set(lines.flatMap(({ offers }) => offers.map(daysOf)))].sort((a, b) => b - a);
  if (all.length === 0) return;
  const at = (days: number) => pointWithin(priced, catalogue, house, days, daysOf);
  const asked = first === null ? null : (all.find((days) => days <= first) ?? all.at(-1)!);
  const known = asked === null ? null : at(asked);
  if (known) yield { point: known, done: 0, of: all.length };
  for (let i = 0; i < all.length;) {
    const point = known && all[i] === asked ? known : at(all[i]!);
    // What is here sooner than it might be is the cheapest of all the days between as well.
    const next = all.findIndex((days, k) => k > i && days < point.days);
    i = next < 0 ? all.length : next;
    yield { point, done: i, of: all.length };
  }
}

/** The whole frontier. */
export const frontier = (wants: readonly Want[], catalogue: Catalogue, house: HouseRules, daysOf: DaysOf): FrontierPoint[] =>
  frontOf([...frontierSteps(wants, catalogue, house, daysOf)].map(({ point }) => point));
