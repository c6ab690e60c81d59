import { mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { torqueReactionRule } from "./torqueReaction";

const motor = [mid()];

describe("shell/torque-reaction", () => {
  const large = partOf("motor-bracket", { holdsOn: "large tube", reachMm: 110 });
  test("a round tube takes the motor's own bracket", () =>
    expect(on(torqueReactionRule, motor)).toMatchObject({ verdict: "clear", says: expect.stringMatching(/\d+ N against/) }));
  test("a weak motor is held by its nuts alone", () =>
    expect(on(torqueReactionRule, [mid({ peakTorqueNm: 20 })], { bracketSeat: "none" }).verdict).toBe("clear"));
  test("a large tube wants a bracket that fits it", () => {
    const p = { shelf: [large] };
    expect(on(torqueReactionRule, motor, { bracketSeat: "large" }, p).remedies[0]).toMatchObject({
      parts: [{ partId: large.id }],
      tasks: ["bracket"],
    });
    expect(settled(torqueReactionRule, motor, { bracketSeat: "large" }, "buy-", p).verdict).toBe("clear");
  });
  test("what the catalogue lacks is said", () =>
    expect(on(torqueReactionRule, motor, { bracketSeat: "large" }).remedies[0]!.parts[0]).toMatchObject({
      partId: null,
      says: expect.stringContaining("large tube"),
    }));
  test.each(["carbon", "none"] as const)("on %s it is a safety stop", (bracketSeat) =>
    expect(on(torqueReactionRule, motor, { bracketSeat })).toMatchObject({ verdict: "stop", safety: true }),
  );
});
