import fc from "fast-check";
import { doubtOfDay, doubtOfFigure, readWishFigure, showFigure, WISH_FIELDS, WISH_FIGURES, type WishFigure } from "./readWish";
import { askedOfWish } from "./asked";
import { EMPTY_WISH, wishSchema } from "./wish";

describe("a figure that cannot be, or is unusual, is asked about", () => {
  test.each<[WishFigure, number, number | null, boolean]>([
    ["riderKg", 7000, 70, false],
    ["assistKmh", 250, 25, false],
    ["hillPercent", 70, 7, false],
    ["hillKm", 600, 0.6, false],
    ["rangeKm", 30_000, 30, false],
    ["hillPercent", 32, 3.2, true],
    ["coldestC", -39, -3.9, true],
    ["riderW", 1, null, false],
  ])("%s of %d: perhaps %d", (field, value, perhaps, possible) => {
    const doubt = doubtOfFigure(field, value)!;
    expect(doubt.possible).toBe(possible);
    expect(doubt.perhaps).toBe(perhaps);
    expect(doubt.says).toMatch(possible ? /is unusual/ : /cannot be/);
    expect(doubt.says.startsWith(WISH_FIGURES[field].label)).toBe(true);
  });
  test("what is usual is possible, is not asked about, and a guess is usual", () => {
    fc.assert(
      fc.property(fc.constantFrom(...WISH_FIELDS), fc.double({ min: -1e5, max: 1e5, noNaN: true }), (field, value) => {
        const [least, most] = WISH_FIGURES[field].likely;
        const doubt = doubtOfFigure(field, value);
        expect(doubt === null).toBe(value >= least && value <= most);
        if (doubt === null) expect(wishSchema.shape[field].safeParse(value).success).toBe(true);
        else {
          expect(doubt.possible).toBe(wishSchema.shape[field].safeParse(value).success);
          if (doubt.perhaps !== null) expect(doubtOfFigure(field, doubt.perhaps)).toBeNull();
        }
      }),
      { seed: 4 },
    );
  });
  test("is asked about in the units that are shown, and its figure reads back to itself in both", () => {
    expect(doubtOfFigure("riderKg", 680.389, "imperial")).toMatchObject({
      says: "Rider: 1500 lb cannot be; as a rule it is 77.2 to 352.7 lb. 150 lb?",
      perhaps: 68.039,
    });
    expect(doubtOfFigure("assistKmh", 250, "imperial")!.says).toMatch(/^Assist ends at: 155.3 mph cannot be.* 15.5 mph\?$/);
    expect(doubtOfFigure("coldestC", -39, "imperial")!.says).toContain("−39 °C");
    fc.assert(
      fc.property(
        fc.constantFrom(...WISH_FIELDS),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom("metric" as const, "imperial" as const),
        (field, part, system) => {
          const [least, most] = WISH_FIGURES[field].likely;
          const value = least + part * (most - least);
          const read = readWishFigure(field, showFigure(field, value, system), system);
          // Shown to a tenth of its unit, the largest of which is a mile; plain figures to a hundredth.
          expect(read.ok && Math.abs(read.value - value)).toBeLessThanOrEqual(0.09);
        },
      ),
      { seed: 12 },
    );
  });
  test("a day that is past is named with its year, and the next such day is offered; one far off is asked about", () => {
    const TODAY = "2026-11-28T10:00:00Z";
    expect(doubtOfDay("2026-11-28", TODAY)).toBeNull();
    expect(doubtOfDay("2028-11-01", TODAY)).toBeNull();
    expect(doubtOfDay("2020-12-18", TODAY)).toEqual({
      says: "Ready by: Fri 18 Dec 2020 is past. Fri 18 Dec 2026?",
      perhaps: "2026-12-18",
      possible: false,
    });
    expect(doubtOfDay("2026-11-27", TODAY)).toMatchObject({ perhaps: "2027-11-27", possible: false });
    expect(doubtOfDay("2062-12-18", TODAY)).toMatchObject({ perhaps: "2026-12-18", possible: true });
    // A 29th of February that neither year has.
    expect(doubtOfDay("2024-02-29", TODAY)!.perhaps).toBeNull();
  });
});

describe("what is sensible is read", () => {
  // Grades by the tangent; Fahrenheit by its definition, (F − 32) · 5/9.
  test.each<[WishFigure, string, number]>([
    ["hillKm", "600 m", 0.6],
    ["hillKm", "1.5", 1.5],
    ["rangeKm", "20 miles", 32.187],
    ["coldestC", "-5 C", -5],
    ["coldestC", "−5 °C", -5],
    ["coldestC", "-5,5", -5.5],
    ["coldestC", "23 F", -5],
    ["hillPercent", "4°", 6.993],
    ["hillPercent", "45 deg", 100],
    ["hillPercent", "1:10", 10],
    ["hillPercent", "1 in 8", 12.5],
    ["hillPercent", "9 %", 9],
    ["chargeHours", "90 min", 1.5],
    ["chargeHours", "6h", 6],
    ["riderW", "120 watts", 120],
  ])("%s: %s", (field, typed, value) => expect(readWishFigure(field, typed)).toEqual({ ok: true, value }));
  test.each<[WishFigure, string]>([
    ["hillKm", "a bit"],
    ["hillKm", "6 kg"],
    ["coldestC", "cold"],
    ["coldestC", "5 kg"],
    ["hillPercent", "1:0"],
    ["hillPercent", "90°"],
    ["chargeHours", ""],
    ["riderW", "1e9"],
  ])("%s: %s is told, not guessed", (field, typed) => {
    const read = readWishFigure(field, typed);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.error).toMatch(/^expected a .* got “/);
  });
});

test("what is still to be asked is named; the road counts once a promise needs it", () => {
  const full = { ...EMPTY_WISH, customer: "A", bike: "B", where: "EU", riderKg: 70, budgetMinor: 1, readyBy: "2027-01-01" };
  expect(askedOfWish(full)).toEqual({ there: 7, missing: [] });
  expect(askedOfWish({ ...full, where: "" }).missing).toEqual(["where it will be ridden"]);
  expect(askedOfWish({ ...full, rangeKm: 40 })).toEqual({ there: 7, missing: ["the road"] });
  expect(askedOfWish({ ...full, hillKmh: 12 }).missing).toEqual(["the road"]);
});
