import type { Part } from "./part";
import { specDiffs } from "./specDiffs";

/** A part of the same kind whose sheet differs in few figures: what to look at when one is not to be had. */
export type Alike = { readonly id: string; readonly name: string; readonly differs: readonly string[]; readonly inStock: number };

const SHOWN = 5;
/** Of a kind so many are compared at most. */
const MOST = 1_500;

/** Parts of a kind that differ least from one, by the number of figures; whether one fits a bike only the bike can say. */
export function alike(part: Part, ofKind: readonly Part[]): Alike[] {
  const own = part.spec as Record<string, unknown>;
  const apart = (other: Part) => {
    const theirs = other.spec as Record<string, unknown>;
    return [...new Set([...Object.keys(own), ...Object.keys(theirs)])].filter(
      (key) => JSON.stringify(own[key] ?? null) !== JSON.stringify(theirs[key] ?? null),
    ).length;
  };
  return ofKind
    .slice(0, MOST)
    .filter((other) => other.id !== part.id && other.onlyFor === undefined)
    .map((other) => ({ other, count: apart(other) }))
    .sort((a, b) => a.count - b.count)
    .slice(0, SHOWN)
    .map(({ other }) => ({ id: other.id, name: other.name, differs: specDiffs(part, other), inStock: other.inStock }));
}
