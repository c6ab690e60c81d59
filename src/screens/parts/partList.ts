/** The books as the Parts place gets them. */
export type PartRow = {
  id: string;
  name: string;
  kind: string;
  maker: string;
  summary: string;
  inStock: number;
  offers: number;
  bestMinor: number | null;
  currency: string | null;
  broken: string | null;
};
export type PartList = { rows: PartRow[]; total: number; kinds: Record<string, number> };
