import { frameBay, frameJoints, seatAngleFromTape } from "./frameTriangle";

describe("the frame from a tape and a level", () => {
  const lengths = { seatTubeMm: 505, topTubeMm: 565, downTubeMm: 615, headTubeMm: 88 };
  const joints = frameJoints({ ...lengths, by: "angles", seatAngleDeg: 72.5, headAngleDeg: 71 })!;
  const apart = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y);
  test("keeps every length that was taped", () => {
    expect(apart(joints.crank, joints.seat)).toBeCloseTo(505, 6);
    expect(apart(joints.seat, joints.headUp)).toBeCloseTo(565, 6);
    expect(apart(joints.headUp, joints.headLow)).toBeCloseTo(88, 6);
    expect(apart(joints.crank, joints.headLow)).toBeCloseTo(615, 6);
  });
  test("by its diagonals it is the same shape, and the second diagonal tells of a slip", () => {
    const [up, down] = [apart(joints.crank, joints.headUp), apart(joints.seat, joints.headLow)];
    const taped = frameJoints({ ...lengths, by: "diagonals", seatAngleDeg: 72.5, diagonalUpMm: up, diagonalDownMm: down })!;
    expect(apart(taped.seat, taped.headLow)).toBeCloseTo(down, 6);
    expect(taped.gapMm).toBeLessThan(1e-6);
    expect(
      frameJoints({ ...lengths, by: "diagonals", seatAngleDeg: 72.5, diagonalUpMm: up, diagonalDownMm: down + 20 })!.gapMm,
    ).toBeCloseTo(20, 6);
  });
  test("the third diagonal gives the seat tube's angle back", () => {
    // Rear axle 440 mm behind and 60 over the crank axle; the seat joint as above.
    const axle = { x: -Math.sqrt(440 ** 2 - 60 ** 2), y: 60 };
    const taped = { chainstayMm: 440, seatTubeMm: 505, axleToSeatMm: apart(axle, joints.seat), axleOverCrankMm: 60 };
    expect(seatAngleFromTape(taped)).toBeCloseTo(72.5, 6);
    expect(seatAngleFromTape({ ...taped, axleToSeatMm: 2000 })).toBeNull();
  });
  test("lengths that close no frame give none", () =>
    expect(frameJoints({ ...lengths, downTubeMm: 2000, by: "angles", seatAngleDeg: 72, headAngleDeg: 71 })).toBeNull());
  test("the open space is what the halves of the tubes leave, counter-clockwise, its rail on the down tube", () => {
    const tubes = { seatTubeDiameterMm: 28.6, topTubeDiameterMm: 28.6, downTubeDiameterMm: 31.8, seatBoltsMm: 0, shock: null };
    const open = frameBay(joints, tubes)!;
    expect(open.bay.length).toBe(4);
    expect(apart(open.rail.from, open.rail.to)).toBeGreaterThan(450);
    const withShock = frameBay(joints, { ...tubes, shock: { near: { x: 200, y: 120 }, far: { x: 450, y: 160 } } })!;
    const area = (corners: readonly { x: number; y: number }[]) =>
      corners.reduce((sum, a, i) => {
        const b = corners[(i + 1) % corners.length]!;
        return sum + (a.x * b.y - b.x * a.y) / 2;
      }, 0);
    expect(area(open.bay)).toBeGreaterThan(area(withShock.bay));
    expect(area(withShock.bay)).toBeGreaterThan(0);
    expect(frameBay(joints, { ...tubes, downTubeDiameterMm: 900 })).toBeNull();
  });
});
