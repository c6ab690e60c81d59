import { z } from "zod";

/**
 * Number fields of calculators: each says its unit and meaning, which the schema and the Tools pages show, and the greatest that is
 * worked with. Past that a figure is no bicycle's, and a reckoning with it could take for ever.
 */
export const GREATEST = {
  mm: 5_000,
  bayMm: 1_000_000,
  spokeHoleMm: 10,
  tyreWidthMm: 200,
  cogPitchMm: 20,
  degrees: 180,
  teeth: 200,
  cogs: 20,
  spokes: 200,
  links: 500,
  corners: 200,
  bosses: 50,
  series: 60,
  parallel: 200,
  motors: 8,
  ah: 2_000,
  ampere: 5_000,
  volt: 1_000,
  milliohm: 100_000,
  ohm: 100,
  wireM: 1_000,
  areaMm2: 1_000,
  celsius: 300,
  kmh: 300,
  rpm: 300,
  kg: 2_000,
  dragAreaM2: 10,
  crr: 0.5,
  gradePercent: 200,
  altitudeM: 44_000,
  riderW: 5_000,
  kv: 10_000,
  gearRatio: 200,
  dragNm: 100,
  dragNmPerRpm: 1,
  jPerK: 1_000_000,
  wPerK: 10_000,
  segments: 10_000,
  routeKm: 5_000,
  torqueNm: 5_000,
  mpa: 5_000,
  factor: 100,
  seconds: 3_600,
  ms2: 100,
} as const;
/** The least speed constant: under it a motor turns by no pack. */
export const LEAST_KV = 0.05;

const shown = (most: number) => most.toLocaleString("en-GB");
const atMost = (most: number) => `must be at most ${shown(most)}`;

export const over0 = (says: string, most: number) =>
  z.number().gt(0, "must be more than 0").max(most, atMost(most)).describe(says);
export const from0 = (says: string, most: number) =>
  z.number().min(0, "must be 0 or more").max(most, atMost(most)).describe(says);
/** Either side of nothing, so far at most. */
export const any = (says: string, most: number) =>
  z
    .number()
    .min(-most, `must be −${shown(most)} to ${shown(most)}`)
    .max(most, `must be −${shown(most)} to ${shown(most)}`)
    .describe(says);
export const percent = (says: string) => z.number().min(0, "must be 0 to 100").max(100, "must be 0 to 100").describe(says);
export const share = (says: string) =>
  z.number().gt(0, "must be more than 0 and at most 1").max(1, "must be more than 0 and at most 1").describe(says);
export const whole = (least: number, says: string, most: number) =>
  z
    .int(`must be a whole number of at least ${least}`)
    .min(least, `must be ${least} to ${shown(most)}`)
    .max(most, `must be ${least} to ${shown(most)}`)
    .describe(says);
export const teeth = (says: string) => whole(3, says, GREATEST.teeth);
export const celsius = (says: string, over: number) =>
  z
    .number()
    .gt(over, `must be over ${over.toString().replace("-", "−")}`)
    .max(GREATEST.celsius, atMost(GREATEST.celsius))
    .describe(says);
