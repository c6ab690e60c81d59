import fc from "fast-check";
import { formatNumber, formatQuantity } from "./formatQuantity";
import { parseQuantity } from "./parseQuantity";

const mm = (text: string, assumed = "mm") => parseQuantity(text, "length", assumed);

describe("parseQuantity", () => {
  test.each([
    ["68", 68],
    ["68.3", 68.3],
    ["27,5", 27.5],
    ['2 11/16"', 68.2625],
    ["2-11/16 in", 68.2625],
    ["2.68 in", 68.072],
    [`1' 2 1/2"`, 368.3],
    ["½ in", 12.7],
    ["2½″", 63.5],
    ["11.5cm", 115],
    ["-3", -3],
    ["−3.5", -3.5],
    [".5", 0.5],
    ["0", 0],
  ])("reads %s as %d mm", (text, value) => {
    const read = mm(text);
    expect(read.ok && read.value).toBeCloseTo(value, 9);
  });

  test("the toggle decides what a bare number means", () => {
    expect(mm("2", "in")).toEqual({ ok: true, value: 50.8 });
    expect(mm("68 mm", "in")).toEqual({ ok: true, value: 68 });
  });

  test.each([
    "",
    "  ",
    "wide",
    "68 kg",
    "6 8",
    "1/0",
    "68..3",
    "2 in 3 in",
    `3" 1'`,
    "NaN",
    "1e5",
    "Infinity",
    "68 mm 3",
    "<b>",
    "9".repeat(41),
  ])("refuses “%s” and says what was expected", (text) => {
    const read = mm(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.error).toMatch(/expected a length such as/);
  });

  test("refuses a comma that may be a thousand or a decimal", () => {
    const read = mm("1,150");
    expect(!read.ok && read.error).toBe("“1,150” can be read two ways: write 1150 or 1.150");
  });

  test("other dimensions", () => {
    // Exact by definition of the international pound and mile (1959).
    expect(parseQuantity("41 lb", "mass", "kg")).toEqual({ ok: true, value: 41 * 0.45359237 });
    expect(parseQuantity("15.5 mph", "speed", "km/h")).toEqual({ ok: true, value: 15.5 * 1.609344 });
    expect(parseQuantity("21", "distance", "mi")).toEqual({ ok: true, value: 21 * 1.609344 });
    expect(parseQuantity("25 km", "speed", "km/h").ok).toBe(false);
  });

  test("what is shown in either system reads back to within what was shown", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.constantFrom("metric" as const, "imperial" as const),
        (value, system) => {
          const shown = formatQuantity(value, "length", system).replace(/,/g, "");
          const read = mm(shown);
          expect(read.ok && Math.abs(read.value - value)).toBeLessThan(0.06);
        },
      ),
    );
  });
});

describe("formatNumber", () => {
  test.each([
    [68, 1, "68"],
    [68.25, 1, "68.3"],
    [-1.25, 1, "−1.3"],
    [-0.001, 1, "0"],
    [12345.6, 0, "12,346"],
  ])("%d with %d digits", (value, digits, text) => expect(formatNumber(value, digits)).toBe(text));
});
