import { handbook, PRACTICE, type Basis } from "../basis";

/** Classes of hub drive by the highest of torque at the wheel, rated power and peak input (common practice). */
export const TORQUE_CLASSES = [
  { id: "A", torqueNm: 30, ratedW: 250, peakW: 600 },
  { id: "B", torqueNm: 50, ratedW: 500, peakW: 1000 },
  { id: "C", torqueNm: 80, ratedW: 750, peakW: 1500 },
  { id: "D", torqueNm: 120, ratedW: 1500, peakW: 3000 },
  { id: "E", torqueNm: Infinity, ratedW: Infinity, peakW: Infinity },
] as const;

export type TorqueClass = (typeof TORQUE_CLASSES)[number]["id"];

/** Torque arms wanted for each class; "stop" where it must not be done, "plates" for two clamping plates in place of arms. */
export type ArmCount = 0 | 1 | 2 | "plates" | "stop";
export type ArmRow = Record<TorqueClass, ArmCount>;

const row = (A: ArmCount, B: ArmCount, C: ArmCount, D: ArmCount, E: ArmCount): ArmRow => ({ A, B, C, D, E });

/** Rows of the arm table (common practice throughout); the two checks may raise a count, never lower it. */
export const ARM_TABLE = {
  "front, rigid steel fork, tips over 5 mm": row(1, 2, 2, "stop", "stop"),
  "front, steel tips of 5 mm or less": row(2, "stop", "stop", "stop", "stop"),
  "front, suspension fork with steel lowers": row(1, 2, "stop", "stop", "stop"),
  "front, aluminium tips of 8 mm or more": row(2, "stop", "stop", "stop", "stop"),
  "front, aluminium under 8 mm, magnesium, carbon or closed tips": row("stop", "stop", "stop", "stop", "stop"),
  "rear, steel over 5 mm": row(0, 1, 2, "plates", "stop"),
  "rear, steel of 5 mm or less, or titanium": row(1, 2, 2, "stop", "stop"),
  "rear, aluminium of 8 mm or more": row(1, 1, 2, "plates", "stop"),
  "rear, aluminium under 8 mm, or axle on the hanger": row(1, 2, "stop", "stop", "stop"),
  "rear, carbon or closed ends": row("stop", "stop", "stop", "stop", "stop"),
  "rear, made for hub motors": row(0, 0, 0, 0, "stop"),
} as const satisfies Record<string, ArmRow>;

export type ArmRowId = keyof typeof ARM_TABLE;

/** Design yield stress of dropout materials, MPa, and the safety factor on plastic torque. */
export const DROPOUT_STRENGTH = {
  "stamped steel": { yieldMpa: 250, safety: 1.5 },
  steel: { yieldMpa: 300, safety: 1.5 },
  // Weld-affected or cast unless the plate is known.
  aluminium: { yieldMpa: 120, safety: 2.0 },
  titanium: { yieldMpa: 500, safety: 2.0 },
} as const;
export const ALUMINIUM_REGEN_SAFETY = 3.0;
/** A wrought aluminium plate that the frame maker's sheet vouches for, away from any weld, MPa (common practice). */
export const WROUGHT_YIELD_MPA = 240;
/** Faces that grip under plain washers; keyed ones double them. */
export const PLAIN_FACES = 2;

/** A torque arm in common sale: half-hard stainless plate with a closed hole. */
export const ARM_PLATE = { yieldMpa: 500, constraint: 1.5 } as const;

/** Nut torque (N·m), nut factor, friction and washer radii for the clamp check. */
export const AXLE_CLAMP = {
  nutFactor: 0.2,
  friction: 0.12,
  nutTorqueNm: (diameterMm: number, aluminium: boolean) => (diameterMm <= 12 || aluminium ? 40 : 50),
  washerRadiusMm: (diameterMm: number) => diameterMm / 2 + 5,
  need: 1.25,
} as const;

export const AXLE_TORQUE_BASIS: readonly Basis[] = [PRACTICE, handbook("Shigley & Mischke, Mechanical Engineering Design")];

/** Slots: play over the flats from which one dropout only is counted, and from which it must be filled, mm. */
export const SLOT_PLAY_MM = { loose: 0.5, fill: 1.0 } as const;
/** Depth of the axle's seat: half the flat's length and 2 mm, and 8 mm by default; metal left beside a filed slot, mm. */
export const SEAT_DEPTH_MM = 8;
export const SLOT_SIDE_METAL_MM = 5;
