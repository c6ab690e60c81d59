/** Milliseconds of a day without a change of the clocks. */
export const DAY_MS = 86_400_000;

/** An ISO day so many days later. @example daysAfter("2026-12-30", 3) // => "2027-01-02" */
export const daysAfter = (iso: string, days: number): string =>
  new Date(Date.parse(`${iso.slice(0, 10)}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);

/** Days from one ISO day to another; negative where the other is earlier. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to.slice(0, 10)}T00:00:00Z`) - Date.parse(`${from.slice(0, 10)}T00:00:00Z`)) / DAY_MS);
