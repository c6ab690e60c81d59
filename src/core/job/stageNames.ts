export const STAGE_NAMES = ["Ask", "Survey", "Drive", "Fit", "Ride", "Sheet", "Order", "Build", "Prove", "Hand over"] as const;

export type StageName = (typeof STAGE_NAMES)[number];
