import { mid, on, settled, without } from "../../../../../tests/bench.fixture";
import { groundClearance } from "./ground";

const motor = [mid()];

describe("shell/ground", () => {
  test.each([
    [300, "clear"],
    [230, "measure"],
    [200, "adapt"],
  ] as const)("crank axle %d mm up: %s", (shellHeightMm, verdict) =>
    expect(on(groundClearance, motor, { shellHeightMm: shellHeightMm }).verdict).toBe(verdict),
  );
  test("without a triangle the body is taken to hang straight down", () => {
    const free = (triangleBy: string) =>
      Number(on(groundClearance, motor, { triangleBy }).figures.find((figure) => figure.label === "free")!.value);
    expect(free("none")).toBeCloseTo(285 - 96 - 56, 6);
    expect(free("angles")).toBeGreaterThan(free("none"));
  });
  test("told the rider, it is settled", () =>
    expect(settled(groundClearance, motor, { shellHeightMm: 200 }, "acknowledge").settled).toBe(true));
  test("not measured is asked for", () => expect(without(groundClearance, motor, "shellHeightMm").verdict).toBe("measure"));
});
