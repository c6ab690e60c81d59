import { on, partOf, settled, without } from "../../../../../tests/bench.fixture";
import { armSeat } from "./armSeat";
import { arm, front } from "./stack.fixture";

describe("axle/arm-seat", () => {
  test.each([
    ["round", 80, "clear"],
    ["round", 109, "clear"],
    ["round", 111, "stop"],
    ["boss", 80, "stop"],
    ["flat", 80, "stop"],
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
  test("a tube outside the clamp's range has nothing to hold", () =>
    expect(on(armSeat, [front(), arm()], { frontLegMm: 36 }).verdict).toBe("stop"));
  test("over 500 N one hose clamp is not enough", () => {
    const strong = front({ peakTorqueNm: 60 });
    const p = { shelf: [partOf("consumable", { use: "hose clamp" })] };
    expect(on(armSeat, [strong, arm()], {}, p).says).toMatch(/545 N/);
    expect(settled(armSeat, [strong, arm()], {}, "second-clamp", p).verdict).toBe("clear");
  });
  test("where the clamp would sit is measured first", () =>
    expect(without(armSeat, [front(), arm()], "frontArmFromMm").settle).toEqual(["frontArmFromMm"]));
});
