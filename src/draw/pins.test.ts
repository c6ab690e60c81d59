import fc from "fast-check";
import { spread } from "./pins";

test("no pin covers another, wherever their points lie, and all stand within the picture's width", () => {
  const point = fc.record({ x: fc.integer({ min: -20, max: 620 }), y: fc.integer({ min: -20, max: 320 }) });
  fc.assert(
    fc.property(fc.array(point, { maxLength: 24 }), fc.integer({ min: 80, max: 600 }), (points, width) => {
      const placed = spread(points, width);
      expect(placed).toHaveLength(points.length);
      placed.forEach((a, i) => {
        expect(a.x).toBeGreaterThanOrEqual(2);
        expect(a.x + 21).toBeLessThanOrEqual(width - 2);
        expect(a.y).toBeGreaterThanOrEqual(2);
        for (const b of placed.slice(i + 1))
          expect(Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y))).toBeGreaterThanOrEqual(24);
      });
    }),
    { seed: 21 },
  );
});
