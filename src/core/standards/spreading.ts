import { handbook, PRACTICE, type Basis } from "../basis";

/** How far a frame or fork may be sprung by hand at fitting, and set for good, in all (both sides together), mm. */
export type SpreadLimit = { readonly springMm: number; readonly setMm: number; readonly basis: readonly Basis[] };

const BROWN = handbook("Brown, Frame spacing");
const NONE: SpreadLimit = { springMm: 0, setMm: 0, basis: [PRACTICE] };

export const REAR_SPREAD = {
  steel: { springMm: 5, setMm: 10, basis: [BROWN, PRACTICE] },
  "thin steel": { springMm: 3, setMm: 4, basis: [PRACTICE] },
  aluminium: { springMm: 1, setMm: 0, basis: [PRACTICE] },
  titanium: { springMm: 3, setMm: 0, basis: [PRACTICE] },
  carbon: NONE,
} as const satisfies Record<string, SpreadLimit>;

export const FORK_SPREAD = { "rigid steel": { springMm: 3, setMm: 5, basis: [PRACTICE] }, other: NONE } as const satisfies Record<
  string,
  SpreadLimit
>;

/** Frames and hubs sold under one size differ by this much and still go together, mm. */
export const OVER_LOCKNUT_TOLERANCE_MM = 0.5;
