import { on, partOf, settled, without } from "../../../../../tests/bench.fixture";
import { armSeat } from "./armSeat";
import { arm, front } from "./stack.fixture";

describe("axle/arm-seat", () => {
  test.each([
    ["round", 80, "clear"],
    ["round", 109, "clear"],
    ["round", 111, "adapt"],
    ["boss", 80, "adapt"],
    ["flat", 80, "adapt"],
    ["thin", 80, "stop"],
    ["none", 80, "stop"],
  ] as const)("a %s seat %d mm from the axle: %s", (frontArmSeat, frontArmFromMm, verdict) =>
    expect(on(armSeat, [front(), arm()], { frontArmSeat, frontArmFromMm }).verdict).toBe(verdict),
  );
  test("another arm that reaches is offered and settles it", () => {
    const saddle = arm({ clamps: "bolted saddle", armMm: 150 });
    const p = { shelf: [saddle] };
    expect(on(armSeat, [front(), arm()], { frontArmSeat: "boss", frontArmFromMm: 130 }, p)).toMatchObject({
      verdict: "adapt",
      safety: true,
    });
    expect(settled(armSeat, [front(), arm()], { frontArmSeat: "boss", frontArmFromMm: 130 }, "arm-", p).verdict).toBe("clear");
  });
  test("a tube outside the clamp's range, or a flat one, gets a bracket made against it; nothing in reach gets none", () => {
    for (const donor of [{ frontLegMm: 36 }, { frontArmSeat: "flat" }]) {
      expect(on(armSeat, [front(), arm()], donor)).toMatchObject({ verdict: "adapt", safety: true });
      expect(settled(armSeat, [front(), arm()], donor, "made-bracket").verdict).toBe("clear");
    }
    expect(on(armSeat, [front(), arm()], { frontArmSeat: "none" }).remedies).toEqual([]);
  });
  test("over 500 N one hose clamp is not enough", () => {
    const strong = front({ peakTorqueNm: 60 });
    const p = { shelf: [partOf("consumable", { use: "hose clamp" })] };
    expect(on(armSeat, [strong, arm()], {}, p).says).toMatch(/545 N/);
    expect(settled(armSeat, [strong, arm()], {}, "second-clamp", p).verdict).toBe("clear");
  });
  test("where the clamp would sit is measured first", () =>
    expect(without(armSeat, [front(), arm()], "frontArmFromMm").settle).toEqual(["frontArmFromMm"]));
});
