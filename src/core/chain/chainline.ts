export type ChainlineGeometry = {
  shellWidthMm: number;
  ringOffsetMm: number;
  driveSpacerMm: number;
  overLocknutMm: number;
  locknutToSmallestMm: number;
  cogPitchMm: number;
  cogs: number;
  chainstayMm: number;
};

type RearGeometry = Omit<ChainlineGeometry, "shellWidthMm" | "ringOffsetMm" | "driveSpacerMm">;

/**
 * Where the ring and each cog stand from the centre plane, and how crooked the chain runs. Lengths in mm, angles in degrees.
 * @param p ringOffsetMm: ring's middle plane outboard of the drive-side shell face; locknutToSmallestMm: locknut's outer face to the smallest cog's middle plane
 * @returns frontMm, rearMm (the cluster's middle), offsetMm = rear − front, cogs smallest first, the greatest |angle|
 */
export function chainline(p: ChainlineGeometry) {
  return lineAt(p.shellWidthMm / 2 + p.driveSpacerMm + p.ringOffsetMm, p);
}

/** The same for a front chainline that was measured on the bike. */
export const chainlineFrom = (p: RearGeometry & { frontMm: number }) => lineAt(p.frontMm, p);

function lineAt(frontMm: number, p: RearGeometry) {
  const smallestMm = p.overLocknutMm / 2 - p.locknutToSmallestMm;
  const rearMm = smallestMm - ((p.cogs - 1) * p.cogPitchMm) / 2;
  const cogs = Array.from({ length: p.cogs }, (_, i) => {
    const cogMm = smallestMm - i * p.cogPitchMm;
    const offsetMm = cogMm - frontMm;
    return { rearMm: cogMm, offsetMm, angleDeg: (Math.atan(offsetMm / p.chainstayMm) * 180) / Math.PI };
  });
  return {
    frontMm,
    rearMm,
    offsetMm: rearMm - frontMm,
    cogs,
    worstAngleDeg: Math.max(...cogs.map((cog) => Math.abs(cog.angleDeg))),
  };
}
