import { converted } from "../money/money";
import { formatDay } from "../units/date";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { isInForce, isPriced, type Currency, type Offer, type Part, type PartCount, type Supplier } from "../parts/part";
import { cheapest, massAsked, type SupplierIn } from "./cheapest";
import { leastLeftOut, type PartIn } from "./fills";
import { missingGoods, withLeast } from "./leastOrder";
import { landedCarriage, landedGoods, landedOf, leastIn, massSteps, stepsAsked, type Landed } from "./landed";

export type Want = { readonly partId: string; readonly quantity: number };

export type OrderLine = PartCount & {
  readonly offer: Offer;
  readonly packs: number;
  readonly totalMinor: number;
};

/** One supplier's order. Amounts are in the shop's currency, landed: what a line costs until it lies in the shop. */
export type PlannedOrder = {
  readonly supplier: Supplier;
  readonly lines: readonly OrderLine[];
  readonly goodsMinor: number;
  readonly carriageMinor: number;
  /** Why goods and carriage cost so much together: what the supplier asks, and what comes on top. */
  readonly landed: Landed;
  readonly dangerousGoods: boolean;
  /** Parts whose mass nobody noted, where the supplier asks by mass: the carriage may be more. */
  readonly unweighed: readonly string[];
  /** What its goods lack to the least that the supplier takes, in cents of the supplier's currency: such an order is not placed. 0 where it is taken. */
  readonly lacksMinor: number;
};

export type SupplyPlan = {
  readonly orders: readonly PlannedOrder[];
  readonly unpriced: readonly Unpriced[];
  /** What was wanted. */
  readonly wants: readonly Want[];
  /** False where so many suppliers and lines were to be weighed that the search was cut: cheap, and perhaps not the cheapest. */
  readonly proved: boolean;
  /** So much under it, in percent, the cheapest may be; proved. Only where it is not proved to be the cheapest. */
  readonly withinPercent?: number;
};

/** What nobody offers, or not so many of, and why. */
export type Unpriced = PartCount & { readonly why: string };

type Offered = PartCount & { readonly offers: readonly Offer[] };

/** Plans of before, by what was wanted: a page asks for the same one for every remedy that brings no part. */
type Kept = { readonly quick: Map<string, SupplyPlan>; readonly proved: Map<string, SupplyPlan> };
const plans = new WeakMap<Catalogue, Kept>();
const KEPT_PLANS = 400;
const keptOf = (catalogue: Catalogue): Kept => {
  const kept = plans.get(catalogue) ?? { quick: new Map(), proved: new Map() };
  plans.set(catalogue, kept);
  return kept;
};
function keep(map: Map<string, SupplyPlan>, key: string, plan: SupplyPlan): SupplyPlan {
  if (map.size >= KEPT_PLANS) map.clear();
  map.set(key, plan);
  return plan;
}
const keyOf = (wants: readonly Want[], house: HouseRules) =>
  JSON.stringify([wants.map(({ partId, quantity }) => [partId, quantity]), house.currency, house.rates, house.rateBufferPercent]);

/**
 * From whom to buy what, so that goods, carriage and surcharges together cost least; carriage counts once a supplier, lines may be
 * split over packs and suppliers, free carriage is reached where that saves.
 */
export function supplyPlan(wants: readonly Want[], catalogue: Catalogue, house: HouseRules): SupplyPlan {
  const key = keyOf(wants, house);
  const { quick, proved } = keptOf(catalogue);
  const known = proved.get(key) ?? quick.get(key);
  if (known) return known;
  const basket = basketOf(wants, catalogue, house);
  const bought = cheapest(basket.parts, basket.weighed);
  return keep(quick, key, planOf(wants, basket, bought.packs, bought.proved, house));
}

/**
 * Takes in what a solver found for a plan that was not proved: from now on that is the plan. Nothing is taken in that does not hold
 * what is wanted, or costs more than the plan that is known.
 *
 * @param packs of each part's offers, in the order of `basketOf`
 * @param withinPercent how far under it the solver left open that something is
 */
export function learnPlan(
  wants: readonly Want[],
  catalogue: Catalogue,
  house: HouseRules,
  packs: readonly (readonly number[])[],
  withinPercent = 0,
): boolean {
  const basket = basketOf(wants, catalogue, house);
  const spareOf = (part: PartIn, i: number) =>
    part.offers.reduce((sum, offer, j) => sum + (packs[i]?.[j] ?? 0) * offer.packSize, 0) - part.quantity;
  if (!basket.parts.every((part, i) => spareOf(part, i) >= 0)) return false;
  const known = supplyPlan(wants, catalogue, house);
  const found = planOf(wants, basket, packs, false, house);
  // How near it is was said of all that was weighed, what an order under the least asks among it.
  if (withinPercent > 0 && notTaken(found) > 0) return false;
  // A pack that nobody wants, bought to reach a free carriage, is no plan; nor does it prove a dearer one without it.
  const toSpare = basket.parts.some((part, i) =>
    part.offers.some((offer, j) => spareOf(part, i) >= leastLeftOut(offer, packs[i]![j]!)),
  );
  if (toSpare && isBetter(found, known)) return false;
  // Amounts that were rounded one by one can leave the solver a cent behind: then the plan that is known is the cheapest.
  const best = toSpare || isBetter(known, found) ? known : found;
  const proof = withinPercent === 0 ? { proved: true } : { proved: false, withinPercent };
  keep(keptOf(catalogue).proved, keyOf(wants, house), { ...best, ...proof });
  return true;
}

export const totalOf = ({ orders }: Pick<SupplyPlan, "orders">): number =>
  orders.reduce((sum, order) => sum + order.goodsMinor + order.carriageMinor, 0);

/** Orders that their suppliers do not take, being under their least. */
export const notTaken = ({ orders }: Pick<SupplyPlan, "orders">): number => orders.filter((order) => order.lacksMinor > 0).length;

/** Whether fewer of its orders are under what suppliers take, or as many and it costs less. */
export const isBetter = (a: SupplyPlan, b: SupplyPlan): boolean =>
  notTaken(a) < notTaken(b) || (notTaken(a) === notTaken(b) && totalOf(a) < totalOf(b));

/** What there is to choose among: the lines that can be bought, with their offers, and what each supplier asks, in the shop's currency. */
export type Basket = {
  readonly lines: readonly Offered[];
  readonly unpriced: readonly Unpriced[];
  readonly suppliers: readonly Supplier[];
  readonly parts: readonly PartIn[];
  readonly asks: readonly SupplierIn[];
  /** The same as a search weighs it: an order that a supplier does not take costs more than all others together. */
  readonly weighed: readonly SupplierIn[];
  /** Goods under which a supplier takes no order; 0 where it takes any. */
  readonly least: readonly number[];
};

/** Pieces that offers together sell in one order of each. */
export const soldOf = (offers: readonly Pick<Offer, "atMost" | "packSize">[]): number =>
  offers.reduce((sum, { atMost = Infinity, packSize }) => sum + atMost * packSize, 0);

export function basketOf(wants: readonly Want[], catalogue: Catalogue, house: HouseRules): Basket {
  const unpriced: Unpriced[] = [];
  const lines: Offered[] = [];
  for (const { partId, quantity } of wants) {
    const part = catalogue.parts.get(partId);
    if (!part || quantity <= 0) continue;
    const offers = catalogue.offersOf(part).filter((offer) => priceable(offer, catalogue, house));
    const sold = Math.min(quantity, soldOf(offers));
    if (sold > 0) lines.push({ part, quantity: sold, offers });
    if (sold > 0 && sold < quantity)
      unpriced.push({ part, quantity: quantity - sold, why: `no more than ${sold} are sold at once` });
    if (sold === 0) unpriced.push({ part, quantity, why: whyUnpriced(part, catalogue, house) });
  }
  const suppliers = [...new Set(lines.flatMap((line) => line.offers.map((offer) => offer.supplierId)))].map((id) =>
    catalogue.suppliers.get(id)!,
  );
  const at = new Map(suppliers.map((supplier, s) => [supplier.id, s]));
  const asks = suppliers.map((supplier) => landedCarriage(supplier, house)!);
  const parts = lines.map(({ part, quantity, offers }) => ({
    quantity,
    offers: offers.map((offer) => ({
      supplier: at.get(offer.supplierId)!,
      packSize: offer.packSize,
      atLeast: offer.atLeast ?? 1,
      atMost: offer.atMost ?? Infinity,
      grams: gramsOf(part) * offer.packSize,
      dangerous: offer.carriage === "dangerous goods",
      ...landedGoods(offer, part.kind, catalogue.suppliers.get(offer.supplierId)!, house)!,
    })),
  }));
  const least = suppliers.map((supplier) => leastIn(supplier, house));
  return { lines, unpriced, suppliers, parts, asks, weighed: withLeast(parts, asks, least), least };
}

function planOf(
  wants: readonly Want[],
  { lines, unpriced, suppliers, parts, asks }: Basket,
  packs: readonly (readonly number[])[],
  proved: boolean,
  house: HouseRules,
): SupplyPlan {
  const orders = suppliers.flatMap((supplier, s) => {
    const orderLines = lines.flatMap(({ part, quantity, offers }, i): OrderLine[] => {
      let left = quantity;
      return offers.flatMap((offer, j) => {
        const count = packs[i]![j]!;
        const pieces = Math.min(left, count * offer.packSize);
        left -= pieces;
        return count > 0 && offer.supplierId === supplier.id
          ? [{ part, offer, quantity: pieces, packs: count, totalMinor: parts[i]!.offers[j]!.costOf(count) }]
          : [];
      });
    });
    return orderLines.length > 0 ? [orderOf(supplier, orderLines, asks[s]!, house)] : [];
  });
  return { orders, unpriced, wants, proved };
}

const hasRate = (currency: Currency, house: HouseRules) => converted(0, currency, house.currency, house.rates) !== undefined;

/** An offer with a price, from a supplier in the books, in currencies that the shop has a rate for. */
function priceable(offer: Offer, catalogue: Catalogue, house: HouseRules): boolean {
  const supplier = catalogue.suppliers.get(offer.supplierId);
  return supplier !== undefined && isPriced(offer) && [offer, supplier].every(({ currency }) => hasRate(currency, house));
}

/**
 * What so many pieces of a part are worth from the shelf: a piece of its cheapest offer, whatever its pack, half up to the cent; carriage
 * apart, which was paid when it came. A price that is asked for many packs alone counts where there is no other.
 */
export function pieceCost(
  part: Part,
  quantity: number,
  catalogue: Catalogue,
  house: HouseRules,
): { readonly minor: number | null; readonly problem: string | null } {
  const all = catalogue.offersOf(part).filter((offer) => priceable(offer, catalogue, house));
  const fewest = Math.min(...all.map((offer) => offer.atLeast ?? 1));
  const offers = all.filter((offer) => (offer.atLeast ?? 1) === fewest);
  if (offers.length === 0) return { minor: null, problem: whyUnpriced(part, catalogue, house) };
  const costs = offers.map((offer) => sharePrice(offer.priceMinor, quantity, offer.packSize, offer.currency, house));
  return { minor: Math.min(...costs), problem: null };
}

const sharePrice = (minor: number, quantity: number, packSize: number, from: Currency, house: HouseRules): number =>
  converted(minor, from, house.currency, house.rates, { pieces: quantity, of: packSize })!;

function whyUnpriced(part: Part, catalogue: Catalogue, house: HouseRules): string {
  if (part.offers.length === 0) return "no supplier offers it";
  const known = part.offers.filter((offer) => catalogue.suppliers.has(offer.supplierId));
  if (known.length === 0) return "its supplier is not in the books";
  const now = known.filter((offer) => isInForce(offer, catalogue.day));
  if (now.length === 0) return whyNotNow(known, catalogue);
  const priced = now.filter(isPriced);
  if (priced.length === 0) return "its price is 0.00 and nobody said that this is meant";
  // The carriage is asked in the supplier's own currency: without a rate it is not known, and no zero.
  const currencies = priced.flatMap((offer) => [offer.currency, catalogue.suppliers.get(offer.supplierId)!.currency]);
  return `no rate for ${[...new Set(currencies)].filter((one) => !hasRate(one, house)).join(", ")} in the house rules`;
}

/** Offers that all ended, or are still to come: until when, from when, and what follows. */
function whyNotNow(offers: readonly Offer[], { day, parts }: Catalogue): string {
  const next = offers.map(({ validFrom }) => validFrom ?? "").filter((from) => from > day!);
  if (next.length > 0) return `its price holds from ${formatDay(next.sort()[0]!)}`;
  const last = [...offers].sort((a, b) => a.validTo!.localeCompare(b.validTo!)).at(-1)!;
  const follows = last.followedBy === undefined ? undefined : parts.get(last.followedBy);
  return `its price ended on ${formatDay(last.validTo!)}${follows ? `; it is followed by ${follows.name}` : ""}`;
}

/** Mass of a piece; one that nobody noted counts as nothing, and is told. */
const gramsOf = ({ massKg }: Pick<Part, "massKg">) => Math.round((massKg ?? 0) * 1000);

function orderOf(supplier: Supplier, lines: OrderLine[], asks: SupplierIn, house: HouseRules): PlannedOrder {
  const goodsMinor = lines.reduce((sum, line) => sum + line.totalMinor, 0);
  const dangerousGoods = lines.some((line) => line.offer.carriage === "dangerous goods");
  const worth = lines.reduce(
    (sum, { part, offer, packs }) => sum + landedGoods(offer, part.kind, supplier, house)!.worthOf(packs),
    0,
  );
  const step = Math.max(
    0,
    asks.steps.findLastIndex(({ from }) => worth >= from),
  );
  const grams = lines.reduce((sum, { part, offer, packs }) => sum + gramsOf(part) * offer.packSize * packs, 0);
  const carriageMinor = asks.steps[step]!.asks + (dangerousGoods ? asks.surcharge : 0) + massAsked(asks, grams);
  return {
    supplier,
    lines,
    goodsMinor,
    carriageMinor,
    landed: landedOf(
      lines.map(({ part, offer, packs }) => ({ ...offer, packs, kind: part.kind })),
      stepsAsked(supplier)[step]!.asks +
        (dangerousGoods ? supplier.dangerousGoodsMinor : 0) +
        massAsked({ masses: massSteps(supplier) }, grams),
      goodsMinor + carriageMinor,
      supplier,
      house,
    ),
    dangerousGoods,
    lacksMinor: missingGoods(
      lines.map(({ offer, packs }) => ({ ...offer, packs })),
      supplier.terms?.leastOrderMinor ?? 0,
      supplier.currency,
      house,
    ),
    unweighed:
      massSteps(supplier).length > 0 ? lines.filter(({ part }) => part.massKg === null).map(({ part }) => part.name) : [],
  };
}
