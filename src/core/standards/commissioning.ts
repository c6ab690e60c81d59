/** A check before a finished bike is handed over: what passes and what stops it. */
export type Check = { readonly does: string; readonly passes: string; readonly stopsIf: string };

/** Checks with the bike on the stand, in the safe order: power comes last and little (common practice). */
export const STAND_CHECKS: readonly Check[] = [
  {
    does: "Pack off: wheels spin free, both brakes stop them",
    passes: "a third of the lever's way is left",
    stopsIf: "a pad or rotor rubs, or a bolt is loose",
  },
  {
    does: "Pack out: polarity at the controller's plug; plus to minus, phases to axle and battery leads to frame by ohmmeter",
    passes: "right way round, no short, 1 MΩ or more to metal",
    stopsIf: "there is any short",
  },
  {
    does: "First power through a bench supply at 1 A or a 5 A fuse, phases unplugged, pre-charge waited for",
    passes: "under 0.15 A idle",
    stopsIf: "it stays above",
  },
  {
    does: "Settings read back; each brake signal read on the display or a meter",
    passes: "as listed under the controller's step; each lever switches",
    stopsIf: "one differs",
  },
  {
    does: "Wheel raised and guarded, hands clear: lowest throttle or walk mode",
    passes: "smooth, and the right way round",
    stopsIf: "it growls, jerks or turns back",
  },
  {
    does: "Cut-offs live: low throttle, each lever in turn",
    passes: "stops within 0.5 s",
    stopsIf: "one does not stop it",
  },
  {
    does: "Pedal sensor: forwards only, off when the pedals stop or turn back",
    passes: "off within 0.5 s by torque, 1.5 s by cadence",
    stopsIf: "it runs on",
  },
  { does: "Temperature limit, walk mode, lights", passes: "each answers", stopsIf: "one does not" },
  {
    does: "Brake held, motor loaded gently",
    passes: "witness marks at the axle or case have not moved",
    stopsIf: "anything creeps",
  },
];

/** Checks on the road, after those on the stand (common practice). */
export const ROAD_CHECKS: readonly Check[] = [
  {
    does: "Yard at the lowest level, then stops from 15 and 25 km/h",
    passes: "straight, and the motor is off before the stop",
    stopsIf: "it pulls to a side or judders",
  },
  { does: "Speed where the help ends, and the class", passes: "at or under the limit that is set", stopsIf: "it is over" },
  {
    does: "Re-torque after the first ride, witness marks, hand-over form signed",
    passes: "all done",
    stopsIf: "something had moved",
  },
];
