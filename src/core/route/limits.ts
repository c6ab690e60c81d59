/** What a route file may hold: more is refused before it is read on. */
export const ROUTE_LIMITS = { bytes: 50 * 1024 * 1024, points: 500_000 } as const;

/** Heights that somebody may ride at, m: from under the lowest shore to over the highest pass. */
const HEIGHTS_M = [-500, 7_000] as const;
export const isHeight = (elevationM: number): boolean => elevationM >= HEIGHTS_M[0] && elevationM <= HEIGHTS_M[1];

/** A way that climbs more of its length than this is no road that anybody rides. */
export const STEEPEST_WAY = 0.4;
