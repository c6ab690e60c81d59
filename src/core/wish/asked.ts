import { WISH_NAMES } from "./names";
import type { Wish } from "./wish";

/** The wish's lines without which a promise cannot be made or held. */
const ASKED: readonly (keyof Wish)[] = ["customer", "bike", "where", "riderKg", "budgetMinor", "readyBy", "assistKmh"];

/** Range and the hill are promised on a road. */
const wantsRoad = ({ rangeKm, hillKmh }: Wish) => rangeKm !== null || hillKmh !== null;

/** How many of the lines that this wish wants are there, and the names of those that are not. */
export function askedOfWish(wish: Wish): { readonly there: number; readonly missing: readonly string[] } {
  const lines = wantsRoad(wish) ? [...ASKED, "route" as const] : ASKED;
  const missing = lines.filter((field) => wish[field] === null || wish[field] === "");
  return { there: lines.length - missing.length, missing: missing.map((field) => WISH_NAMES[field]) };
}
