import { chance } from "../units/chance";
import type { Line } from "./link";
import type { StandIn } from "./standIn";

/** What is wrong with a line: bits that flip, answers that come too late, a lead that is pulled after so many bytes, either way counted. */
export type Faults = { readonly seed?: number; readonly flips?: number; readonly late?: number; readonly pulledAfter?: number };

/** A line to a stand-in, with faults. A lead that was pulled stays pulled; the controller keeps its power. */
export function lineTo(controller: StandIn, { seed = 1, flips = 0, late = 0, pulledAfter = Infinity }: Faults = {}): Line {
  const roll = chance(seed);
  let left = pulledAfter;
  const through = (bytes: readonly number[]): number[] => {
    const whole = bytes.slice(0, Math.max(0, Math.min(bytes.length, left)));
    left -= bytes.length;
    return whole.map((byte) => (flips > 0 && roll() < flips ? byte ^ (1 << Math.floor(8 * roll())) : byte));
  };
  return (bytes) => {
    const answer = controller.takes(through(bytes));
    const came = through(answer);
    return late > 0 && roll() < late ? [] : came;
  };
}
