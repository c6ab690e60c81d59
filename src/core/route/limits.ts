/** What a route file may hold: more is refused before it is read on. */
export const ROUTE_LIMITS = { bytes: 50 * 1024 * 1024, points: 500_000 } as const;
