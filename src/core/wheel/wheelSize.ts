/** Outer diameter and circumference of an unloaded tyre, its height taken as its width. Lengths in mm.
 *  @example wheelSize({ beadSeatMm: 622, tyreWidthMm: 37 }).circumferenceMm // => 2187 */
export function wheelSize(p: { beadSeatMm: number; tyreWidthMm: number }) {
  const diameterMm = p.beadSeatMm + 2 * p.tyreWidthMm;
  return { diameterMm, circumferenceMm: Math.PI * diameterMm };
}
