/** How two remedies that touch the same figure are joined. Each join is commutative and idempotent, so the order of accepting cannot matter. */
const JOINS = {
  driveSpacerMm: Math.max,
  nonDriveSpacerMm: Math.max,
  ringOffsetMm: Math.min,
  ringTeeth: Math.max,
  frontLeftSpacerMm: Math.max,
  frontRightSpacerMm: Math.max,
  rearLeftSpacerMm: Math.max,
  rearRightSpacerMm: Math.max,
  clusterSpeeds: Math.min,
  shifterSpeeds: Math.max,
  controllerBatteryA: Math.min,
  controllerCutV: Math.max,
  oldLeverSwitches: Math.max,
  speedLimitKmh: Math.min,
  regenMaxV: Math.min,
  frontRotorMm: Math.max,
  rearRotorMm: Math.max,
  frontRotorShimMm: Math.max,
  rearRotorShimMm: Math.max,
  cableGuideMm: Math.min,
  displayLeadMm: Math.max,
  frontMotorLeadMm: Math.max,
  rearMotorLeadMm: Math.max,
  sensorLeadMm: Math.max,
} as const satisfies Record<string, (a: number, b: number) => number>;

export type EffectNumber = keyof typeof JOINS;
export const EFFECT_NUMBERS = Object.keys(JOINS) as EffectNumber[];

/** What a remedy changes: figures of the geometry or settings, and facts that are now so. */
export type Effect = { readonly numbers?: Partial<Record<EffectNumber, number>>; readonly flags?: readonly string[] };

/** All effects in force. */
export type Geometry = { readonly numbers: Partial<Record<EffectNumber, number>>; readonly flags: ReadonlySet<string> };

export const NO_EFFECT: Effect = {};

export function joinEffects(effects: readonly Effect[]): Geometry {
  const numbers: Partial<Record<EffectNumber, number>> = {};
  const flags = new Set<string>();
  for (const effect of effects) {
    for (const [name, value] of Object.entries(effect.numbers ?? {}) as [EffectNumber, number][]) {
      const before = numbers[name];
      numbers[name] = before === undefined ? value : JOINS[name](before, value);
    }
    for (const flag of effect.flags ?? []) flags.add(flag);
  }
  return { numbers, flags };
}
