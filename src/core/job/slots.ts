/** Slots that a choice in Drive fills; a kit fills several at once, and a choice beats the kit. */
export const SLOTS = ["kit", "motor", "battery", "controller", "display", "pedal sensor", "throttle", "charger"] as const;

export type Slot = (typeof SLOTS)[number];
