import { displayRun, leadMm, midBatteryRun, midDisplayRun, motorRun, runMm, sensorRun, type Ways } from "./paths";

const ways: Ways = {
  downTubeMm: 600,
  chainstayMm: 440,
  rearRadiusMm: 350,
  frontRadiusMm: 350,
  barHalfMm: 280,
  batteryAt: "down tube",
  controllerAt: "down tube",
  boxFromShellMm: 0,
};

describe("paths along the bike", () => {
  // Worked examples: 1.05 × segments and loops, and 2 × 40 where both ends are bare.
  test.each([
    [950, 150, 1228],
    [1200, 80, 1420],
  ])("%d mm of segments and %d of loops", (segments, loops, mm) =>
    expect((leadMm([segments], loops) + 80) / mm).toBeCloseTo(1, 3),
  );
  test("lie within what an adult bike usually has (from memory: 900 to 1300 bar to down tube, 1100 to 1400 to a rear hub)", () => {
    expect(runMm(displayRun(ways))).toBeGreaterThan(900);
    expect(runMm(displayRun(ways))).toBeLessThan(1300);
    expect(runMm(displayRun({ ...ways, controllerAt: "rack" }))).toBeGreaterThan(1500);
    expect(runMm(motorRun(ways, "front"))).toBeGreaterThan(850);
    expect(runMm(motorRun(ways, "front"))).toBeLessThan(1200);
    expect(runMm(motorRun(ways, "rear"))).toBeGreaterThan(800);
    expect(runMm(motorRun(ways, "rear"))).toBeLessThan(1400);
    expect(runMm(midBatteryRun(ways))).toBeLessThan(500);
  });
  test("a longer bike never needs a shorter lead", () => {
    const long = { ...ways, chainstayMm: 1150, downTubeMm: 700 };
    for (const run of [displayRun, midDisplayRun, sensorRun, midBatteryRun])
      expect(runMm(run(long))).toBeGreaterThanOrEqual(runMm(run(ways)));
  });
});
