import { fitCase, hub, mid, SOUND, type Case } from "../../../../../tests/bench.fixture";
import { crankStay } from "./crankStay";

const sides = (donor: Case["donor"], parts: Case["parts"] = [mid()]) =>
  Object.fromEntries(
    fitCase({ parts, donor: { ...SOUND, ...donor } }, [crankStay]).findings.map((f) => [f.key.split(" ")[1], f]),
  );

describe("shell/crank-stay", () => {
  test("asks nothing before the dry fit, and each side alone once it is measured", () => {
    expect(sides({})).toEqual({});
    expect(Object.keys(sides({ crankLeftStayMm: 8 }))).toEqual(["left"]);
    expect(Object.keys(sides({ crankLeftStayMm: 8, crankRightStayMm: 9 }, [hub()]))).toEqual(["left", "right"]);
  });
  // By rule ± 0.5: 4 mm with nothing on the pedal, 2 with a load.
  test.each([
    [[4, "nominal"], {}, "clear", 0],
    [[4.4, "rule"], {}, "measure", 0.4],
    [[3, "rule"], {}, "stop", -1],
    [[2.6, "rule"], { crankLoaded: "loaded" }, "clear", 0.6],
    [[1.4, "rule"], { crankLoaded: "loaded" }, "stop", -0.6],
    [[3, "rule"], { crankLoaded: "free" }, "stop", -1],
  ] as const)("%j with %j: %s", (reading, donor, verdict, margin) => {
    const { left } = sides({ crankLeftStayMm: [...reading], ...donor } as Case["donor"]);
    expect(left!.verdict).toBe(verdict);
    expect(left!.margin!.value).toBeCloseTo(margin, 6);
  });
  test("the way out is named for its side, and a stay is never filed", () => {
    const short = sides({ crankLeftStayMm: 1, crankRightStayMm: 1 });
    expect(short.left!.lifts).toMatch(/less spacer.*never filed/);
    expect(short.right!.lifts).toMatch(/more spacer.*never filed/);
  });
});
