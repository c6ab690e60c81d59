import type { Part } from "../../../parts/part";
import type { SOUND } from "../../../../../tests/bench.fixture";
import { mid, on, partOf, settled, without } from "../../../../../tests/bench.fixture";
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
  test("on other tyres and rims it hangs as much higher or lower as the wheels gain, by where the crank lies between them", () => {
    const free = (parts: Part[], donor: Partial<typeof SOUND> = {}) =>
      Number(
        on(groundClearance, [...motor, ...parts], { triangleBy: "none", ...donor }).figures.find((f) => f.label === "free")!
          .value,
      );
    const tyre = (widthMm: number, beadSeatMm = 622) =>
      partOf("tyre", { beadSeatMm, widthMm, ratedKmh: null }, { id: `tyre-${beadSeatMm}-${widthMm}` });
    const rim = partOf("rim", { beadSeatMm: 584, erdMm: 562, holes: 36, innerMm: 21 }, { id: "rim-x" });
    const before = free([]);
    // The first goes on in front; the crank lies 440 of 1050 mm from the rear axle to it.
    expect(free([tyre(25)])).toBeCloseTo(before - (12 * 440) / 1050, 6);
    expect(free([tyre(57), tyre(57)].map((part, i) => ({ ...part, id: `tyre-${i}` })))).toBeCloseTo(before + 20, 6);
    expect(free([rim, tyre(42, 584)])).toBeCloseTo(before - ((19 - 5) * 440) / 1050, 6);
    // Where the wheelbase was not taken, it is as the wheel that gains less: what is free is never told too large.
    expect(free([tyre(25)], { wheelbaseMm: undefined })).toBeCloseTo(before - 12, 6);
    expect(free([tyre(57)], { wheelbaseMm: undefined })).toBeCloseTo(before, 6);
  });
  test("told the rider, it is settled", () =>
    expect(settled(groundClearance, motor, { shellHeightMm: 200 }, "acknowledge").settled).toBe(true));
  test("not measured is asked for", () => expect(without(groundClearance, motor, "shellHeightMm").verdict).toBe("measure"));
});
