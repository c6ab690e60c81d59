/** How the stand-in's line is, to see what is said of each. */
export const LINES = ["as it should be", "noisy", "pulled half way", "wheel turning", "another version"] as const;
export type LineKind = (typeof LINES)[number];
