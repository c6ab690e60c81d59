/** The thickest spacer opposite the chain on shells up to 75 mm (common practice). */
export const NON_DRIVE_SPACER_MM = 5;

export type GripStack = {
  shellWidthMm: number;
  driveSpacerMm: number;
  nonDriveSpacerMm: number;
  plateMm: number;
  shoulderToThreadEndMm: number;
  shoulderToThreadStartMm: number;
  innerNutMm: number;
  lockRingMm: number;
  threadPitchMm: number;
};

/**
 * How a mid-drive's nuts sit on its axle tube. Lengths in mm.
 * Stack S = shell + spacers + plate. The inner nut wants 0.8 of its height and five threads, the lock ring 0.8 of its height
 * (common practice), and S must reach one thread past the first full one, or the nut runs out.
 * @returns stackMm; what nut and ring engage; room (signed) of each condition
 * @example gripStack({ shellWidthMm: 73, driveSpacerMm: 3, nonDriveSpacerMm: 0, plateMm: 3, shoulderToThreadEndMm: 92, shoulderToThreadStartMm: 62, innerNutMm: 10, lockRingMm: 5, threadPitchMm: 1.5 }).lockRingMm // => 3, fails
 */
export function gripStack(p: GripStack) {
  const stackMm = p.shellWidthMm + p.driveSpacerMm + p.nonDriveSpacerMm + p.plateMm;
  const threadMm = p.shoulderToThreadEndMm - stackMm;
  return {
    stackMm,
    innerNutMm: Math.min(p.innerNutMm, threadMm),
    lockRingMm: Math.min(p.lockRingMm, threadMm - p.innerNutMm),
    runOutRoomMm: stackMm - (p.shoulderToThreadStartMm + p.threadPitchMm),
    innerRoomMm: threadMm - Math.max(0.8 * p.innerNutMm, 5 * p.threadPitchMm),
    ringRoomMm: threadMm - p.innerNutMm - 0.8 * p.lockRingMm,
  };
}
