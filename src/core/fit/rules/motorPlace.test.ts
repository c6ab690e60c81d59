import { frameBay, frameJoints, seatAngleFromTape } from "../../bay/frameTriangle";
import { motorBody, torqueReaction } from "../../shell/motorBody";
import { mid, on, partOf, settled, without } from "../../../../tests/bench.fixture";
import { canToTube, groundClearance, torqueReactionRule } from "./motorPlace";

const motor = [mid()];

describe("torque reaction, worked examples", () => {
  // H: Shigley & Mischke, Mechanical Engineering Design, nut factor 0.20; friction 0.15 on clean metal.
  test.each([
    [40, 80, 34.0, 955.6],
    [90, 160, 76.5, 1817],
  ])("nut %d N·m, motor %d N·m", (nutTorqueNm, torqueNm, frictionNm, bracketN) => {
    const held = torqueReaction({ nutTorqueNm, tubeDiameterMm: 33, torqueNm, bracketMm: 90 });
    expect(held.frictionNm).toBeCloseTo(frictionNm, 1);
    expect(held.bracketN / bracketN).toBeCloseTo(1, 3);
  });
});

describe("shell/torque-reaction", () => {
  const large = partOf("motor-bracket", { holdsOn: "large tube", reachMm: 110 });
  test("a round tube takes the motor's own bracket", () =>
    expect(on(torqueReactionRule, motor)).toMatchObject({ verdict: "clear", says: expect.stringMatching(/\d+ N against/) }));
  test("a weak motor is held by its nuts alone", () =>
    expect(on(torqueReactionRule, [mid({ peakTorqueNm: 20 })], { bracketSeat: "none" }).verdict).toBe("clear"));
  test("a large tube wants a bracket that fits it", () => {
    const p = { shelf: [large] };
    expect(on(torqueReactionRule, motor, { bracketSeat: "large" }, p).remedies[0]).toMatchObject({
      parts: [{ partId: large.id }],
      tasks: ["bracket"],
    });
    expect(settled(torqueReactionRule, motor, { bracketSeat: "large" }, "buy-", p).verdict).toBe("clear");
  });
  test("what the catalogue lacks is said", () =>
    expect(on(torqueReactionRule, motor, { bracketSeat: "large" }).remedies[0]!.parts[0]).toMatchObject({
      partId: null,
      says: expect.stringContaining("large tube"),
    }));
  test.each(["carbon", "none"] as const)("on %s it is a safety stop", (bracketSeat) =>
    expect(on(torqueReactionRule, motor, { bracketSeat })).toMatchObject({ verdict: "stop", safety: true }),
  );
});

describe("shell/can-to-tube", () => {
  test("the body swings until its pad meets the tube", () => {
    // 56 of body, 4 of pad and 16 of tube against 96 from the axle: asin(76/96) = 52.3° off the tube's line.
    const body = motorBody({ canCentreMm: 96, canRadiusMm: 56, caseRadiusMm: 80, tubeRadiusMm: 16, downTubeAngleDeg: 45 });
    expect(45 - body.angleDeg).toBeCloseTo(52.34, 1);
    expect(body.roomMm).toBeCloseTo(20, 9);
  });
  test.each([
    [31.8, "clear"],
    [60, "clear"],
    [71.8, "clear"],
    [72.2, "adapt"],
    [90, "adapt"],
  ] as const)("a down tube of %d mm: %s", (mm, verdict) =>
    expect(on(canToTube, motor, { downTubeDiameterMm: [mm, "caliper"] }).verdict).toBe(verdict),
  );
  test("within the caliper's tenth of the limit it is measured better", () =>
    expect(on(canToTube, motor, { downTubeDiameterMm: [72, "caliper"] })).toMatchObject({
      verdict: "measure",
      margin: { value: 0, plusMinus: 0.05 },
      settle: ["downTubeDiameterMm"],
    }));
  test.each(["guides", "hose", "bosses"] as const)("%s under the tube are moved", (underDownTube) => {
    expect(on(canToTube, motor, { underDownTube }).verdict).toBe("adapt");
    expect(settled(canToTube, motor, { underDownTube }, "clear-tube").verdict).toBe("clear");
  });
});

describe("shell/ground", () => {
  test.each([
    [300, "clear"],
    [230, "measure"],
    [200, "adapt"],
  ] as const)("crank axle %d mm up: %s", (shellHeightMm, verdict) =>
    expect(on(groundClearance, motor, { shellHeightMm: shellHeightMm }).verdict).toBe(verdict),
  );
  test("without a triangle the body is taken to hang straight down", () => {
    const free = (triangleBy: string) =>
      Number(on(groundClearance, motor, { triangleBy }).figures.find((figure) => figure.label === "free")!.value);
    expect(free("none")).toBeCloseTo(285 - 96 - 56, 6);
    expect(free("angles")).toBeGreaterThan(free("none"));
  });
  test("told the rider, it is settled", () =>
    expect(settled(groundClearance, motor, { shellHeightMm: 200 }, "acknowledge").settled).toBe(true));
  test("not measured is asked for", () => expect(without(groundClearance, motor, "shellHeightMm").verdict).toBe("measure"));
});

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
