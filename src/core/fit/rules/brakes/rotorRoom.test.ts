import { on, partOf, settled } from "../../../../../tests/bench.fixture";
import { front } from "../axle/stack.fixture";
import { rotorRoom } from "./rotorRoom";

describe("brakes/rotor-room", () => {
  test.each([
    [138, 160, "clear"],
    [170, 160, "clear"],
    [171, 160, "adapt"],
    [232, 180, "adapt"],
    [232, 203, "clear"],
  ] as const)("a motor of %d with a %d rotor: %s", (coverDiameterMm, frontRotorMm, verdict) =>
    expect(on(rotorRoom, [front({ coverDiameterMm })], { frontRotorMm }).verdict).toBe(verdict),
  );
  test("a larger rotor settles it", () =>
    expect(
      settled(rotorRoom, [front({ coverDiameterMm: 200 })], {}, "buy-", {
        shelf: [partOf("rotor", { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 })],
      }).verdict,
    ).toBe("clear"));
});
