import { afterRemedy, findingOf, hub, partOf } from "../../../../../tests/bench.fixture";
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
    ["adapt", 130],
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
    expect(at("steel", 130).remedies[0]!.id).toBe("spring");
    expect(at("steel", 129).remedies[0]!.id).toBe("set");
    expect(at("aluminium", 133).verdict).toBe("stop");
    expect(at("aluminium", 133, { aluminiumSpreadMm: 3 }).verdict).toBe("adapt");
    expect(at("carbon", 134)).toMatchObject({ verdict: "stop", safety: true });
  });
  test("forks: rigid steel to 5 mm, others not at all", () => {
    expect(findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 95 }), parts: [hub()] }).verdict).toBe("adapt");
    expect(findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 91 }), parts: [hub()] }).verdict).toBe("stop");
    expect(
      findingOf(overLocknut, { donor: front({ frontOverLocknutMm: 99, forkKind: "suspension" }), parts: [hub()] }).verdict,
    ).toBe("stop");
  });
});
