import { COMMUTE, MEDIUM_MID } from "../../../tests/ride.fixture";
import { driveSteady } from "./driveSteady";
import { speedPower } from "./speedPower";

const OPEN_V = 37;

describe("the speed–power plane", () => {
  test("drive and road cross where the steady speed is", () => {
    for (const gradePercent of [0, 4, 8]) {
      const plane = speedPower(COMMUTE, ["wheel"], [gradePercent], 45, OPEN_V);
      const steady = driveSteady({
        ...COMMUTE,
        battery: { openCircuitV: OPEN_V, internalOhm: COMMUTE.battery.internalOhm },
        load: { ...COMMUTE.load, gradePercent },
      });
      const crossing = plane.kmh.findIndex((_, i) => i > 4 && plane.driveW[i]! < plane.roads[0]!.loadW[i]!);
      expect(Math.abs(plane.kmh[crossing]! - steady.speedKmh)).toBeLessThanOrEqual(0.5);
    }
  });
  test("its bounds follow one another, and past them there is the rider alone", () => {
    const plane = speedPower(COMMUTE, ["wheel"], [], 60, OPEN_V);
    expect([...new Set(plane.bound)]).toEqual(["phase-current", "battery-current", "voltage", "idle"]);
    expect(plane.driveW.at(-1)).toBe(COMMUTE.riderW);
    expect(plane.driveW[0]).toBe(0);
  });
  test("a gear more never gives less", () => {
    const cog = (cogTeeth: number) => ({ chainringTeeth: 42, cogTeeth, efficiency: 0.97 });
    const p = { ...COMMUTE, motor: MEDIUM_MID, controller: { batteryA: 18, phaseA: 45, efficiency: 0.97 } };
    const [one, two] = [speedPower(p, [cog(18)], [], 40, 48), speedPower(p, [cog(18), cog(30)], [], 40, 48)];
    two.driveW.forEach((watt, i) => expect(watt).toBeGreaterThanOrEqual(one.driveW[i]! - 1e-9));
    expect(Math.max(...two.driveW.map((watt, i) => watt - one.driveW[i]!))).toBeGreaterThan(50);
  });
});
