import { mid, on, settled } from "../../../../../tests/bench.fixture";
import { motorBody } from "../../../shell/motorBody";
import { canToTube } from "./canToTube";

const motor = [mid()];

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
