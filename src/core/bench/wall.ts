/** Minutes of a day by the clock on the shop's wall. */
export const DAY_MIN = 1440;

/**
 * A moment as minutes since 1970 by the clock on the shop's wall: a working day has as many of them on the day on which the clocks
 * change as on any other.
 * @param wall ISO time by that clock, or an ISO day
 * @example wallMin("1970-01-02") // => 1440
 */
export const wallMin = (wall: string): number => Math.floor(Date.parse(wall) / 60_000);

/** The ISO day on which such a moment lies. */
export const dayAt = (min: number): string => new Date(min * 60_000).toISOString().slice(0, 10);

/** The time of day, `08:05`. */
export const clockAt = (min: number): string => new Date(min * 60_000).toISOString().slice(11, 16);

/** The first minute of the day of such a moment. */
export const midnightOf = (min: number): number => Math.floor(min / DAY_MIN) * DAY_MIN;

/** 0 for a Monday. */
export const weekdayAt = (min: number): number => (Math.floor(min / DAY_MIN) + 3) % 7;
