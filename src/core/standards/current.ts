/** Share of a pack's continuous current that a controller may ask for (common practice). */
export const PACK_CURRENT_SHARE = 0.8;
/** How near a charger's volts must be to the pack's full volts, V a pack. */
export const CHARGER_TOLERANCE_V = 0.1;
