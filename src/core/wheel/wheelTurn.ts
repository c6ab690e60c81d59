/** What a tyre gives under its load, of its free circumference (from memory; 0.98 to 0.99). */
const LOADED = 0.985;

/** One turn of a loaded wheel, mm: π·(bead seat + 2 × tyre)·0.985. @example wheelTurnMm({ beadSeatMm: 622, tyreMm: 40 }) // => 2172 */
export const wheelTurnMm = (p: { beadSeatMm: number; tyreMm: number }) => Math.PI * (p.beadSeatMm + 2 * p.tyreMm) * LOADED;
