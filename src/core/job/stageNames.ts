export const STAGE_NAMES = ["Ask", "Survey", "Drive", "Fit", "Ride", "Sheet", "Order", "Build", "Prove", "Hand over"] as const;

export type StageName = (typeof STAGE_NAMES)[number];

/** Stages that do not exist yet: on the string, greyed. */
export const FUTURE_STAGES: ReadonlySet<StageName> = new Set(["Hand over"]);
