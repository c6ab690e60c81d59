import fc from "fast-check";
import { roadSegments, SURFACE_NAMES, SURFACES, windOn, type Surface } from "./roadSegments";

const heights = fc.array(fc.double({ min: 0, max: 800, noNaN: true }), { minLength: 3, maxLength: 300 });
const plain = (elevationM: number[]) => ({ stepM: 50, elevationM, plan: [], stops: 0, surfaces: [] });

describe("stops", () => {
  test("are as many as were said, as far as there is room, each in a part of its own", () => {
    fc.assert(
      fc.property(heights, fc.integer({ min: 0, max: 500 }), (elevationM, stops) => {
        const at = roadSegments({ ...plain(elevationM), stops }).flatMap((segment, i) => (segment.stopS ? [i] : []));
        const places = elevationM.length - 2;
        const count = Math.min(stops, places);
        expect(at).toHaveLength(count);
        for (const [k, i] of at.entries()) {
          expect(i).toBeGreaterThanOrEqual(Math.floor((k * places) / count));
          expect(i).toBeLessThan(Math.max(Math.floor(((k + 1) * places) / count), 1));
        }
      }),
      { numRuns: 200, seed: 12 },
    );
  });
  test("are where the road goes on the flattest", () => {
    const elevationM = [0, 5, 10, 15, 15.1, 20, 25, 30, 35];
    const at = roadSegments({ ...plain(elevationM), stops: 1 }).findIndex((segment) => segment.stopS !== undefined);
    expect(at).toBe(2);
  });
});

describe("surfaces", () => {
  test.each(SURFACE_NAMES)("%s rolls as the table says, where it lies and nowhere else", (surface: Surface) => {
    const made = roadSegments({ ...plain(Array.from({ length: 41 }, () => 0)), surfaces: [{ fromKm: 0.5, toKm: 1, surface }] });
    const there = made.filter((segment) => segment.rollingTimes !== undefined);
    expect(there).toHaveLength(surface === "asphalt" ? 0 : 10);
    for (const segment of there) expect(segment.rollingTimes).toBe(SURFACES[surface]);
  });
  test("a stretch that ends before it begins lies nowhere", () => {
    const made = roadSegments({ ...plain([0, 0, 0, 0]), surfaces: [{ fromKm: 0.1, toKm: 0.05, surface: "gravel" }] });
    expect(made.every((segment) => segment.rollingTimes === undefined)).toBe(true);
  });
  test("asphalt may lie within gravel", () => {
    const surfaces = [
      { fromKm: 0, toKm: 1, surface: "gravel" as const },
      { fromKm: 0.4, toKm: 0.6, surface: "asphalt" as const },
    ];
    const made = roadSegments({ ...plain(Array.from({ length: 21 }, () => 0)), surfaces });
    expect(made.filter((segment) => segment.rollingTimes === 1.7)).toHaveLength(16);
  });
});

describe("wind", () => {
  test("along and across make the whole wind, whatever the road's heading", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: -20, max: 60, noNaN: true }),
        (headingDeg, fromDeg, windKmh) => {
          const { headwindKmh, crosswindKmh } = windOn({ lengthM: 1, gradePercent: 0, headingDeg }, windKmh, fromDeg);
          expect(Math.hypot(headwindKmh, crosswindKmh)).toBeCloseTo(Math.abs(windKmh), 9);
        },
      ),
      { numRuns: 200, seed: 13 },
    );
  });
  test("the heading is from north to the east, as the plan runs", () => {
    const along = (plan: [number, number][]) => roadSegments({ ...plain([0, 0, 0]), plan })[0]!.headingDeg;
    expect(
      along([
        [0, 0],
        [0, 1],
        [0, 2],
      ]),
    ).toBeCloseTo(0, 9);
    expect(
      along([
        [0, 0],
        [1, 0],
        [2, 0],
      ]),
    ).toBeCloseTo(90, 9);
    expect(
      along([
        [0, 0],
        [-1, -1],
        [-2, -2],
      ]),
    ).toBeCloseTo(-135, 9);
    expect(along([])).toBeUndefined();
  });
});
