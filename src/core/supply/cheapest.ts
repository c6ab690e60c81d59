import { cheapestFill, mostPacks, paretoFills, type Fill, type ParetoFill, type PartIn } from "./fills";

/** From so much of goods on an order's carriage, fees included, is this. */
export type CarriageStep = { readonly from: number; readonly asks: number };

/** What is asked on top for an order that is heavier than so many grams. */
export type MassStep = { readonly over: number; readonly more: number };

/**
 * What a supplier asks beside its goods, in minor units: the carriage of the highest step that its goods reach, a surcharge once, and
 * what the order's mass asks on top. Steps rise in `from`, the first from 0, and fall in `asks`: nobody asks more for a dearer order.
 * Those of the mass rise in both.
 */
export type SupplierIn = {
  readonly steps: readonly CarriageStep[];
  readonly surcharge: number;
  readonly masses: readonly MassStep[];
};

/** What the mass of an order asks on top. */
export const massAsked = ({ masses }: Pick<SupplierIn, "masses">, grams: number): number =>
  masses.findLast((one) => grams > one.over)?.more ?? 0;

/** Carriage once, and nothing from so much of goods on where that is given: what most suppliers ask. */
export const carriageSteps = (carriage: number, freeFrom: number | null): CarriageStep[] => [
  { from: 0, asks: carriage },
  ...(freeFrom !== null && carriage > 0 ? [{ from: freeFrom, asks: 0 }] : []),
];

/** The carriage of an order of so much goods. */
export const carriageAsked = ({ steps }: SupplierIn, goods: number): number =>
  steps.findLast((step) => goods >= step.from)?.asks ?? steps[0]!.asks;

/** Packs of each part's offers, in their order; `proved` is false only where the search was cut at its limit. */
export type Bought = { readonly packs: readonly (readonly number[])[]; readonly total: number; readonly proved: boolean };

/** Nodes after which a search is cut: more than the basket of a shop with a handful of suppliers takes, so that no page waits for a hostile one. */
const MOST_NODES = 400;
/** And so many looks at a part: of hundreds of lines each node takes longer, and a solver settles them anyway. */
const MOST_LOOKS = 24_000;

/** And so many fills of parts are held against each other, so that goods may reach a step. */
const MOST_HELD = 1_000_000;

/** `band`: so many of its steps of mass are paid, and what the order may weigh is bound by the next. */
type Mode = { readonly open: boolean; readonly step: number; readonly dangerous: boolean; readonly band: number };
const OUT: Mode = { open: false, step: 0, dangerous: false, band: 0 };

/**
 * From whom to buy how many packs of what, so that goods, carriage and dangerous-goods surcharges cost least together.
 *
 * The integer program: packs x ≥ 0 of each offer, the packs of a part holding what is wanted of it and none of them to spare;
 * a supplier that is bought from asks the carriage of the step that its goods reach, and its surcharge once when any of its packs
 * travels as dangerous goods, and what its mass asks. Solved to a proved optimum by branch and bound over what each supplier is (not
 * bought from, or one of its steps of carriage; with or without dangerous goods; how heavy at the most). The bound of a node: every
 * part at its cheapest among the suppliers that are still open, with its share of the least that an undecided one asks beside the goods, and the least that goods must cost more
 * to reach a step that was decided. Amounts are whole minor units throughout.
 *
 * @param parts every one with one offer or more, which together sell as many as are wanted
 */
export function cheapest(parts: readonly PartIn[], suppliers: readonly SupplierIn[]): Bought {
  const fills = parts.map(() => new Map<number, Fill | null>());
  // The offers of a part that may be used, as bits; supplier by supplier as the modes stand.
  const bitsOf = parts.map((part) =>
    suppliers.map((_, s) => part.offers.reduce((bits, offer, j) => (offer.supplier === s ? bits | (1 << j) : bits), 0)),
  );
  const sellersOf = bitsOf.map((bits) => bits.flatMap((own, s) => (own === 0 ? [] : [s])));
  const harmless = parts.map((part) => part.offers.reduce((bits, offer, j) => (offer.dangerous ? bits : bits | (1 << j)), 0));
  const most = suppliers.map((_, s) =>
    parts.reduce(
      (sum, part) =>
        sum +
        Math.max(0, ...part.offers.map((offer) => (offer.supplier === s ? offer.worthOf(mostPacks(offer, part.quantity)) : 0))) *
          (part.offers.filter((offer) => offer.supplier === s).length > 1 ? 2 : 1),
      0,
    ),
  );
  const heaviest = suppliers.map((_, s) =>
    parts.reduce((sum, part) => {
      const own = part.offers.filter((offer) => offer.supplier === s);
      return sum + Math.max(0, ...own.map((offer) => offer.grams * mostPacks(offer, part.quantity))) * Math.max(1, own.length);
    }, 0),
  );
  const sends = suppliers.map((_, s) =>
    parts.some((part) => part.offers.some((offer) => offer.supplier === s && offer.dangerous)),
  );
  const modesOf = suppliers.map((supplier, s): Mode[] => {
    const risks = sends[s] && supplier.surcharge > 0 ? [false, true] : [sends[s]!];
    const reached = supplier.steps.flatMap(({ from }, step) => (from <= most[s]! ? [step] : [])).reverse();
    const bands = [0, ...supplier.masses.flatMap(({ over }, k) => (over < heaviest[s]! ? [k + 1] : []))];
    return [
      ...risks.flatMap((dangerous) => reached.flatMap((step) => bands.map((band) => ({ open: true, step, dangerous, band })))),
      OUT,
    ];
  });
  const charge = (s: number, mode: Mode) =>
    mode.open
      ? suppliers[s]!.steps[mode.step]!.asks +
        (mode.dangerous ? suppliers[s]!.surcharge : 0) +
        (suppliers[s]!.masses[mode.band - 1]?.more ?? 0)
      : 0;
  /** What an order may weigh in a mode; Infinity where nothing bounds it. */
  const limit = (s: number, mode: Mode) => (mode.open ? (suppliers[s]!.masses[mode.band]?.over ?? Infinity) : Infinity);
  const gramsAt = (s: number, packs: readonly (readonly number[])[]) =>
    parts.reduce(
      (sum, part, i) =>
        sum + part.offers.reduce((own, offer, j) => own + (offer.supplier === s ? offer.grams * packs[i]![j]! : 0), 0),
      0,
    );
  // Those with most to lose first: their decision moves the bound most.
  const hasSteps = suppliers.map((_, s) => modesOf[s]!.some((mode) => mode.step > 0));
  const order = suppliers
    .map((_, s) => s)
    .sort((a, b) => Number(hasSteps[b]) - Number(hasSteps[a]) || suppliers[b]!.steps[0]!.asks - suppliers[a]!.steps[0]!.asks);
  // What an undecided supplier asks beside its goods, shared among all parts that it could send: no plan shares it among more.
  const shares = parts.map((part) =>
    part.offers.map((offer) => {
      const s = offer.supplier;
      const own = part.offers.filter((other) => other.supplier === s).length;
      const lines = parts.filter((_, i) => bitsOf[i]![s]! !== 0).length;
      const risky = parts.filter((_, i) => (bitsOf[i]![s]! & ~harmless[i]!) !== 0).length;
      const carriage = carriageAsked(suppliers[s]!, most[s]!) / lines;
      return (carriage + (offer.dangerous ? suppliers[s]!.surcharge / risky : 0)) / own;
    }),
  );
  const NO_SHARES = parts.map((part) => part.offers.map(() => 0));

  const mostNodes = Math.min(MOST_NODES, Math.ceil(MOST_LOOKS / Math.max(1, parts.length)));
  const modes: (Mode | undefined)[] = suppliers.map(() => undefined);
  let best: { packs: readonly (readonly number[])[]; total: number } | null = null;
  let nodes = 0;
  let cut = false;

  const allowed = (i: number): number => {
    let bits = 0;
    for (const s of sellersOf[i]!) {
      const mode = modes[s];
      if (mode === undefined || (mode.open && mode.dangerous)) bits |= bitsOf[i]![s]!;
      else if (mode.open) bits |= bitsOf[i]![s]! & harmless[i]!;
    }
    return bits;
  };
  const undecided = (i: number): number => {
    let bits = 0;
    for (const s of sellersOf[i]!) if (modes[s] === undefined) bits |= bitsOf[i]![s]!;
    return bits;
  };
  const fillOf = (i: number, bits: number, open: number): Fill | null => {
    const key = bits + open * 2 ** 20;
    const known = fills[i]!.get(key);
    if (known !== undefined) return known;
    const made = cheapestFill(
      parts[i]!,
      bits,
      open === 0 ? NO_SHARES[i]! : shares[i]!.map((share, j) => (open & (1 << j) ? share : 0)),
    );
    fills[i]!.set(key, made);
    if (made && !made.whole) cut = true;
    return made;
  };
  const spent = { fills: 0 };
  const fronts = parts.map(() => new Map<string, ParetoFill[] | null>());
  const frontOf = (i: number, bits: number, at: readonly number[]): ParetoFill[] | null | undefined => {
    const key = `${bits} ${at.join()}`;
    const known = fronts[i]!.get(key);
    if (known !== undefined) return known;
    if (spent.fills > MOST_HELD) return undefined;
    const made = paretoFills(parts[i]!, bits, at, spent);
    fronts[i]!.set(key, made);
    return made;
  };
  /** The least that goods cost more than `now` so that those of a supplier reach the step decided for it: the cheapest shifts first. */
  const shiftTo = (s: number, now: readonly Fill[], bits: readonly number[]): number => {
    const worthOf = (i: number, packs: readonly number[]) =>
      parts[i]!.offers.reduce((sum, offer, j) => sum + (offer.supplier === s && packs[j]! > 0 ? offer.worthOf(packs[j]!) : 0), 0);
    let missing = suppliers[s]!.steps[modes[s]!.step]!.from - now.reduce((sum, fill, i) => sum + worthOf(i, fill.packs), 0);
    if (missing <= 0) return 0;
    const shifts = now.flatMap((fill, i) => {
      if ((bitsOf[i]![s]! & bits[i]!) === 0) return [];
      const front = frontOf(i, bits[i]!, [s]);
      if (!front) return [{ slope: 0, gain: Infinity }];
      const from = worthOf(i, fill.packs);
      const base = Math.min(...front.map((one) => one.cost));
      const more = front.filter((one) => one.goods[0]! > from);
      if (more.length === 0) return [];
      return [
        {
          slope: Math.max(0, Math.min(...more.map((one) => (one.cost - base) / (one.goods[0]! - from)))),
          gain: Math.max(...more.map((one) => one.goods[0]! - from)),
        },
      ];
    });
    let extra = 0;
    for (const { slope, gain } of shifts.sort((a, b) => a.slope - b.slope)) {
      const taken = Math.min(missing, gain);
      extra += slope * taken;
      missing -= taken;
      if (missing <= 1e-9) return extra;
    }
    return Infinity;
  };

  const keep = (packs: readonly (readonly number[])[]) => {
    const total = costOf(parts, suppliers, packs);
    if (best === null || total < best.total) best = { packs, total };
  };

  /** What each supplier sells of these fills, towards its steps. */
  const goodsOf = (now: readonly Fill[]): number[] => {
    const goods = suppliers.map(() => 0);
    now.forEach((fill, i) =>
      parts[i]!.offers.forEach((offer, j) => {
        if (fill.packs[j]! > 0) goods[offer.supplier]! += offer.worthOf(fill.packs[j]!);
      }),
    );
    return goods;
  };

  /**
   * Which parts are bought from one supplier alone so that its goods reach its next step: those that cost least more for what they bring,
   * none that lets another fall from a step that is worth as much.
   * @returns null where they do not get there
   */
  const filledUp = (s: number, now: readonly Fill[], pins: readonly number[]): number[] | null => {
    const goods = goodsOf(now);
    const next = suppliers[s]!.steps.find(({ from }) => from > goods[s]!);
    if (goods[s] === 0 || !next) return null;
    const saves = carriageAsked(suppliers[s]!, goods[s]!) - next.asks;
    const moves = parts
      .flatMap((part, i) => {
        const bits = bitsOf[i]![s]! & allowed(i);
        const fill = bits === 0 || pins[i] === s ? null : fillOf(i, bits, 0);
        if (fill === null) return [];
        const before = new Map<number, number>();
        part.offers.forEach(({ supplier, worthOf }, j) => {
          const packs = now[i]!.packs[j]!;
          if (packs > 0) before.set(supplier, (before.get(supplier) ?? 0) + worthOf(packs));
        });
        const worth = part.offers.reduce((sum, { worthOf }, j) => sum + (fill.packs[j]! > 0 ? worthOf(fill.packs[j]!) : 0), 0);
        const gain = worth - (before.get(s) ?? 0);
        before.delete(s);
        return gain > 0 ? [{ i, gain, before, slope: (fill.cost - now[i]!.cost) / gain }] : [];
      })
      .sort((a, b) => a.slope - b.slope);
    const made = [...pins];
    for (const { i, gain, before } of moves) {
      const falls = [...before].some(
        ([t, worth]) =>
          goods[t]! > worth && carriageAsked(suppliers[t]!, goods[t]! - worth) - carriageAsked(suppliers[t]!, goods[t]!) >= saves,
      );
      if (falls) continue;
      made[i] = s;
      goods[s]! += gain;
      for (const [t, worth] of before) goods[t]! -= worth;
      if (goods[s]! >= next.from) return made;
    }
    return null;
  };

  /**
   * A good plan to begin with: the cheapest packs, then step by step whatever saves most, as long as something does: without a supplier,
   * or one filled up to its next step.
   */
  const begin = (): void => {
    let pins = parts.map(() => -1);
    const planWith = (made: readonly number[]): Fill[] | null => {
      const fills: Fill[] = [];
      for (let i = 0; i < parts.length; i += 1) {
        const own = made[i]! < 0 ? allowed(i) : allowed(i) & bitsOf[i]![made[i]!]!;
        const fill = fillOf(i, own, 0);
        if (fill === null) return null;
        fills.push(fill);
      }
      return fills;
    };
    const costs = (now: readonly Fill[]) =>
      costOf(
        parts,
        suppliers,
        now.map((fill) => fill.packs),
      );
    for (;;) {
      const now = planWith(pins);
      if (now === null) break;
      keep(now.map((fill) => fill.packs));
      let [least, gone, next] = [costs(now), -1, pins];
      suppliers.forEach((_, s) => {
        if (modes[s] !== undefined) return;
        const filled = filledUp(s, now, pins);
        const up = filled && planWith(filled);
        if (up && costs(up) < least) [least, gone, next] = [costs(up), -1, filled];
        const freed = pins.map((pin) => (pin === s ? -1 : pin));
        modes[s] = OUT;
        const without = planWith(freed);
        modes[s] = undefined;
        if (without && costs(without) < least) [least, gone, next] = [costs(without), s, freed];
      });
      if (next === pins) break;
      if (gone >= 0) modes[gone] = OUT;
      pins = next;
    }
    modes.fill(undefined);
  };

  /** @param paid what the suppliers decided so far ask beside their goods */
  const search = (depth: number, paid: number): void => {
    nodes += 1;
    if (nodes > mostNodes) {
      cut = true;
      return;
    }
    let bound = paid;
    const now: Fill[] = [];
    const bits: number[] = [];
    for (let i = 0; i < parts.length; i += 1) {
      bits.push(allowed(i));
      const fill = fillOf(i, bits[i]!, undecided(i));
      if (fill === null) return;
      now.push(fill);
      bound += fill.cost;
    }
    // Whole cents: what is not a cent less than the best is not better.
    if (best !== null && bound > best.total - 1 + 1e-6) return;
    if (modes.some((mode) => mode !== undefined && mode.step > 0)) {
      const plain = parts.map((_, i) => fillOf(i, bits[i]!, 0)!);
      const goods = plain.reduce((sum, fill) => sum + fill.cost, 0);
      const shift = Math.max(...suppliers.map((_, s) => ((modes[s]?.step ?? 0) > 0 ? shiftTo(s, plain, bits) : 0)));
      if (best !== null && paid + goods + shift > best.total - 1 + 1e-6) return;
      if (shift === Infinity) return;
    }
    // What these cheapest packs truly cost is a plan already: often the best one.
    const packs = now.map((fill) => fill.packs);
    keep(packs);
    if (depth === order.length) {
      const tooHeavy = (mode: Mode | undefined, s: number) => mode !== undefined && gramsAt(s, packs) > limit(s, mode);
      if (modes.some((mode, s) => (mode !== undefined && mode.step > 0) || tooHeavy(mode, s))) reach(paid);
      return;
    }
    const s = order[depth]!;
    const used = parts.some((part, i) => part.offers.some((offer, j) => offer.supplier === s && packs[i]![j]! > 0));
    // Leaving out whom the cheapest packs do not need costs nothing: first. Else as the bound would have it.
    const options = used ? modesOf[s]! : [OUT, ...modesOf[s]!.filter((mode) => mode !== OUT)];
    for (const mode of options) {
      modes[s] = mode;
      search(depth + 1, paid + charge(s, mode));
      modes[s] = undefined;
      // Nobody is opened for nothing: a supplier that asks nothing and is not needed is decided by being left open.
    }
  };

  /** All modes are decided, some goods must reach a step or some order be lighter: part by part, every fill that does so for more. */
  const reach = (paid: number): void => {
    const wants = suppliers.flatMap(({ steps }, s) =>
      modes[s]!.open && (modes[s]!.step > 0 || limit(s, modes[s]!) < Infinity)
        ? [{ s, from: steps[modes[s]!.step]!.from, limit: limit(s, modes[s]!) }]
        : [],
    );
    const at = wants.map((want) => want.s);
    const ways = parts.map((_, i) => frontOf(i, allowed(i), at));
    if (ways.some((one) => !one)) {
      cut = true;
      return;
    }
    const lists = ways as ParetoFill[][];
    const cheapestLeft = lists.reduceRight<number[]>(
      (after, one) => [after[0]! + Math.min(...one.map((w) => w.cost)), ...after],
      [0],
    );
    const mostLeft = wants.map((_, w) =>
      lists.reduceRight<number[]>((after, one) => [after[0]! + Math.max(...one.map((fill) => fill.goods[w]!)), ...after], [0]),
    );
    const leastGrams = wants.map((_, w) =>
      lists.reduceRight<number[]>((after, one) => [after[0]! + Math.min(...one.map((fill) => fill.grams[w]!)), ...after], [0]),
    );
    const chosen: ParetoFill[] = [];
    const step = (i: number, cost: number, goods: readonly number[], grams: readonly number[]): void => {
      nodes += 1;
      if (nodes > mostNodes) {
        cut = true;
        return;
      }
      if (best !== null && paid + cost + cheapestLeft[i]! > best.total - 1 + 1e-6) return;
      if (wants.some((want, w) => goods[w]! + mostLeft[w]![i]! < want.from)) return;
      if (wants.some((want, w) => grams[w]! + leastGrams[w]![i]! > want.limit)) return;
      if (i === lists.length) return keep(chosen.map((fill) => fill.packs));
      for (const fill of lists[i]!) {
        chosen.push(fill);
        step(
          i + 1,
          cost + fill.cost,
          goods.map((sum, w) => sum + fill.goods[w]!),
          grams.map((sum, w) => sum + fill.grams[w]!),
        );
        chosen.pop();
      }
    };
    step(
      0,
      0,
      wants.map(() => 0),
      wants.map(() => 0),
    );
  };

  begin();
  search(0, 0);
  const found = best as { packs: readonly (readonly number[])[]; total: number } | null;
  return found === null
    ? { packs: parts.map((part) => part.offers.map(() => 0)), total: 0, proved: !cut }
    : { ...found, proved: !cut };
}

/** What packs cost with everything that comes on top: the goods, the carriage of the step they reach, the surcharge. */
export function costOf(
  parts: readonly PartIn[],
  suppliers: readonly SupplierIn[],
  packs: readonly (readonly number[])[],
): number {
  let total = 0;
  const worth = new Float64Array(suppliers.length);
  const grams = new Float64Array(suppliers.length);
  const used = new Uint8Array(suppliers.length);
  const dangerous = new Uint8Array(suppliers.length);
  parts.forEach((part, i) =>
    part.offers.forEach((offer, j) => {
      const count = packs[i]![j]!;
      if (count === 0) return;
      const s = offer.supplier;
      total += offer.costOf(count);
      worth[s]! += offer.worthOf(count);
      grams[s]! += offer.grams * count;
      used[s] = 1;
      if (offer.dangerous) dangerous[s] = 1;
    }),
  );
  suppliers.forEach((supplier, s) => {
    if (!used[s]) return;
    total += carriageAsked(supplier, worth[s]!) + (dangerous[s] ? supplier.surcharge : 0) + massAsked(supplier, grams[s]!);
  });
  return total;
}
