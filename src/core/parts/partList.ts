/** A line of the books, as the Parts place lists it; `broken` says why it cannot be chosen. */
export type PartRow = {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly maker: string;
  readonly summary: string;
  readonly inStock: number;
  readonly offers: number;
  readonly bestMinor: number | null;
  readonly currency: string | null;
  readonly broken: string | null;
};

export type PartList = {
  readonly rows: readonly PartRow[];
  readonly total: number;
  readonly kinds: Readonly<Record<string, number>>;
};
