import { memory, PRACTICE, type Basis } from "../basis";

/** What kinetic energy at the top assisted speed, laden, asks of the brakes: rotor in front and behind, mm (common practice). */
export const BRAKE_BANDS = [
  { overJ: 0, frontMm: 160, rearMm: 160, rim: "sound" },
  { overJ: 3000, frontMm: 160, rearMm: 160, rim: "flat" },
  { overJ: 6000, frontMm: 180, rearMm: 160, rim: "no" },
  { overJ: 10000, frontMm: 203, rearMm: 203, rim: "no" },
] as const;
/** 203 mm on both wheels is taken for so much; more is for a brake maker to say (reading of an open end). */
export const BRAKES_END_J = 12000;

/** A hill that puts a bike one step up: steeper and longer than these (common practice). */
export const HILLY = { percent: 8, km: 2 } as const;
/** Rim brakes are refused above this assisted speed, km/h (common practice; schools differ). */
export const RIM_BRAKE_KMH = 32;

/** Rise over air that pads and fluid take on a long descent, K: fade of organic pads from, and beyond all common pads (from memory). */
export const ROTOR_RISE_K = { warn: 230, stop: 400 } as const;
/** Rims on long descents: more than this braking power on a rim over minutes warms tube and glue (from memory), W a wheel. */
export const RIM_DRAG_W = 250;
/** Back-pedal, drum and roller brakes fade early: not on hills over this (common practice). */
export const DRUM_HILL = { percent: 6, km: 1 } as const;

/** Reach of dual-pivot rim callipers: short, medium, long, mm (common practice). */
export const CALLIPER_REACH_MM = [
  { says: "short", from: 39, to: 49 },
  { says: "medium", from: 47, to: 57 },
  { says: "long", from: 55, to: 73 },
] as const;

/** A braking face hollowed by so much wants a new rim before a motor, mm (common practice). */
export const RIM_WEAR_MM = 0.3;
/** Without the maker's limit a rotor may be this much over what is on, mm; never on carbon (common practice). */
export const ROTOR_STEP_MM = 20;
/** How far a calliper can be shifted sideways on posts, and a shim stack under a rotor with its own bolts, mm. */
export const CALLIPER_SHIFT_MM = 1.5;
export const ROTOR_SHIM_MM = 1.0;

/** A hydraulic switch in the hose costs so much of it on each side, mm (from memory). */
export const HOSE_CUT_MM = 30;

export const BRAKE_BASIS: readonly Basis[] = [PRACTICE, memory("ISO 4210-2 braking values")];
