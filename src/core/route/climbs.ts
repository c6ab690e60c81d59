import type { Segment } from "./segment";

export type Climb = { fromM: number; lengthM: number; riseM: number; meanPercent: number; steepestPercent: number };

/** A climb ends where the road has fallen so far from its highest, and counts from so much rise at so much grade (common practice). */
const CLIMB = { fallM: 8, leastRiseM: 12, leastPercent: 2, steepOverM: 100 };

/**
 * The climbs of a road, the one with the most rise first.
 * @param segments of one grade each   @param most how many   @returns way and rise in m, grades in percent; steepest over 100 m
 */
export function climbsOf(segments: readonly Segment[], most = 6): Climb[] {
  const at = [0];
  const height = [0];
  for (const { lengthM, gradePercent } of segments) {
    at.push(at.at(-1)! + lengthM);
    height.push(height.at(-1)! + (lengthM * gradePercent) / 100);
  }
  const climbs: Climb[] = [];
  let [foot, top] = [0, 0];
  const close = () => {
    const [riseM, lengthM] = [height[top]! - height[foot]!, at[top]! - at[foot]!];
    const meanPercent = lengthM > 0 ? (100 * riseM) / lengthM : 0;
    if (riseM >= CLIMB.leastRiseM && meanPercent >= CLIMB.leastPercent)
      climbs.push({ fromM: at[foot]!, lengthM, riseM, meanPercent, steepestPercent: steepest(at, height, foot, top) });
  };
  for (let i = 1; i < height.length; i += 1) {
    if (height[i]! > height[top]!) top = i;
    // A foot moves on while the road falls or is flat; a top is closed once the road has fallen from it.
    if (height[i]! <= height[foot]!) [foot, top] = [i, i];
    else if (height[top]! - height[i]! > CLIMB.fallM) {
      close();
      [foot, top] = [i, i];
    }
  }
  close();
  return climbs.sort((a, b) => b.riseM - a.riseM).slice(0, most);
}

function steepest(at: readonly number[], height: readonly number[], foot: number, top: number): number {
  let best = 0;
  let to = foot;
  for (let from = foot; from < top; from += 1) {
    while (to < top && at[to]! - at[from]! < CLIMB.steepOverM) to += 1;
    const length = at[to]! - at[from]!;
    if (length >= CLIMB.steepOverM || from === foot) best = Math.max(best, (100 * (height[to]! - height[from]!)) / (length || 1));
  }
  return best;
}
