import fc from "fast-check";
import { inWeather, loadN, loadSlope, resistanceOf } from "./roadLoad";

const LEVEL = resistanceOf({
  massKg: 100,
  cdaM2: 0.6,
  crr: 0.008,
  gradePercent: 0,
  headwindKmh: 0,
  altitudeM: 0,
  temperatureC: 15,
  wheelDragAreaM2: 0.0044,
});
const wind = (fromDeg: number, ms: number) =>
  inWeather(LEVEL, {
    headwindKmh: 3.6 * ms * Math.cos((fromDeg * Math.PI) / 180),
    crossKmh: 3.6 * ms * Math.sin((fromDeg * Math.PI) / 180),
    rollingTimes: 1,
  });

describe("wind across the way", () => {
  // Worked rows at 7 m/s in a wind of 4, CdA + Fw 0.6044 m² and 1.2 kg/m³, for drag along the bike at the air's whole speed
  // (Martin et al. 1998, their equation of yaw; drag area taken independent of it).
  test.each([
    [60, 31.47],
    [150, 5.209],
  ])("from %d° off the bow: %d N of air", (fromDeg, newton) => {
    const still = { ...wind(fromDeg, 4), rollingN: 0 };
    const air = (loadN(still, 7) - (91 + 8.7 * 7) / 1000) * (1.2 / 1.225);
    expect(air / newton).toBeCloseTo(1, 3);
  });
  test("from ahead and from behind it is the headwind and the tailwind", () => {
    const of = (headwindKmh: number) => loadN(inWeather(LEVEL, { headwindKmh, crossKmh: 0, rollingTimes: 1 }), 7);
    expect(loadN(wind(0, 4), 7)).toBeCloseTo(of(14.4), 9);
    expect(loadN(wind(180, 4), 7)).toBeCloseTo(of(-14.4), 9);
    expect(loadN(wind(270, 4), 7)).toBeCloseTo(loadN(wind(90, 4), 7), 9);
  });
  test("the slope is the force's own, and never negative", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 0, max: 25, noNaN: true }),
        (v, deg, ms) => {
          const r = wind(deg, ms);
          const slope = loadSlope(r, v);
          expect(slope).toBeGreaterThan(0);
          expect(slope).toBeCloseTo((loadN(r, v + 1e-5) - loadN(r, v - 1e-5)) / 2e-5, 2);
        },
      ),
      { numRuns: 100, seed: 7 },
    );
  });
});

test("a surface multiplies the rolling resistance alone", () => {
  const gravel = inWeather(LEVEL, { headwindKmh: 0, crossKmh: 0, rollingTimes: 1.7 });
  expect(loadN(gravel, 5) - loadN(LEVEL, 5)).toBeCloseTo(0.7 * LEVEL.rollingN, 9);
});
