import { createHash } from "node:crypto";
import type { HouseRules } from "@/core/house/houseRules";
import { Catalogue } from "@/core/parts/catalogue";
import type { Offer, Part, Supplier } from "@/core/parts/part";
import { frontierSteps, frontOf, type FrontierPoint } from "@/core/supply/frontier";
import type { SearchStep } from "@/core/supply/searchStep";
import { isBetter, notTaken, supplyPlan, totalOf, type SupplyPlan, type Want } from "@/core/supply/supplyPlan";
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
  /** `notTaken`: so many of its orders are under what their suppliers take. */
  readonly points: readonly { readonly days: number; readonly totalMinor: number; readonly notTaken: number }[];
  /** The proposal; null when nothing can be bought. */
  readonly chosen: { readonly days: number; readonly plan: SupplyPlan; readonly later: readonly string[] } | null;
  /** What the same would cost ordered job by job; null where the search was stopped before. */
  readonly apartMinor: number | null;
  /** Whether it was stopped before it had weighed everything. */
  readonly stopped: boolean;
};

/** Who watches a search, and may stop it: it ends with what stands by then. */
export type Watch = { readonly told: (step: SearchStep) => void; readonly stopped: () => boolean };
const NOBODY: Watch = { told: () => undefined, stopped: () => false };

export const daysKey = ({ supplierId, leadDays }: Pick<Offer, "supplierId" | "leadDays">): string => `${leadDays} ${supplierId}`;

/** So long a proof may take that somebody watches, and can stop. */
const PROOF_MS = 5_000;

/** Whole frontiers of before: who asks for another day of one need not wait for it again. */
type Whole = { readonly front: readonly FrontierPoint[]; readonly apartMinor: number };
const wholes = new Map<string, Whole>();
const MOST_WHOLES = 4;

/** The point that is asked for, proved where a solver can; then the frontier from the earliest to the cheapest. */
export async function searchBuying(input: SearchInput, watch = NOBODY): Promise<Searched> {
  const { wants, parts, suppliers, day, house, days, at } = input;
  watch.told({ what: "weighing", done: 0, of: 1, leastMinor: null });
  const catalogue = new Catalogue(parts, suppliers, [], {}, day);
  const steps = frontierSteps(wants, catalogue, house, (offer) => days[daysKey(offer)] ?? 0, at);
  const first = steps.next();
  if (first.done) return { points: [], chosen: null, apartMinor: 0, stopped: false };
  const asked = await proved(first.value.point, house, watch);
  const key = createHash("sha256")
    .update(JSON.stringify({ ...input, at: null }))
    .digest("hex");
  const known = wholes.get(key);
  const points = [asked, ...(known?.front ?? [])];
  const leastMinor = asked.totalMinor;
  let stopped = watch.stopped();
  while (!known && !stopped) {
    const step = steps.next();
    if (step.done) break;
    points.push(step.value.point);
    watch.told({ what: "days", done: step.value.done, of: step.value.of, leastMinor });
    stopped = watch.stopped();
  }
  const apartMinor = known ? known.apartMinor : stopped ? null : costApart(input, catalogue, watch, leastMinor);
  const front = frontOf(points);
  if (apartMinor !== null && !known) {
    if (wholes.size >= MOST_WHOLES) wholes.clear();
    wholes.set(key, { front, apartMinor });
  }
  // The same for as little, and sooner, is as good as proved too.
  const found = front.find((one) => one.days <= asked.days && !isBetter(asked.plan, one.plan)) ?? asked;
  return {
    points: front.map(({ days, totalMinor, plan }) => ({ days, totalMinor, notTaken: notTaken(plan) })),
    chosen: { days: found.days, plan: { ...found.plan, ...proofOf(asked.plan) }, later: found.later },
    apartMinor,
    stopped: apartMinor === null,
  };
}

const proofOf = ({ proved, withinPercent }: SupplyPlan) => ({ proved, ...(withinPercent !== undefined && { withinPercent }) });

/** What each would cost by itself, together; null where it was stopped. */
function costApart({ apart, house }: SearchInput, catalogue: Catalogue, watch: Watch, leastMinor: number): number | null {
  let sum = 0;
  for (const [i, own] of apart.entries()) {
    watch.told({ what: "apart", done: i, of: apart.length, leastMinor });
    if (watch.stopped()) return null;
    sum += totalOf(supplyPlan(own, catalogue, house));
  }
  return sum;
}

async function proved(point: FrontierPoint, house: HouseRules, watch: Watch): Promise<FrontierPoint> {
  if (point.plan.proved || watch.stopped()) return point;
  watch.told({ what: "proving", done: 0, of: 1, leastMinor: point.totalMinor });
  if (!(await provePlan(point.plan, { catalogue: point.books, house }, { stopped: watch.stopped, deadlineMs: PROOF_MS })))
    return point;
  const plan = supplyPlan(point.plan.wants, point.books, house);
  return { ...point, plan, totalMinor: totalOf(plan) };
}
