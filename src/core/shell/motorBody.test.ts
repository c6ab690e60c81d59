import { torqueReaction } from "./motorBody";

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
