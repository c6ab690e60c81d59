import { hub, mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { bellRule } from "./bell";
import { lightsRule } from "./lights";

describe("controls/bell and controls/lights", () => {
  test("a bell is on, or comes", () => {
    const bell = partOf("bell", { barMm: 12 });
    expect(on(bellRule, [mid()]).verdict).toBe("clear");
    expect(settled(bellRule, [mid()], { bell: "no" }, "buy-", { shelf: [bell] }).verdict).toBe("clear");
  });
  const lamp = (end: "front" | "rear", minV: number, maxV: number) => partOf("light", { end, minV, maxV, watts: 2, barMm: 0 });
  const six = [lamp("front", 5.5, 7), lamp("rear", 5.5, 7)];
  const wide = [lamp("front", 11, 60), lamp("rear", 11, 60)];
  test.each([
    ["battery", "clear"],
    ["dynamo", "clear"],
    ["none", "adapt"],
  ] as const)("lights by %s: %s", (lights, verdict) => expect(on(lightsRule, [mid()], { lights }).verdict).toBe(verdict));
  test("a front hub motor takes the dynamo's place", () =>
    expect(on(lightsRule, [hub()], { lights: "dynamo" }).says).toMatch(/dynamo/));
  test("two lamps on one output are joined; the wrong volts want a converter", () => {
    const conv = partOf("converter", { maxV: 60, outV: 12, outA: 3 });
    const drive = [
      mid({
        lightV: 6,
        lightOutputs: 1,
        controllerBuiltIn: { batteryA: 15, leastBatteryA: 5, maxV: 56, cutV: 30, cutSettable: true, speedSettable: true },
      }),
    ];
    expect(settled(lightsRule, [...drive, ...six], {}, "join").verdict).toBe("clear");
    expect(on(lightsRule, [...drive, ...wide], {}, { shelf: [conv] }).remedies[0]!.parts[0]!.partId).toBe(conv.id);
    expect(settled(lightsRule, [...drive, ...wide], {}, "buy-", { shelf: [conv] }).verdict).toBe("clear");
  });
});
