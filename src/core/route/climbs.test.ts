import fc from "fast-check";
import { climbsOf } from "./climbs";

const road = (...grades: number[]) => grades.map((gradePercent) => ({ lengthM: 100, gradePercent }));

describe("climbs", () => {
  test("one hill, with its foot, rise and steepest hundred metres", () => {
    const [climb, ...others] = climbsOf(road(0, 0, 4, 8, 6, 0, -9, -9));
    expect(others).toEqual([]);
    expect(climb).toMatchObject({ fromM: 200, lengthM: 300 });
    expect(climb!.riseM).toBeCloseTo(18, 9);
    expect(climb!.meanPercent).toBeCloseTo(6, 9);
    expect(climb!.steepestPercent).toBeCloseTo(8, 9);
  });
  test("a dip of less than eight metres does not end it; a deeper one does", () => {
    expect(climbsOf(road(10, 10, -5, 10, 10))).toHaveLength(1);
    expect(climbsOf(road(10, 10, -9, 10, 10))).toHaveLength(2);
  });
  test("what is low or gentle is no climb", () => {
    expect(climbsOf(road(5, 5))).toEqual([]);
    expect(climbsOf(road(...Array.from({ length: 30 }, () => 1.5)))).toEqual([]);
    expect(climbsOf(road(0, -3, 0))).toEqual([]);
  });
  test("they do not overlap, lie on the road, and stand by their rise", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -12, max: 12 }), { minLength: 1, maxLength: 60 }), (grades) => {
        const climbs = climbsOf(road(...grades), 99);
        for (const [i, climb] of climbs.entries()) {
          expect(climb.fromM + climb.lengthM).toBeLessThanOrEqual(100 * grades.length);
          expect(climb.steepestPercent).toBeGreaterThanOrEqual(climb.meanPercent - 1e-9);
          if (i > 0) expect(climb.riseM).toBeLessThanOrEqual(climbs[i - 1]!.riseM);
          for (const other of climbs.slice(i + 1))
            expect(other.fromM >= climb.fromM + climb.lengthM || climb.fromM >= other.fromM + other.lengthM).toBe(true);
        }
      }),
      { seed: 3, numRuns: 300 },
    );
  });
});
