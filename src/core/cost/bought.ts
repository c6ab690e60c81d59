import type { HouseRules } from "../house/houseRules";
import { converted } from "../money/money";
import type { PlacedOrder } from "../supply/placedOrder";
import type { SupplyPlan, Want } from "../supply/supplyPlan";

type PlacedLine = PlacedOrder["lines"][number];

const placedLines = (orders: readonly PlacedOrder[], partId: string) =>
  orders.flatMap((order) => order.lines.filter((line) => line.partId === partId).map((line) => ({ line, order })));

/** Pieces that came, or will come, with orders that are placed: whole packs. */
const piecesOf = (line: PlacedLine): number => line.packs * line.packSize;

/** What is left to buy of each part when the packs of placed orders are used up. */
export function stillToBuy(wanted: ReadonlyMap<string, number>, orders: readonly PlacedOrder[]): Want[] {
  return [...wanted].flatMap(([partId, quantity]) => {
    const have = placedLines(orders, partId).reduce((sum, { line }) => sum + piecesOf(line), 0);
    return quantity > have ? [{ partId, quantity: quantity - have }] : [];
  });
}

/** What a part costs the job, or why that is not known. */
export type Cost = { readonly minor: number | null; readonly problem: string | null };

/**
 * What so many bought pieces of a part cost the job together: those of placed orders at their frozen price, first come first used, the
 * rest as the plan buys it. Of a placed pack the job carries all that it was ordered for, and no less than its share when it wants fewer.
 */
export function costOfBought(
  partId: string,
  quantity: number,
  orders: readonly PlacedOrder[],
  plan: SupplyPlan,
  house: HouseRules,
): Cost {
  let left = quantity;
  let minor = 0;
  for (const { line, order } of placedLines(orders, partId)) {
    const used = Math.min(left, piecesOf(line));
    if (used === 0) continue;
    left -= used;
    const share = Math.min(line.totalMinor, Math.round((used * line.totalMinor) / Math.max(1, line.quantity)));
    const inShop = converted(share, order.currency, house.currency, house.rates);
    if (inShop === undefined) return { minor: null, problem: `no rate for ${order.currency} in the house rules` };
    minor += inShop;
  }
  if (left === 0) return { minor, problem: null };
  const planned = plan.orders.flatMap((order) => order.lines).filter((line) => line.part.id === partId);
  const short = plan.unpriced.find((one) => one.part.id === partId);
  if (planned.length === 0 || short) return { minor: null, problem: short?.why ?? "no price" };
  return { minor: minor + planned.reduce((sum, line) => sum + line.totalMinor, 0), problem: null };
}
