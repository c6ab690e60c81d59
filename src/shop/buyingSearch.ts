import type { HouseRules } from "@/core/house/houseRules";
import { Catalogue } from "@/core/parts/catalogue";
import type { Offer, Part, Supplier } from "@/core/parts/part";
import { frontier, totalOf, within } from "@/core/supply/frontier";
import { supplyPlan, type SupplyPlan, type Want } from "@/core/supply/supplyPlan";
import { provePlan } from "./provePlan";

/** All that a proposal is worked out of, as plain data: it may be worked out beside the server's own thread. */
export type SearchInput = {
  readonly wants: readonly Want[];
  /** The parts that are wanted, and everybody who sells them. */
  readonly parts: readonly Part[];
  readonly suppliers: readonly Supplier[];
  /** The day on which is bought. */
  readonly day: string;
  readonly house: HouseRules;
  /** Days from today until an offer's pieces are here, by `daysKey`. */
  readonly days: Readonly<Record<string, number>>;
  /** Within how many days everything is to be here; null for the cheapest. */
  readonly at: number | null;
  /** What each of them wants by itself: what it would cost ordered apart. */
  readonly apart: readonly (readonly Want[])[];
};

export type Searched = {
  readonly points: readonly { readonly days: number; readonly totalMinor: number }[];
  /** The proposal; null when nothing can be bought. */
  readonly chosen: { readonly days: number; readonly plan: SupplyPlan; readonly later: readonly string[] } | null;
  readonly apartMinor: number;
};

/** Works a proposal out, wherever it runs; null where it was given up. */
export type Search = (input: SearchInput) => Promise<Searched | null>;

export const daysKey = ({ supplierId, leadDays }: Pick<Offer, "supplierId" | "leadDays">): string => `${leadDays} ${supplierId}`;

/** The frontier from the earliest to the cheapest, and of it the point that is asked for, proved where a solver can. */
export async function searchBuying({ wants, parts, suppliers, day, house, days, at, apart }: SearchInput): Promise<Searched> {
  const catalogue = new Catalogue(parts, suppliers, [], {}, day);
  const daysOf = (offer: Offer) => days[daysKey(offer)] ?? 0;
  const points = frontier(wants, catalogue, house, daysOf);
  const found = at === null ? points.at(-1) : (points.findLast((one) => one.days <= at) ?? points[0]);
  const apartMinor = apart.reduce((sum, own) => sum + totalOf(supplyPlan(own, catalogue, house)), 0);
  const told = points.map((point) => ({ days: point.days, totalMinor: point.totalMinor }));
  if (!found) return { points: told, chosen: null, apartMinor };
  const limited = within(found.plan.wants, catalogue, house, found.days, daysOf).catalogue;
  const proved = await provePlan(found.plan, { catalogue: limited, house });
  const plan = proved ? supplyPlan(found.plan.wants, limited, house) : found.plan;
  return { points: told, chosen: { days: found.days, plan, later: found.later }, apartMinor };
}
