import { roadNeeds } from "./roadNeeds";
import { roadLoad } from "./roadLoad";

describe("what a road asks", () => {
  test("on the flat it is the road load over the way", () => {
    const needs = roadNeeds([{ lengthM: 10_000, gradePercent: 0 }], { massKg: 110, speedKmh: 25 });
    const { totalW } = roadLoad({
      speedKmh: 25,
      gradePercent: 0,
      massKg: 110,
      cdaM2: 0.55,
      crr: 0.0075,
      headwindKmh: 0,
      altitudeM: 0,
      temperatureC: 15,
      wheelDragAreaM2: 0.0044,
      drivetrainEfficiency: 1,
    });
    expect(needs.peakW).toBeCloseTo(totalW, 6);
    expect(needs.energyWh).toBeCloseTo(totalW * 0.4, 6);
  });
  test("a hill sets the torque; coasting down gives nothing back", () => {
    const up = roadNeeds([{ lengthM: 1000, gradePercent: 8 }], { massKg: 110, speedKmh: 15 });
    const both = roadNeeds(
      [
        { lengthM: 1000, gradePercent: 8 },
        { lengthM: 1000, gradePercent: -8 },
      ],
      { massKg: 110, speedKmh: 15 },
    );
    expect(both.energyWh).toBeCloseTo(up.energyWh, 9);
    expect(both).toMatchObject({ gradePercent: 8 });
    // m·g·sin 8 % alone is 86 N, at 0.34 m 29 N·m.
    expect(up.torqueNm).toBeGreaterThan(29);
    expect(up.torqueNm).toBeLessThan(40);
  });
});
