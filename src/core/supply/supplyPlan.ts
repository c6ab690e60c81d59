import { converted } from "../money/money";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import type { Offer, PartCount, Supplier } from "../parts/part";

export type Want = { readonly partId: string; readonly quantity: number };

export type OrderLine = PartCount & {
  readonly offer: Offer;
  readonly packs: number;
  readonly totalMinor: number;
};

/** One supplier's order. Amounts are in the shop's currency. */
export type PlannedOrder = {
  readonly supplier: Supplier;
  readonly lines: readonly OrderLine[];
  readonly goodsMinor: number;
  readonly carriageMinor: number;
  readonly dangerousGoods: boolean;
  readonly leadDays: number;
};

export type SupplyPlan = {
  readonly orders: readonly PlannedOrder[];
  readonly unpriced: readonly Unpriced[];
};

/** What nobody offers, and why. */
export type Unpriced = PartCount & { readonly why: string };

type Offered = PartCount & { readonly offers: readonly Priced[] };
type Priced = { supplier: Supplier; offer: Offer; packs: number; totalMinor: number };

/** So many suppliers are searched through all their combinations (2^12 = 4,096); past it, the cheapest line by line is taken. */
const SEARCHED_SUPPLIERS = 12;

/**
 * From whom to buy what, so that goods and carriage together cost least; carriage counts once a supplier.
 * Every combination of suppliers is tried, each line going to the cheapest of them: exact up to the free-carriage steps, which a
 * dearer line could still reach.
 */
export function supplyPlan(wants: readonly Want[], catalogue: Catalogue, house: HouseRules): SupplyPlan {
  const unpriced: Unpriced[] = [];
  const lines: Offered[] = [];
  for (const { partId, quantity } of wants) {
    const part = catalogue.parts.get(partId);
    if (!part || quantity <= 0) continue;
    const offers = part.offers.flatMap((offer) => pricedOffer(offer, quantity, catalogue, house));
    const known = part.offers.filter((offer) => catalogue.suppliers.has(offer.supplierId));
    if (offers.length > 0) lines.push({ part, quantity, offers });
    else
      unpriced.push({
        part,
        quantity,
        why:
          part.offers.length === 0
            ? "no supplier offers it"
            : known.length === 0
              ? "its supplier is not in the books"
              : `no rate for ${[...new Set(known.map((o) => o.currency))].join(", ")} in the house rules`,
      });
  }
  const suppliers = [...new Map(lines.flatMap((line) => line.offers.map((o) => [o.supplier.id, o.supplier] as const))).values()];
  const sets =
    suppliers.length <= SEARCHED_SUPPLIERS ? subsets(suppliers.map((s) => s.id)) : [new Set(suppliers.map((s) => s.id))];
  let best: PlannedOrder[] = [];
  let bestMinor = Infinity;
  for (const open of sets) {
    const orders = assign(lines, open, house);
    const total = orders?.reduce((sum, order) => sum + order.goodsMinor + order.carriageMinor, 0) ?? Infinity;
    if (orders && total < bestMinor) [best, bestMinor] = [orders, total];
  }
  return { orders: best, unpriced };
}

function pricedOffer(offer: Offer, quantity: number, catalogue: Catalogue, house: HouseRules): Priced[] {
  const supplier = catalogue.suppliers.get(offer.supplierId);
  const packs = Math.ceil(quantity / offer.packSize);
  const totalMinor = converted(offer.priceMinor * packs, offer.currency, house.currency, house.rates);
  return supplier && totalMinor !== undefined ? [{ supplier, offer, packs, totalMinor }] : [];
}

function* subsets(ids: readonly string[]): Generator<Set<string>> {
  for (let bits = 1; bits < 2 ** ids.length; bits += 1) yield new Set(ids.filter((_, i) => bits & (1 << i)));
}

function assign(lines: readonly Offered[], open: ReadonlySet<string>, house: HouseRules): PlannedOrder[] | undefined {
  const bySupplier = new Map<string, OrderLine[]>();
  const suppliers = new Map<string, Supplier>();
  for (const { part, quantity, offers } of lines) {
    let cheapest: Priced | undefined;
    for (const priced of offers)
      if (open.has(priced.supplier.id) && (!cheapest || priced.totalMinor < cheapest.totalMinor)) cheapest = priced;
    if (!cheapest) return undefined;
    const { supplier, offer, packs, totalMinor } = cheapest;
    suppliers.set(supplier.id, supplier);
    bySupplier.set(supplier.id, [...(bySupplier.get(supplier.id) ?? []), { part, offer, quantity, packs, totalMinor }]);
  }
  if (bySupplier.size < open.size) return undefined;
  return [...bySupplier].map(([id, orderLines]) => orderOf(suppliers.get(id)!, orderLines, house));
}

function orderOf(supplier: Supplier, lines: OrderLine[], house: HouseRules): PlannedOrder {
  const goodsMinor = lines.reduce((sum, line) => sum + line.totalMinor, 0);
  const dangerousGoods = lines.some((line) => line.offer.carriage === "dangerous goods");
  const inShop = (minor: number) => converted(minor, supplier.currency, house.currency, house.rates) ?? 0;
  const free = supplier.freeFromMinor !== null && goodsMinor >= inShop(supplier.freeFromMinor);
  const carriageMinor = (free ? 0 : inShop(supplier.carriageMinor)) + (dangerousGoods ? inShop(supplier.dangerousGoodsMinor) : 0);
  return {
    supplier,
    lines,
    goodsMinor,
    carriageMinor,
    dangerousGoods,
    leadDays: Math.max(...lines.map((line) => line.offer.leadDays)),
  };
}
