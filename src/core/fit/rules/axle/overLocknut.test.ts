import { afterRemedy, findingOf, hub, partOf } from "../../../../../tests/bench.fixture";
import type { Part } from "../../../parts/part";
import { front, rear, rearHub } from "./ends.fixture";
import { overLocknut } from "./overLocknut";

describe("axle/over-locknut", () => {
  const rings = [1, 1.5, 2, 3].map((thicknessMm) => partOf("washer", { use: "axle spacer", boreMm: 12.2, thicknessMm }));
  test.each([
    ["clear", 135],
    ["clear", 134.6],
    ["measure", 135.45],
    ["measure", 135.55],
    ["adapt", 141],
    ["measure", 130],
    ["adapt", 130.2],
    ["adapt", 129.8],
    ["adapt", 126],
    ["stop", 124.8],
  ] as const)("%s for a 135 hub in a %d steel frame", (verdict, mm) =>
    expect(findingOf(overLocknut, { donor: rear({ rearOverLocknutMm: mm }), parts: [rearHub()], shelf: rings }).verdict).toBe(
      verdict,
    ),
  );
  test("worked gap: a 135 hub in a 141 frame takes 3 mm a side and is then clear", () => {
    const p = { donor: rear({ rearOverLocknutMm: 141 }), parts: [rearHub()], shelf: rings };
    expect(findingOf(overLocknut, p).remedies[0]).toMatchObject({ id: "rings-3-both", parts: [{ quantity: 2 }] });
    expect(afterRemedy(overLocknut, p, "rings").verdict).toBe("clear");
  });
  test("sprung by hand to 5, set beyond; aluminium by the house's school; carbon never", () => {
    const at = (frameMaterial: string, mm: number, house = {}) =>
      findingOf(overLocknut, { donor: rear({ rearOverLocknutMm: mm, frameMaterial }), parts: [rearHub()], house });
    expect(at("steel", 130.2).remedies[0]!.id).toBe("spring");
    expect(at("steel", 129).remedies[0]!.id).toBe("set");
    expect(at("aluminium", 133).verdict).toBe("stop");
    expect(at("aluminium", 133, { aluminiumSpreadMm: 3 }).verdict).toBe("adapt");
    expect(at("carbon", 134)).toMatchObject({ verdict: "stop", safety: true });
  });
  test("forks: rigid steel to 5 mm, others not at all", () => {
    expect(findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 95.2 }), parts: [hub()] }).verdict).toBe("adapt");
    expect(findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 95 }), parts: [hub()] }).verdict).toBe("measure");
    expect(findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 91 }), parts: [hub()] }).verdict).toBe("stop");
    expect(
      findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 99, forkKind: "suspension" }), parts: [hub()] }).verdict,
    ).toBe("stop");
  });
  // Worked situations of common practice: the frame's figure and its tool, what it is of, the hub's width.
  test.each([
    [134.0, "caliper", "steel", 135, "adapt", 4],
    [134.0, "caliper", "aluminium", 135, "measure", 0],
    [134.0, "caliper", "carbon", 135, "stop", -1],
    [126.0, "caliper", "steel", 130.5, "adapt", 0.5],
    [126.0, "caliper", "steel", 133, "adapt", 3],
    [126.0, "caliper", "steel", 137, "stop", -1],
    [131.5, "caliper", "thin steel", 135, "adapt", 0.5],
    [130.5, "caliper", "thin steel", 135, "stop", -0.5],
    [132.5, "caliper", "titanium", 135, "adapt", 0.5],
    [131.5, "caliper", "titanium", 135, "stop", -0.5],
    [134.0, "tape", "aluminium", 135, "measure", 0],
    [133.4, "caliper", "aluminium", 135, "stop", -0.6],
  ] as const)("%d by %s, %s, hub %d: %s, %d mm of the limit left", (mm, tool, frameMaterial, overLocknutMm, verdict, margin) => {
    const finding = findingOf(overLocknut, {
      donor: rear({ rearOverLocknutMm: [mm, tool], frameMaterial }),
      parts: [rearHub({ overLocknutMm })],
    });
    expect(finding.verdict).toBe(verdict);
    expect(finding.margin!.value).toBeCloseTo(margin, 6);
  });
  test("rings over the axle by 0.3 at most, cheaper ones of a wider bore left alone", () => {
    const ring = (boreMm: number, id: string) => partOf("washer", { use: "axle spacer", boreMm, thicknessMm: 3 }, { id });
    const rings = (shelf: Part[]) =>
      findingOf(overLocknut, { donor: rear({ rearOverLocknutMm: 141 }), parts: [rearHub()], shelf }).remedies[0]!.parts[0];
    expect(rings([ring(12.8, "a-wide"), ring(12.3, "b-right")])).toMatchObject({ partId: "b-right", quantity: 2 });
    expect(rings([ring(12.31, "a-wide")])).toMatchObject({ partId: null });
    expect(rings([ring(11.9, "a-narrow")])).toMatchObject({ partId: null });
  });
});
