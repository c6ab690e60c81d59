import fc from "fast-check";
import { letterOf } from "./letters";
import { strokesSchema } from "./drawnSignature";
import { PAD, strokesOf, strokesPath } from "./signaturePad";

test.each([
  [0, "A"],
  [25, "Z"],
  [26, "AA"],
  [49, "AX"],
])("sheet %d is called %s", (index, letter) => expect(letterOf(index)).toBe(letter));

test("no two sheets of a job are called the same", () =>
  expect(new Set(Array.from({ length: 50 }, (_, i) => letterOf(i))).size).toBe(50));

test("however somebody signs, on whatever screen, it is a signature that is kept, and one that is drawn", () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.array(
          fc.record({ x: fc.double({ min: -50, max: 2_000, noNaN: true }), y: fc.double({ min: -50, max: 900, noNaN: true }) }),
          { maxLength: 60 },
        ),
        {
          maxLength: 12,
        },
      ),
      fc.integer({ min: 200, max: 1_600 }),
      fc.integer({ min: 1, max: 40 }),
      (drawn, widthPx, times) => {
        const long = drawn.map((stroke) =>
          Array.from({ length: times }, (_, i) => stroke.map(({ x, y }) => ({ x: x + i, y }))).flat(),
        );
        const strokes = strokesOf(long, widthPx);
        if (strokes.length === 0) return expect(long.every((stroke) => stroke.length === 0)).toBe(true);
        expect(strokesSchema.safeParse(strokes).success).toBe(true);
        expect(strokesPath(strokes)).toMatch(/^(M\d+ \d+(h1|(L\d+ \d+)+))+$/);
        expect(strokes.flat().every(([x, y]) => x <= PAD.width && y <= PAD.height)).toBe(true);
      },
    ),
  ));
