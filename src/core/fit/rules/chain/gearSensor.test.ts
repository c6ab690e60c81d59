import { mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { gearSensor } from "./gearSensor";
import { motor } from "./rings.fixture";

describe("chain/gear-sensor", () => {
  const one = partOf("gear-sensor", { cableMm: 1.2, plug: "x" });
  const two = partOf("gear-sensor", { cableMm: 1.2, plug: "x", twoWay: true });
  test.each([
    ["none", 100, "clear"],
    ["cable", 79, "clear"],
    ["cable", 80, "adapt"],
    ["electronic", 40, "adapt"],
  ] as const)("shifts by %s behind %d N·m: %s", (shiftCable, peakTorqueNm, verdict) =>
    expect(on(gearSensor, [mid({ peakTorqueNm })], { shiftCable }).verdict).toBe(verdict),
  );
  test("a loop of cables wants a sensor that reads both", () => {
    const hubGear = { gears: "hub gear", shiftCable: "two-way" };
    expect(on(gearSensor, [...motor, one], hubGear).verdict).toBe("adapt");
    expect(settled(gearSensor, [...motor, one], hubGear, "buy-", { shelf: [one, two] }).applied[0]!.parts[0]).toMatchObject({
      partId: two.id,
    });
    expect(on(gearSensor, [...motor, two], hubGear).verdict).toBe("clear");
  });
});
