import type { Wish } from "./wish";

/** The wish's lines without which a promise cannot be made or held, and what a screen calls them. */
const ASKED: readonly { readonly field: keyof Wish; readonly label: string; readonly wanted?: (wish: Wish) => boolean }[] = [
  { field: "customer", label: "the customer's name" },
  { field: "bike", label: "the bike" },
  { field: "where", label: "where it will be ridden" },
  { field: "riderKg", label: "the rider's mass" },
  { field: "budgetMinor", label: "the budget" },
  { field: "readyBy", label: "the day it is wanted" },
  { field: "assistKmh", label: "where the assist ends" },
  // Range and the hill are promised on a road.
  { field: "route", label: "the road", wanted: ({ rangeKm, hillKmh }) => rangeKm !== null || hillKmh !== null },
];

/** How many of the lines that this wish wants are there, and the names of those that are not. */
export function askedOfWish(wish: Wish): { readonly there: number; readonly missing: readonly string[] } {
  const lines = ASKED.filter(({ wanted }) => wanted?.(wish) ?? true);
  const missing = lines.filter(({ field }) => wish[field] === null || wish[field] === "").map(({ label }) => label);
  return { there: lines.length - missing.length, missing };
}
