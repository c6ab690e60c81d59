import { ASKED, fitCase, hub, mid, on, partOf, settled, SOUND } from "../../../../../tests/bench.fixture";
import { rimWear } from "./rimWear";
import { tyreSpeed } from "./tyreSpeed";

describe("wheel/rim-wear and wheel/tyre-speed", () => {
  const rimBrakes = { frontBrake: "rim linear", rearBrake: "disc", frontRimWearMm: 0 };
  test.each([
    [0, "clear"],
    [0.28, "clear"],
    [0.3, "measure"],
    [0.35, "adapt"],
  ] as const)("a face %d mm hollow: %s", (frontRimWearMm, verdict) =>
    expect(on(rimWear, [mid()], { ...rimBrakes, frontRimWearMm }).verdict).toBe(verdict),
  );
  test("a new rim settles it; a wheel that is replaced is not asked about", () => {
    const rim = partOf("rim", { beadSeatMm: 622, erdMm: 605, holes: 36, innerMm: 21 });
    expect(settled(rimWear, [mid()], { ...rimBrakes, frontRimWearMm: 0.5 }, "buy-", { shelf: [rim] }).verdict).toBe("clear");
    expect(() => on(rimWear, [hub()], { ...rimBrakes, frontRimWearMm: 0.5 })).toThrow(/got 0/);
  });
  test("over 25 km/h tyres are asked for their mark", () => {
    expect(() => on(tyreSpeed, [mid()])).toThrow(/got 0/);
    const rated = partOf("tyre", { beadSeatMm: 622, widthMm: 47, ratedKmh: 50 });
    const p = { asked: { assistKmh: 32 }, shelf: [rated] };
    const donor = { ...SOUND };
    const both = (accept: { finding: string; remedy: string }[]) =>
      fitCase({ parts: [mid()], donor, shelf: p.shelf, asked: { ...ASKED, ...p.asked }, accept }, [tyreSpeed]).findings.map(
        (f) => `${f.key} ${f.settled ? "settled" : f.verdict}`,
      );
    expect(both([])).toEqual(["wheel/tyre-speed front adapt", "wheel/tyre-speed rear adapt"]);
    expect(both([{ finding: "wheel/tyre-speed rear", remedy: "rated-tyre" }])).toEqual([
      "wheel/tyre-speed front adapt",
      "wheel/tyre-speed rear clear",
    ]);
    expect(both([{ finding: "wheel/tyre-speed front", remedy: "acknowledge" }])).toContain("wheel/tyre-speed front settled");
  });
});
