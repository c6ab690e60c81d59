/** Places of which there are only so many; a road and a counter have room for all. */
export const PLACE_KINDS = ["stand", "truing stand", "bench", "paint corner"] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];
