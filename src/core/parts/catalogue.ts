import { isInForce, type Offer, type Part, type PartOf, type SpecIssue, type Supplier } from "./part";
import type { Spec } from "./specs";
import type { PartKind } from "./kinds";

/** A part that is in the books but must not be chosen, and which of its fields says so. */
export type BrokenPart = {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly issues: readonly SpecIssue[];
};

/** Everything a shop can buy, indexed for the rules: parts by id, kinds cheapest first, broken parts apart. */
export class Catalogue {
  readonly parts: ReadonlyMap<string, Part>;
  readonly broken: ReadonlyMap<string, BrokenPart>;
  readonly suppliers: ReadonlyMap<string, Supplier>;
  /** Days that a supplier's orders were seen to take, for those with enough orders to say so. */
  readonly seenDays: ReadonlyMap<string, number>;
  /** The day on which offers must hold to be bought by; null: none was named, and all do. */
  readonly day: string | null;
  private later: Catalogue | null = null;
  private readonly kinds = new Map<PartKind, Part[]>();
  private readonly distincts = new Map<PartKind, Part[]>();

  constructor(
    parts: readonly Part[],
    suppliers: readonly Supplier[],
    broken: readonly BrokenPart[] = [],
    seenDays: Readonly<Record<string, number>> = {},
    day: string | null = null,
  ) {
    this.day = day;
    this.seenDays = new Map(Object.entries(seenDays));
    this.parts = new Map(parts.map((part) => [part.id, part]));
    this.broken = new Map(broken.map((part) => [part.id, part]));
    this.suppliers = new Map(suppliers.map((supplier) => [supplier.id, supplier]));
    for (const part of parts) {
      // What a customer brings is known by its number and offered to nobody.
      if (part.onlyFor !== undefined) continue;
      const list = this.kinds.get(part.kind);
      if (list) list.push(part);
      else this.kinds.set(part.kind, [part]);
    }
    for (const list of this.kinds.values())
      list.sort((a, b) => this.pieceMinor(a) - this.pieceMinor(b) || (a.id < b.id ? -1 : 1));
  }

  /** The same books as they hold on a day: what is sold no more, or not yet, is bought by nobody. Made once a day. */
  on(day: string): Catalogue {
    if (this.day === day) return this;
    if (this.later?.day === day) return this.later;
    this.later = new Catalogue(
      [...this.parts.values()],
      [...this.suppliers.values()],
      [...this.broken.values()],
      Object.fromEntries(this.seenDays),
      day,
    );
    return this.later;
  }

  /** A part's offers that hold on the day of these books. */
  offersOf({ offers }: Pick<Part, "offers">): readonly Offer[] {
    return offers.every((offer) => isInForce(offer, this.day)) ? offers : offers.filter((offer) => isInForce(offer, this.day));
  }

  /** Price of one piece in its own currency's cents, for ranking only; Infinity without an offer. */
  private pieceMinor(part: Part): number {
    return Math.min(Infinity, ...this.offersOf(part).map((offer) => offer.priceMinor / offer.packSize));
  }

  /** The offer of a part whose piece has the lowest figure as its price, a price for many packs last; undefined where none holds. */
  bestOffer(part: Part): Offer | undefined {
    const rank = ({ atLeast = 1, priceMinor, packSize }: Offer) => [atLeast, priceMinor / packSize] as const;
    return [...this.offersOf(part)].sort((a, b) => rank(a)[0] - rank(b)[0] || rank(a)[1] - rank(b)[1])[0];
  }

  /** What the customer of a job brings of a kind. */
  broughtFor(jobId: string, kind: PartKind): Part[] {
    return [...this.parts.values()].filter((part) => part.onlyFor === jobId && part.kind === kind);
  }

  /** All sound parts of a kind, cheapest piece first, those without an offer last. */
  ofKind<K extends PartKind>(kind: K): readonly PartOf<K>[] {
    return (this.kinds.get(kind) ?? []) as unknown as readonly PartOf<K>[];
  }

  /** One part for each different spec of a kind, its cheapest: what a rule chooses among, cheapest first. What ran before, a person chooses. */
  distinct<K extends PartKind>(kind: K): readonly PartOf<K>[] {
    let list = this.distincts.get(kind);
    if (!list) {
      const seen = new Set<string>();
      list = (this.kinds.get(kind) ?? []).filter((part) => {
        if (part.used !== undefined) return false;
        const spec = JSON.stringify(part.spec);
        return !seen.has(spec) && seen.add(spec);
      });
      this.distincts.set(kind, list);
    }
    return list as unknown as readonly PartOf<K>[];
  }

  /** The cheapest part of a kind whose spec will do; parts on the shelf count as any other. */
  cheapest<K extends PartKind>(kind: K, will: (spec: Spec<K>) => boolean): PartOf<K> | undefined {
    return this.distinct(kind).find((part) => will(part.spec));
  }
}
