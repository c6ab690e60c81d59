/** How a figure was taken. `seen`: looked at, for what is not a length. */
export const HOWS = ["caliper", "rule", "tape", "gauge", "level", "nominal", "told", "seen"] as const;

export type How = (typeof HOWS)[number];

/** One uncertainty for each tool, ± mm: a tape 2, a rule 0.5, a caliper 0.1, a plug or feeler gauge 0.02. */
export const TOOL_PLUS_MINUS_MM: Record<"caliper" | "rule" | "tape" | "gauge", number> = {
  caliper: 0.1,
  rule: 0.5,
  tape: 2,
  gauge: 0.02,
};

/** A figure that somebody took, with how sure it is. */
export type Measured = {
  readonly value: number;
  readonly unit: "mm" | "kg" | "count" | "°" | "N·m" | "km/h";
  readonly how: How;
  readonly plusMinus: number;
};

/** A phone's level on a tube, ± degrees. */
export const LEVEL_PLUS_MINUS_DEG = 0.5;

/** Adds up uncertainties that have nothing to do with each other: the root of the sum of squares. */
export const combined = (...plusMinus: number[]) => Math.hypot(...plusMinus);
