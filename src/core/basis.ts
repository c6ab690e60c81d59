/** How well a figure is founded: S standard or law, H handbook or paper, P common practice, M from memory (unconfirmed), D derived. */
export type BasisCode = "S" | "H" | "P" | "M" | "D";

export type Basis = { readonly code: BasisCode; readonly source: string };

export const standard = (source: string): Basis => ({ code: "S", source });
export const handbook = (source: string): Basis => ({ code: "H", source });
export const memory = (source: string): Basis => ({ code: "M", source: `${source}, from memory` });
export const derived = (source: string): Basis => ({ code: "D", source });
export const PRACTICE: Basis = { code: "P", source: "common practice" };

const STRENGTH = "MPHSD";

/** The weakest of several bases governs what they found together (D counts as arithmetic on the others). */
export function weakestBasis(all: readonly Basis[]): Basis | undefined {
  return [...all].sort((a, b) => STRENGTH.indexOf(a.code) - STRENGTH.indexOf(b.code))[0];
}

/** The word a screen shows for a code. */
export const BASIS_WORD: Record<BasisCode, string> = {
  S: "standard",
  H: "reference",
  P: "practice",
  M: "unconfirmed",
  D: "calculated",
};
