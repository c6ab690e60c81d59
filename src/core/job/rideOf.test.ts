import { hillOf } from "./rideOf";

/** Flat, then so many percent for 400 m, then flat. */
const road = (gradePercent: number) => ({
  stepM: 25,
  elevationM: Array.from({ length: 81 }, (_, i) => (gradePercent / 4) * Math.min(16, Math.max(0, i - 30))),
});

describe("the hill that is promised", () => {
  test("is the customer's, with a length where none was given", () => {
    expect(hillOf({ hillPercent: 9, hillKm: 1.4 }, road(4))).toEqual({ gradePercent: 9, lengthM: 1400 });
    expect(hillOf({ hillPercent: 9, hillKm: null }, road(4))).toEqual({ gradePercent: 9, lengthM: 300 });
  });
  test("is the road's own where that is steeper by more than a percent, or nothing was said", () => {
    expect(hillOf({ hillPercent: 5, hillKm: 0.8 }, road(27))).toMatchObject({ gradePercent: expect.closeTo(27, 5) });
    expect(hillOf({ hillPercent: null, hillKm: null }, road(6))).toMatchObject({
      gradePercent: expect.closeTo(6, 5),
      lengthM: 400,
    });
    expect(hillOf({ hillPercent: 5.5, hillKm: 0.8 }, road(6))).toMatchObject({ gradePercent: 5.5 });
  });
  test("is none on a flat road of which nothing was said", () =>
    expect(hillOf({ hillPercent: null, hillKm: null }, road(0))).toBeNull());
});
