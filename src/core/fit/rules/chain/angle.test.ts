import { afterRemedy, findingOf, mid, partOf } from "../../../../../tests/bench.fixture";
import { chainAngle } from "./angle";
import { drivetrain, rearHub, ring } from "./line.fixture";

describe("chain/angle", () => {
  test("worked angles: ring 47.5 on nine cogs is within the house limit", () => {
    const finding = findingOf(chainAngle, {
      donor: drivetrain({ chainstayMm: [435, "caliper"] }),
      parts: [mid({ ringPlaneMm: 13.5 })],
    });
    expect(finding).toMatchObject({ verdict: "clear" });
    expect(finding.figures.find((f) => f.label === "worst angle")!.value).toBeCloseTo(2.554, 3);
  });
  test("warned over 3°, refused over 4.5°, and a made offset ring that brings it under makes it an adapt", () => {
    const at = (ringPlaneMm: number, shelf = [ring(-6)]) =>
      findingOf(chainAngle, { donor: drivetrain(), parts: [mid({ ringPlaneMm })], shelf });
    expect(at(17).verdict).toBe("clear");
    expect(at(18)).toMatchObject({
      verdict: "adapt",
      remedies: [{ effect: { numbers: { ringOffsetMm: -6 } } }, { id: "acknowledge" }],
    });
    expect(at(29.5)).toMatchObject({ verdict: "adapt", remedies: [{}] });
    expect(at(29.5, [])).toMatchObject({ verdict: "stop", remedies: [] });
  });
  test("the accepted ring is in force: its offset and teeth, and the chain follows", () => {
    expect(afterRemedy(chainAngle, { donor: drivetrain(), parts: [mid()], shelf: [ring(-6)] }, "ring").verdict).toBe("clear");
  });
  test("a single cog is judged by 1.0° and 1.5°", () => {
    const single = (e: number) =>
      findingOf(chainAngle, {
        donor: drivetrain({ gears: "single", locknutToSmallestMm: e }),
        parts: [mid({ ringPlaneMm: 10 })],
      });
    expect(single(23.5).verdict).toBe("clear");
    expect(single(32.5).verdict).toBe("adapt");
    expect(single(36).verdict).toBe("stop");
  });
  test("a rear hub motor's cluster stands where its sheet says", () => {
    expect(
      findingOf(chainAngle, {
        donor: drivetrain(),
        parts: [rearHub(), partOf("cluster", { interface: "freewheel-iso", teeth: [14, 16, 18, 20, 22, 24, 28], family: "A" })],
      }).figures[1]!.value,
    ).toBeCloseTo(31.5, 9);
  });
});
