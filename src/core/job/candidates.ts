import type { Verdict } from "../fit/finding";
import type { Slot } from "./slots";

/** A part that could go in a slot, as Drive lists it. `broken` says why it cannot be chosen. */
export type Candidate = {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly summary: string;
  readonly priceMinor: number | null;
  readonly currency: string | null;
  readonly broken: string | null;
};
export type Candidates = {
  readonly candidates: readonly Candidate[];
  readonly more: number;
  /** Of the books that they stand in: a worker with other books fetches them anew. */
  readonly stamp?: string;
};

/** What choosing a part would do, worked out by choosing it. */
export type Preview = {
  readonly id: string;
  readonly verdicts: Record<Verdict, number>;
  readonly allInMinor: number;
  readonly deltaMinor: number;
  readonly worst: readonly { readonly verdict: Verdict; readonly title: string; readonly says: string }[];
  readonly unpriced: number;
  /** Steps that are done and would be so no longer, by their titles. */
  readonly reopens: readonly string[];
};

/** A kit or motor that would go on a bike without a stop. */
export type WayOut = {
  readonly slot: Slot;
  readonly id: string;
  readonly name: string;
  readonly summary: string;
  readonly verdicts: Record<Verdict, number>;
};
export type WaysOut = { readonly ways: readonly WayOut[]; readonly tried: number; readonly all: number };
