/** Least room between gear case (or ring) and stay, mm; the greater for carbon, suspension or a rear triangle that flexes (P). */
export const STAY_CLEARANCE_MM = { stiff: 2, soft: 3 } as const;
/** The thickest drive-side spacer, all rings together, mm (P). */
export const DRIVE_SPACER_MM = 5;

/** Outboard face of the stay at a radius, on the straight line between two measured points; undefined outside them.
 *  @example stayOutMm({ near: { radiusMm: 60, outMm: 34 }, far: { radiusMm: 100, outMm: 38 }, radiusMm: 80 }) // => 36 */
export function stayOutMm(p: {
  near: { radiusMm: number; outMm: number };
  far: { radiusMm: number; outMm: number };
  radiusMm: number;
}): number | undefined {
  const { near, far, radiusMm } = p;
  if (radiusMm < near.radiusMm || radiusMm > far.radiusMm || far.radiusMm === near.radiusMm) return undefined;
  return near.outMm + ((far.outMm - near.outMm) * (radiusMm - near.radiusMm)) / (far.radiusMm - near.radiusMm);
}

/** Axial room between gear case and stay, mm: W/2 + spacer + case offset − stay.
 *  @example caseClearanceMm({ shellWidthMm: 68, driveSpacerMm: 2.5, caseOffsetMm: 4, stayOutMm: 38.5 }) // => 2 */
export const caseClearanceMm = (p: { shellWidthMm: number; driveSpacerMm: number; caseOffsetMm: number; stayOutMm: number }) =>
  p.shellWidthMm / 2 + p.driveSpacerMm + p.caseOffsetMm - p.stayOutMm;
