import type { Segment } from "../route/segment";
import { inWeather, loadN, onGrade, resistanceOf, WHEEL_DRAG_AREA_M2 } from "./roadLoad";

/** A converted bike of the usual kind, and what motor, pack and the rest add to a bike as it came, kg (from memory). */
export const USUAL_BIKE_KG = 24;
export const PARTS_KG = 7;

/** An upright rider, ordinary tyres, and a wheel of the usual size (from memory): before a bike is measured. */
const USUAL = { cdaM2: 0.55, crr: 0.0075, radiusM: 0.34 };

/**
 * What a road asks at the wheel at an even speed, whoever gives it: the energy of all that is not coasted and of a start from each stop, the
 * highest power, and the torque on its steepest piece.
 * @param p.massKg bike, rider and load   @returns Wh, W, N·m, and that piece's grade in percent
 */
export function roadNeeds(
  segments: readonly Segment[],
  p: { massKg: number; speedKmh: number },
): { energyWh: number; peakW: number; torqueNm: number; gradePercent: number } {
  const v = p.speedKmh / 3.6;
  const level = resistanceOf({
    massKg: p.massKg,
    cdaM2: USUAL.cdaM2,
    crr: USUAL.crr,
    gradePercent: 0,
    headwindKmh: 0,
    altitudeM: 0,
    temperatureC: 15,
    wheelDragAreaM2: WHEEL_DRAG_AREA_M2,
  });
  let [joule, hardestN, gradePercent] = [0, 0, 0];
  for (const segment of segments) {
    const road = inWeather(onGrade(level, p.massKg, segment.gradePercent), {
      headwindKmh: 0,
      crossKmh: 0,
      rollingTimes: segment.rollingTimes ?? 1,
    });
    const force = Math.max(0, loadN(road, v));
    joule += force * segment.lengthM + (segment.stopS === undefined ? 0 : (p.massKg * v * v) / 2);
    if (force > hardestN) [hardestN, gradePercent] = [force, segment.gradePercent];
  }
  return { energyWh: joule / 3600, peakW: hardestN * v, torqueNm: hardestN * USUAL.radiusM, gradePercent };
}
