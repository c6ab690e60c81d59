/** Half-inch pitch of bicycle chain (S, ISO 9633; the roller-chain family of ISO 606). */
export const CHAIN_PITCH_MM = 12.7;

/** Below this a length counts as a whole number of links: the sums carry about 1e−13 of rounding, this is far above it. */
const LINK_ROUNDING = 1e-7;

/** Pitch radius in mm of a sprocket: p / (2·sin(180°/N)). @example pitchRadiusMm(42) // => 84.97 */
export const pitchRadiusMm = (teeth: number) => CHAIN_PITCH_MM / (2 * Math.sin(Math.PI / teeth));

/** Half the height of an outer chain plate (M, 4.2 to 4.4): what stands out beyond the pitch circle. */
const HALF_PLATE_MM = 4.4;

/** Radius that the running chain sweeps round a sprocket, mm. @example chainEnvelopeRadiusMm(42) // => 89.37 */
export const chainEnvelopeRadiusMm = (teeth: number) => pitchRadiusMm(teeth) + HALF_PLATE_MM;

export type ChainLengthNeed = {
  ringTeeth: number;
  cogTeeth: number;
  centreMm: number;
  derailleur: boolean;
  linksPerChain: number;
};

/**
 * Closed chain over two sprockets, in links of one pitch.
 * @param p cogTeeth: the largest that will be run; centreMm: crank to axle, over the difference of the pitch radii
 * @returns exactLinks; links: the least even number not below, plus a pair with a derailleur; chains to buy
 * @example chainLength({ ringTeeth: 42, cogTeeth: 28, centreMm: 1150, derailleur: true, linksPerChain: 116 }) // => 216.2, 220, 2
 */
export function chainLength(p: ChainLengthNeed) {
  const difference = pitchRadiusMm(p.ringTeeth) - pitchRadiusMm(p.cogTeeth);
  const phi = Math.asin(difference / p.centreMm);
  const exactLinks =
    (2 * p.centreMm * Math.cos(phi)) / CHAIN_PITCH_MM +
    (p.ringTeeth * (Math.PI + 2 * phi)) / (2 * Math.PI) +
    (p.cogTeeth * (Math.PI - 2 * phi)) / (2 * Math.PI);
  const links = 2 * Math.ceil((exactLinks - LINK_ROUNDING) / 2) + (p.derailleur ? 2 : 0);
  return { exactLinks, links, chains: Math.ceil(links / p.linksPerChain) };
}

/** Whether the sprockets clear each other's pitch circles so far that a chain can run round both. */
export const sprocketsFit = (p: { ringTeeth: number; cogTeeth: number; centreMm: number }) =>
  p.centreMm > Math.abs(pitchRadiusMm(p.ringTeeth) - pitchRadiusMm(p.cogTeeth));
