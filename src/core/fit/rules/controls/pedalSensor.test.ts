import { hub, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { pedalSensorPlace } from "./pedalSensor";

describe("controls/pedal-sensor", () => {
  const sensor = (over: object = {}) =>
    partOf("pedal-sensor", { senses: "cadence", side: "left", plug: "x", thickMm: 8, ...over });
  test.each([
    [12, "clear"],
    [8.05, "measure"],
    [7, "adapt"],
  ] as const)("8 mm of disc in a gap of %d: %s", (leftCrankGapMm, verdict) =>
    expect(on(pedalSensorPlace, [hub(), sensor()], { leftCrankGapMm }).verdict).toBe(verdict),
  );
  test("one-piece cranks want a split disc; the right side is behind the ring", () => {
    const split = partOf("consumable", { use: "split magnet disc" });
    expect(settled(pedalSensorPlace, [hub(), sensor()], { crankKind: "one-piece" }, "split", { shelf: [split] }).verdict).toBe(
      "clear",
    );
    expect(on(pedalSensorPlace, [hub(), sensor({ side: "right" })]).verdict).toBe("clear");
  });
});
