/** What a search is at: `waiting` for another one, `weighing` the days that were asked for, `proving` them, the other `days`, jobs `apart`. */
export const SEARCH_STEPS = ["waiting", "weighing", "proving", "days", "apart"] as const;
/** @property leastMinor what the proposal costs so far; null before there is one */
export type SearchStep = {
  readonly what: (typeof SEARCH_STEPS)[number];
  readonly done: number;
  readonly of: number;
  readonly leastMinor: number | null;
};
/** A search that is not done yet, as its page shows it. */
export type Searching = SearchStep & { readonly id: string };
