import fc from "fast-check";
import { batteryBay, clearanceAtMm, mostBosses, playMm, type BayInput } from "./batteryBay";

/** A four-sided space over a rail of 460 mm, a pack with or without a slide, and two bosses. */
const bays = fc
  .record({
    highLeft: fc.double({ min: 60, max: 320, noNaN: true }),
    highRight: fc.double({ min: 60, max: 320, noNaN: true }),
    lean: fc.double({ min: -60, max: 60, noNaN: true }),
    lengthMm: fc.double({ min: 60, max: 560, noNaN: true }),
    heightMm: fc.double({ min: 30, max: 140, noNaN: true }),
    slideMm: fc.constantFrom(0, 0, 40),
    firstBoss: fc.double({ min: 20, max: 300, noNaN: true }),
  })
  .map((p): BayInput => ({
    bay: [
      { x: 0, y: 0 },
      { x: 460, y: 0 },
      { x: 460 + p.lean, y: p.highRight },
      { x: p.lean, y: p.highLeft },
    ],
    rail: { from: { x: 0, y: 0 }, to: { x: 460, y: 0 } },
    pack: { lengthMm: p.lengthMm, heightMm: p.heightMm, cradleMm: 10 },
    slideMm: p.slideMm,
    clearanceMm: 3,
    bossesMm: [p.firstBoss, p.firstBoss + 64],
    slotsMm: [
      [20, 60],
      [100, 140],
    ],
  }));

test("what is asked of a place by itself is what the whole answer says of it", () => {
  fc.assert(
    fc.property(bays, (p) => {
      const answer = batteryBay(p);
      expect(mostBosses(p)).toBe(answer.bossesUsable);
      if (answer.fits) {
        expect(clearanceAtMm(p, answer.bestMm!)).toBeCloseTo(answer.clearanceMm!, 6);
        expect(playMm(p)).toBeCloseTo(answer.toMm! - answer.fromMm!, 6);
      } else if (answer.shortMm === null) expect(playMm(p)).toBe(-p.pack.lengthMm);
      else expect(Math.abs(playMm(p) + answer.shortMm)).toBeLessThan(0.1);
    }),
  );
});

test("a pack that is pushed into a tube has nothing free", () => {
  const box: BayInput = {
    bay: [
      { x: 0, y: 0 },
      { x: 400, y: 0 },
      { x: 400, y: 150 },
      { x: 0, y: 150 },
    ],
    rail: { from: { x: 0, y: 0 }, to: { x: 400, y: 0 } },
    pack: { lengthMm: 300, heightMm: 100, cradleMm: 0 },
    slideMm: 0,
    clearanceMm: 3,
    bossesMm: [],
    slotsMm: [],
  };
  expect(clearanceAtMm(box, 40)).toBeCloseTo(40, 9);
  expect(clearanceAtMm(box, 95)).toBeCloseTo(5, 9);
  expect(clearanceAtMm(box, -1)).toBe(0);
  expect(clearanceAtMm(box, 110)).toBe(0);
});
