import { memory, PRACTICE, type Basis } from "../basis";

/** Torques in N·m; the maker's figure on the part always governs. `hand` is said where a thread is left-handed. */
export type FastenerRow = {
  readonly says: string;
  readonly lowNm: number;
  readonly highNm: number;
  readonly hand?: string;
  readonly basis: Basis;
};

export const FASTENERS = {
  axleM12: { says: "Axle nuts M12", lowNm: 35, highNm: 40, basis: PRACTICE },
  axleM14: { says: "Axle nuts M14", lowNm: 40, highNm: 50, basis: PRACTICE },
  midInnerNut: { says: "Mid-drive inner nut", lowNm: 30, highNm: 40, basis: memory("two schools; the maker's value first") },
  midLockRing: { says: "Mid-drive lock ring", lowNm: 20, highNm: 40, basis: memory("lock ring") },
  cups: { says: "Bottom-bracket cups", lowNm: 35, highNm: 50, basis: PRACTICE },
  crank: { says: "Crank bolts, square taper", lowNm: 35, highNm: 45, basis: PRACTICE },
  crankSplined: { says: "Crank bolts, splined", lowNm: 40, highNm: 50, basis: PRACTICE },
  crankPinch: { says: "Crank pinch bolts M5–M6, in turns; the cap first", lowNm: 10, highNm: 15, basis: PRACTICE },
  pedals: { says: "Pedals", lowNm: 35, highNm: 40, hand: "left pedal left-hand", basis: PRACTICE },
  ringBolts: { says: "Ring bolts to the motor, M4–M5", lowNm: 5, highNm: 8, basis: PRACTICE },
  rotor: { says: "Rotor bolts M5, star order", lowNm: 4, highNm: 6, basis: PRACTICE },
  calliper: { says: "Calliper mount M6", lowNm: 6, highNm: 9, basis: PRACTICE },
  brakeArm: { says: "Brake-arm boss bolts M6", lowNm: 5, highNm: 7, basis: PRACTICE },
  leverClamp: { says: "Lever clamp M5 (carbon bar 3–4)", lowNm: 4, highNm: 6, basis: PRACTICE },
  armM6: { says: "Torque-arm clamp M6", lowNm: 7, highNm: 9, basis: PRACTICE },
  wormClamp: { says: "Torque-arm worm clamp", lowNm: 3, highNm: 5, basis: PRACTICE },
  cradle: { says: "Cradle M5 in bottle boss", lowNm: 3, highNm: 4, basis: PRACTICE },
  bracket: { says: "Motor bracket screws M5–M6 into the case", lowNm: 5, highNm: 9, basis: memory("bracket screws") },
  lockRing: { says: "Cassette lock ring", lowNm: 40, highNm: 40, basis: PRACTICE },
  hose: { says: "Hose connecting nut", lowNm: 5, highNm: 6, basis: PRACTICE },
} as const satisfies Record<string, FastenerRow>;

/** The two torque wrenches of a bench, N·m; a range goes to the smaller that reaches it (common practice). */
export const WRENCHES = [
  { says: "torque wrench 2–24", toNm: 24 },
  { says: "torque wrench 20–100", toNm: 100 },
] as const;

export type FastenerId = keyof typeof FASTENERS;
