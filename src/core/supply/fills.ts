/** An offer of a part, as a plan weighs it; amounts in minor units. */
export type OfferIn = {
  readonly supplier: number;
  readonly packSize: number;
  /** Packs below which nothing is sold at this price: 1 where there is no such number. */
  readonly atLeast: number;
  /** Packs over which nothing is sold: Infinity where there is no such number. */
  readonly atMost: number;
  readonly dangerous: boolean;
  /** Mass of a pack. */
  readonly grams: number;
  /** What a pack costs before it is rounded: of two packs of one size the cheaper is cheaper in any number. */
  readonly each: number;
  /** What so many packs cost together, rounded, duty and fees among it. */
  readonly costOf: (packs: number) => number;
  /** What a pack counts towards the steps of its supplier's carriage: its price alone, before it is rounded, and so many rounded. */
  readonly worth: number;
  readonly worthOf: (packs: number) => number;
};
/** Packs of one offer that hold so many pieces by themselves. */
export const packsAlone = ({ packSize, atLeast }: Pick<OfferIn, "packSize" | "atLeast">, quantity: number): number =>
  Math.max(Math.ceil(quantity / packSize), atLeast);

/** The most packs of an offer that a way without a pack to spare can have. */
export const mostPacks = (offer: Pick<OfferIn, "packSize" | "atLeast" | "atMost">, quantity: number): number =>
  Math.min(packsAlone(offer, quantity), offer.atMost);

/** Pieces that can be left out of so many packs of an offer: one pack, or all of them where fewer are not sold at its price. */
export const leastLeftOut = ({ packSize, atLeast }: Pick<OfferIn, "packSize" | "atLeast">, packs: number): number =>
  packs === 0 ? Infinity : packs > atLeast ? packSize : packs * packSize;

export type PartIn = { readonly quantity: number; readonly offers: readonly OfferIn[] };

/** Ways to fill one part that are looked at when goods must reach a free carriage. */
const MOST_FILLS = 1_000;
/** Steps in counting the ways to fill one part: hundreds of pieces in many pack sizes have more ways than anybody can count. */
const MOST_STEPS = 5_000;

export type Fill = { readonly packs: readonly number[]; readonly cost: number };
/** `whole` is false where the counting was cut: cheap, and perhaps not the cheapest. */
export type Filled = Fill & { readonly whole: boolean };

/** The cheapest packs of these offers that hold what is wanted; null when none may be used. A knapsack over the pieces. */
export function cheapestFill(part: PartIn, bits: number, shares: readonly number[]): Filled | null {
  const usable = part.offers.map((_, j) => j).filter((j) => (bits & (1 << j)) !== 0);
  if (usable.length === 1) {
    const j = usable[0]!;
    const packs = packsAlone(part.offers[j]!, part.quantity);
    if (packs > part.offers[j]!.atMost) return null;
    return {
      packs: part.offers.map((_, k) => (k === j ? packs : 0)),
      cost: part.offers[j]!.costOf(packs) + shares[j]!,
      whole: true,
    };
  }
  // Of packs of one size only those can be in it that no other beats in price and share; what holds a piece for least comes first.
  const { offers } = part;
  const beats = (a: number, b: number) =>
    offers[a]!.packSize === offers[b]!.packSize &&
    offers[a]!.atLeast <= offers[b]!.atLeast &&
    offers[a]!.atMost >= packsAlone(offers[b]!, part.quantity) &&
    offers[a]!.each <= offers[b]!.each &&
    shares[a]! <= shares[b]! &&
    (offers[a]!.each < offers[b]!.each || shares[a]! < shares[b]! || a < b);
  const apiece = (j: number) => offers[j]!.each / offers[j]!.packSize;
  const cheapFirst = usable.filter((b) => !usable.some((a) => beats(a, b))).sort((a, b) => apiece(a) - apiece(b));
  let best: Fill | null = null;
  const whole = forEachFill(part, cheapFirst, shares, (packs, cost) => {
    // Only what costs less than the last one is told.
    best = { packs: [...packs], cost };
    return cost;
  });
  return best === null ? null : { ...(best as Fill), whole };
}

/**
 * Every way to hold the quantity with no pack to spare, dearer ones than the callback's limit left out.
 * @returns false when there are more ways than are looked at
 */
function forEachFill(
  part: PartIn,
  usable: readonly number[],
  shares: readonly number[],
  tell: (packs: readonly number[], cost: number) => number,
): boolean {
  const packs = part.offers.map(() => 0);
  let [ways, steps, limit] = [0, 0, Infinity];
  // Offers come cheapest a piece first: what is left costs no less than at the first of them, roundings apart.
  const apiece = usable.map((j) => part.offers[j]!.each / part.offers[j]!.packSize);
  const place = (at: number, left: number, cost: number): void => {
    steps += 1;
    if (ways > MOST_FILLS || steps > MOST_STEPS) return;
    if (cost + Math.max(0, left) * (apiece[at] ?? 0) - usable.length >= limit) return;
    if (left <= 0) {
      if (cost >= limit) return;
      ways += 1;
      limit = tell(packs, cost);
      return;
    }
    if (at === usable.length) return;
    const j = usable[at]!;
    const offer = part.offers[j]!;
    const first = mostPacks(offer, left);
    for (let count = first < offer.atLeast ? 0 : first; count >= 0; count = count === offer.atLeast ? 0 : count - 1) {
      // No pack to spare: one fewer of any would not hold it.
      if (count > 0 && usable.slice(0, at).some((k) => count * offer.packSize - left >= leastLeftOut(part.offers[k]!, packs[k]!)))
        continue;
      packs[j] = count;
      place(at + 1, left - count * offer.packSize, cost + (count > 0 ? offer.costOf(count) + (shares[j] ?? 0) : 0));
      packs[j] = 0;
      if (count === 0) break;
    }
  };
  place(0, part.quantity, 0);
  return ways <= MOST_FILLS && steps <= MOST_STEPS;
}

export type ParetoFill = Fill & { readonly goods: readonly number[]; readonly grams: readonly number[] };

/**
 * The fills of a part that no other one beats in cost, in goods and in lightness at each of these suppliers; null when there are too many.
 *
 * @param spent counts the fills that were held against each other
 */
export function paretoFills(
  part: PartIn,
  bits: number,
  at: readonly number[],
  spent: { fills: number } = { fills: 0 },
): ParetoFill[] | null {
  const { offers } = part;
  const all = offers.map((_, j) => j).filter((j) => (bits & (1 << j)) !== 0);
  // Elsewhere only the cheapest of each pack size can be in it; at the suppliers asked about every offer moves goods.
  const elsewhere = all.filter((j) => !at.includes(offers[j]!.supplier));
  const beats = (a: number, b: number) =>
    offers[a]!.packSize === offers[b]!.packSize &&
    offers[a]!.atLeast <= offers[b]!.atLeast &&
    offers[a]!.atMost >= packsAlone(offers[b]!, part.quantity) &&
    (offers[a]!.each < offers[b]!.each || (offers[a]!.each === offers[b]!.each && a < b));
  const apiece = (j: number) => offers[j]!.each / offers[j]!.packSize;
  const usable = [
    ...all.filter((j) => at.includes(offers[j]!.supplier)),
    ...elsewhere.filter((b) => !elsewhere.some((a) => beats(a, b))),
  ].sort((a, b) => apiece(a) - apiece(b));
  const front: ParetoFill[] = [];
  const whole = forEachFill(part, usable, [], (packs, cost) => {
    const goods = at.map((s) =>
      part.offers.reduce((sum, offer, j) => sum + (offer.supplier === s && packs[j]! > 0 ? offer.worthOf(packs[j]!) : 0), 0),
    );
    const grams = at.map((s) =>
      part.offers.reduce((sum, offer, j) => sum + (offer.supplier === s ? packs[j]! * offer.grams : 0), 0),
    );
    const beaten = (a: ParetoFill, b: ParetoFill) =>
      b.cost <= a.cost && b.goods.every((sum, w) => sum >= a.goods[w]!) && b.grams.every((sum, w) => sum <= a.grams[w]!);
    const one = { packs: [...packs], cost, goods, grams };
    spent.fills += 1 + front.length;
    if (!front.some((other) => beaten(one, other))) {
      for (let k = front.length - 1; k >= 0; k -= 1) if (beaten(front[k]!, one)) front.splice(k, 1);
      front.push(one);
    }
    return Infinity;
  });
  return whole ? front : null;
}
