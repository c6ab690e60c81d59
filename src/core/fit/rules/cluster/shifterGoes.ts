import type { Spec } from "../../../parts/specs";

/** What a shifter has to work: a derailleur by family and count of cogs, or a hub gear by its count of gears. */
export type RearGears = { hubGear: true; speeds: number } | { hubGear: false; speeds: number; family: string | null };

type Shifter = Pick<Spec<"shifter">, "speeds" | "family" | "style">;

/** A thumb lever of no family has no clicks; a twist or trigger of none clicks through a hub gear. */
export const isFriction = (spec: Shifter): boolean => spec.family === null && spec.style === "thumb";

/** Whether a shifter works these gears. Only a friction lever goes with any count of cogs, and none with a hub gear (common practice). */
export function shifterGoes(spec: Shifter, gears: RearGears): boolean {
  if (gears.hubGear) return spec.family === null && !isFriction(spec) && spec.speeds === gears.speeds;
  return isFriction(spec) || (spec.speeds === gears.speeds && spec.family !== null && spec.family === gears.family);
}
