/** Cautions that are shown on screens and paper, and who decides where the figures end. Severity 3: injury or fire possible. */
export type CautionRow = { readonly says: string; readonly deferTo: string; readonly severity: 1 | 2 | 3 };

export const CAUTIONS = {
  tubeTurns: {
    says: "Never file a fork tip or stay deeper than needed; a notch starts a crack.",
    deferTo: "the frame or fork maker",
    severity: 3,
  },
  aluminiumFork: {
    says: "An aluminium tip opens without warning and lets the wheel go: both arms, no regeneration, written notice to the rider.",
    deferTo: "the fork maker's limits",
    severity: 3,
  },
  axleSpins: {
    says: "An axle that spins tears its cable and may lock the wheel: arms on, nuts to torque, witness marks, re-torque at 20 km.",
    deferTo: "the motor maker's limits",
    severity: 3,
  },
  spread: {
    says: "Spread steel only, both sides alike; look at brake bridge and joints afterwards.",
    deferTo: "the frame maker",
    severity: 3,
  },
  carbon: { says: "Carbon is crushed by clamps, nuts and axles: no motor on it.", deferTo: "the frame maker", severity: 3 },
  packFire: {
    says: "A dented, swollen or wet pack is not fitted: quarantine it outdoors. Charge with its own charger, above 0 °C, watched.",
    deferTo: "the pack maker and the fire authority",
    severity: 3,
  },
  packCurrent: {
    says: "The protection inside the pack is no substitute for a fuse and a controller limit.",
    deferTo: "the pack maker's limits",
    severity: 3,
  },
  faultCurrent: {
    says: "Very high fault current: rings off, insulated tools, fuse out first.",
    deferTo: "licensed practice",
    severity: 3,
  },
  over60: {
    says: "Over 60 V d.c. when full: treat as hazardous voltage.",
    deferTo: "a licensed electrician and the local code",
    severity: 3,
  },
  spinningWheel: {
    says: "Wheel off the ground and guarded, hands and sleeves clear, lowest level first.",
    deferTo: "the workshop's risk assessment",
    severity: 3,
  },
  cutOffs: { says: "Every lever must stop the motor before the first road metre.", deferTo: "local law", severity: 3 },
  brakes: {
    says: "Brakes that were right before may not be right for more speed and mass.",
    deferTo: "local law and the brake maker",
    severity: 3,
  },
  hydraulic: {
    says: "Fluid on a pad or rotor ruins the brake; mineral oil and DOT are never mixed.",
    deferTo: "the brake maker",
    severity: 2,
  },
  law: {
    says: "The legal class is as known in 2025 and incomplete: confirm locally before road use.",
    deferTo: "local law",
    severity: 2,
  },
  usedFrame: {
    says: "A used frame is inspected in clean light before money is spent: head, shell, dropouts, seat cluster, fork crown.",
    deferTo: "a frame builder",
    severity: 3,
  },
  paint: {
    says: "Paint and its thinner in moving air, away from flames, mask and gloves on; two-pack hardener harms the lungs.",
    deferTo: "the paint's safety sheet and local rules",
    severity: 3,
  },
  cutting: {
    says: "Cutting, heating or welding a tube takes its strength: never in this workshop.",
    deferTo: "a licensed frame builder and the local code",
    severity: 3,
  },
  drilling: {
    says: "No new holes in fork, stays or dropouts; bosses only in a straight, unloaded tube with reinforcement.",
    deferTo: "the frame maker",
    severity: 3,
  },
  overload: {
    says: "Rider, load, motor and pack together stay under the limits of frame, wheels, tyres, brakes and rack.",
    deferTo: "the makers' limits",
    severity: 3,
  },
  descent: {
    says: "Long hills heat brakes until they fade: stop and let them cool.",
    deferTo: "the brake maker",
    severity: 3,
  },
  wobble: {
    says: "A light front, a loose headset or a flexible frame shakes at speed: both hands, slow down, find the cause.",
    deferTo: "the fork and frame maker",
    severity: 3,
  },
  towing: {
    says: "A child seat or trailer wants stronger brakes, a stand and a lower limit.",
    deferTo: "the seat or trailer maker",
    severity: 3,
  },
  cold: { says: "Never charge below 0 °C; a cold pack gives less and sags more.", deferTo: "the pack maker", severity: 3 },
  solder: { says: "No acid flux; file sharp points before the shrink goes on.", deferTo: "the workshop's practice", severity: 2 },
  tension: {
    says: "Goggles on: a failing rim can let go while tightening.",
    deferTo: "the rim maker's maximum tension",
    severity: 2,
  },
} as const satisfies Record<string, CautionRow>;

export type CautionId = keyof typeof CAUTIONS;
