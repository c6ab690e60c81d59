import { handbook, memory, PRACTICE, standard, type Basis } from "../basis";

/** What a rear cluster screws or slides on to. */
export const CLUSTER_INTERFACES = {
  "freewheel-iso": { says: "Freewheel thread 1.375 in × 24", basis: standard("ISO 6698") },
  "freewheel-italian": { says: "Freewheel thread 35 mm × 24", basis: handbook("Sutherland, Handbook for Bicycle Mechanics") },
  "freewheel-french": { says: "Freewheel thread 34.7 mm × 1", basis: handbook("Sutherland, Handbook for Bicycle Mechanics") },
  "spline-7": { says: "Nine-spline body, 7-speed", basis: PRACTICE },
  "spline-8-10": { says: "Nine-spline body, 8 to 10-speed", basis: PRACTICE },
  "spline-11-road": { says: "Nine-spline body, 11-speed road", basis: PRACTICE },
  "fine-spline": { says: "Fine-spline body, 12-speed", basis: PRACTICE },
  stepped: { says: "Stepped driver body", basis: PRACTICE },
  "deep-spline": { says: "Deep-spline body", basis: PRACTICE },
  "three-lug": { says: "Three-lug cog and snap ring", basis: PRACTICE },
} as const satisfies Record<string, { says: string; basis: Basis }>;

export type ClusterInterface = keyof typeof CLUSTER_INTERFACES;

/** Bodies that take another body's cluster with a listed spacer. An 11-speed road cluster does not go on an 8 to 10 body. */
export const BODY_TAKES: Partial<Record<ClusterInterface, Partial<Record<ClusterInterface, string>>>> = {
  "spline-8-10": { "spline-7": "4.5 mm spacer behind it" },
  "spline-11-road": { "spline-8-10": "1.85 mm spacer behind it", "spline-7": "1.85 and 4.5 mm spacers behind it" },
};

/** Cog pitch (centre to centre) and cog thickness by count, mm; the greater count from memory. */
export const COG_PITCH_MM: Record<number, { pitchMm: number; cogMm: number; chainOuterMm: number; basis: Basis }> = {
  1: { pitchMm: 0, cogMm: 2.4, chainOuterMm: 9.4, basis: PRACTICE },
  5: { pitchMm: 5.5, cogMm: 2.0, chainOuterMm: 8.0, basis: handbook("Brown, cassette spacing tables, to 2008") },
  6: { pitchMm: 5.5, cogMm: 2.0, chainOuterMm: 7.8, basis: handbook("Brown, cassette spacing tables, to 2008") },
  7: { pitchMm: 5.0, cogMm: 1.85, chainOuterMm: 7.3, basis: handbook("Brown, cassette spacing tables, to 2008") },
  8: { pitchMm: 4.8, cogMm: 1.8, chainOuterMm: 7.3, basis: handbook("Brown, cassette spacing tables, to 2008") },
  9: { pitchMm: 4.35, cogMm: 1.75, chainOuterMm: 6.7, basis: handbook("Brown, cassette spacing tables, to 2008") },
  10: { pitchMm: 3.95, cogMm: 1.6, chainOuterMm: 6.1, basis: handbook("Brown, cassette spacing tables, to 2008") },
  11: { pitchMm: 3.74, cogMm: 1.6, chainOuterMm: 5.65, basis: memory("11-speed pitch") },
  12: { pitchMm: 3.6, cogMm: 1.6, chainOuterMm: 5.35, basis: memory("12-speed pitch") },
};

/** Width over a cluster's outer faces: (n − 1)·p + cog thickness, mm. @example clusterStackMm(9) // => 36.55 */
export function clusterStackMm(cogs: number): number | undefined {
  const row = COG_PITCH_MM[cogs];
  return row && (cogs - 1) * row.pitchMm + row.cogMm;
}

/** Room between the smallest cog's face and the dropout that a chain wants, mm (common practice). */
export const COG_TO_DROPOUT_MM = 3;

/** Cable pulled per click (mm) and derailleur ratio of generic shifter families, all from memory: measure over several clicks. */
export const SHIFTER_FAMILIES = {
  A: { ratio: 1.7, pullMm: { 7: 2.9, 8: 2.8, 9: 2.5, 10: 2.3 } },
  "A-mountain-10": { ratio: 1.2, pullMm: { 10: 3.4 } },
  "A-road-11": { ratio: 1.4, pullMm: { 11: 2.7 } },
  "A-mountain-11": { ratio: 1.1, pullMm: { 11: 3.6 } },
  B: { ratio: 1.1, pullMm: { 7: 4.5, 8: 4.3, 9: 4.0 } },
  "B-10": { ratio: 1.3, pullMm: { 10: 3.1 } },
  "B-11-12": { ratio: 1.1, pullMm: { 11: 3.5, 12: 3.5 } },
} as const satisfies Record<string, { ratio: number; pullMm: Record<number, number> }>;

export type ShifterFamily = keyof typeof SHIFTER_FAMILIES;

/** Error over the whole range that indexing still hides, mm at the cog (limit: common practice). */
export const SHIFT_ERROR_MM = 1.0;
