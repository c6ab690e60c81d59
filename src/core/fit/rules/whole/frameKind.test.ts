import { battery, controller, hub, mid, on, settled } from "../../../../../tests/bench.fixture";
import { frameKindRule } from "./frameKind";
import { frameSpeed } from "./speed";
import { towing } from "./towing";

const motor = [mid()];

describe("whole/frame-kind, speed and towing", () => {
  test("a rear hub motor in a trike, a pack on carbon without bosses, a strong front hub in a folder", () => {
    expect(on(frameKindRule, motor).verdict).toBe("clear");
    const behind = [hub({ end: "rear" })];
    expect(on(frameKindRule, behind, { frameKind: "trike", rearWheels: "two" })).toMatchObject({ verdict: "stop", safety: true });
    expect(on(frameKindRule, behind, { frameKind: "trike", rearWheels: "one" }).verdict).toBe("clear");
    expect(on(frameKindRule, behind, { frameKind: "trike" })).toMatchObject({ verdict: "measure", settle: ["rearWheels"] });
    expect(on(frameKindRule, [hub()], { frameKind: "trike" }).verdict).toBe("clear");
    expect(on(frameKindRule, [mid(), battery()], { frameMaterial: "carbon", bossKind: "none" }).verdict).toBe("stop");
    expect(on(frameKindRule, [hub({ peakTorqueNm: 65 })], { frameKind: "folding" }).verdict).toBe("adapt");
  });
  test.each([
    ["diamond", 45, "clear"],
    ["diamond", 46, "adapt"],
    ["folding", 32, "clear"],
    ["folding", 33, "adapt"],
    ["trike", 26, "adapt"],
  ] as const)("a %s frame to %d km/h: %s", (frameKind, assistKmh, verdict) =>
    expect(on(frameSpeed, motor, { frameKind }, { asked: { assistKmh } }).verdict).toBe(verdict),
  );
  test("set lower it is clear; a loose headset over 25 stops", () => {
    expect(settled(frameSpeed, motor, { frameKind: "folding" }, "set-32", { asked: { assistKmh: 45 } }).verdict).toBe("clear");
    expect(on(frameSpeed, motor, { headset: "play" }, { asked: { assistKmh: 30 } })).toMatchObject({
      verdict: "stop",
      safety: true,
    });
    expect(on(frameSpeed, motor, { frameFlexes: "yes" }, { asked: { assistKmh: 30 } }).verdict).toBe("adapt");
  });
  test("a child seat or trailer keeps to 25 km/h, a hitch off the motor's nut", () => {
    expect(() => on(towing, motor)).toThrow(/got 0/);
    expect(on(towing, motor, {}, { asked: { tows: "child seat" } }).verdict).toBe("clear");
    expect(on(towing, motor, {}, { asked: { tows: "trailer", assistKmh: 32 } })).toMatchObject({
      verdict: "adapt",
      safety: true,
    });
    expect(on(towing, [hub({ end: "rear" }), controller()], {}, { asked: { tows: "trailer" } }).verdict).toBe("adapt");
  });
});
