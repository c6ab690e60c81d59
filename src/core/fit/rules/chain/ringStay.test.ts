import { on, settled, shellRings } from "../../../../../tests/bench.fixture";
import { ringToStay } from "./ringStay";
import { motor, ring } from "./rings.fixture";

describe("chain/ring-stay", () => {
  // 34.05 of shell, 18 to the ring's plane, 3.35 of half a nine-speed chain: the stay may come out to 46.7 with 2 mm left.
  test.each([
    [36, "clear"],
    [46.1, "clear"],
    [47, "measure"],
    [51, "adapt"],
  ] as const)("a stay %d mm out at the ring: %s", (stayFarOutMm, verdict) =>
    expect(on(ringToStay, motor, { stayNearOutMm: stayFarOutMm, stayFarOutMm }, { shelf: shellRings }).verdict).toBe(verdict),
  );
  test("a flexing frame wants 3 mm", () =>
    expect(
      Number(
        on(ringToStay, motor, { frameFlexes: "yes" }).margin!.value - on(ringToStay, motor, { frameFlexes: "no" }).margin!.value,
      ),
    ).toBeCloseTo(-1, 6));
  test("the spacer covers the measurement too, so that it is clear when it is on", () =>
    expect(
      settled(ringToStay, motor, { stayNearOutMm: 49, stayFarOutMm: 49 }, "drive-spacer", { shelf: shellRings }).verdict,
    ).toBe("clear"));
  test("past the most spacer and without another ring it is a stop; a stay is never filed", () =>
    expect(on(ringToStay, motor, { stayNearOutMm: 56, stayFarOutMm: 56 }, { shelf: shellRings })).toMatchObject({
      verdict: "stop",
      lifts: expect.stringContaining("never filed"),
    }));
  test("a ring that reaches past the points measured is not guessed at", () =>
    expect(on(ringToStay, [...motor, ring(60, 0)], { stayFarRadiusMm: 100 })).toMatchObject({
      verdict: "measure",
      settle: ["stayFarRadiusMm", "stayFarOutMm"],
    }));
});
