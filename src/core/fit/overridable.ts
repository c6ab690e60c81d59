/**
 * Stops that a reason on one job may override, each with why; every other stop is a matter of law, place, fire, brake or strength, and
 * stands whoever types what.
 */
export const OVERRIDABLE_STOPS: Readonly<Record<string, string>> = {
  "chain/angle": "a cog that is never used may stand askew: schools differ on the angle",
  "controls/clamp": "a strap or a shim made for it holds what weighs little",
  "power/charger": "a charger under the pack's volts charges it, only never full",
  "power/pack-current": "what share of its continuous current a pack may give is a school; more than all of it is none",
  "rider/saddle": "posts, saddles and riders give",
};
