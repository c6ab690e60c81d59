import type { likelyRide } from "../ride/forecast";
import { mean } from "../units/sum";

/** A figure with what it leaves open, at 95 %. */
export type Proved = { readonly value: number; readonly plusMinus: number };
export const P95 = 1.96;

/** What a figure would have been in still air, times what it was, and what that leaves open, as a share. */
export type Windless = { readonly times: number; readonly sd: number };
export const NO_WIND: Windless = { times: 1, sd: 0 };

/** A third of what is put right is left open. */
const PUT_RIGHT = 1 / 3;

/**
 * How much further the same charge carries in still air than in the winds that a ride may have had; null where the model does not come
 * through in any of them.
 */
export function windTook(winds: readonly ReturnType<typeof likelyRide>[], still: ReturnType<typeof likelyRide>): Windless | null {
  const through = winds.filter(({ ended }) => ended !== "stalled" && ended !== "cut");
  if (through.length === 0 || !(still.whPerKm > 0)) return null;
  const shares = through.map(({ whPerKm }) => whPerKm / still.whPerKm);
  const times = mean(shares);
  // Where its direction was not noted, what the directions differ by.
  const spread = Math.sqrt(mean(shares.map((share) => (share - times) ** 2)));
  return { times, sd: Math.hypot(PUT_RIGHT * (times - 1), spread) };
}
