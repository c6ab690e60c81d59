import { hub, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { overLocknut } from "./overLocknut";
import { axleProtrusion } from "./protrusion";
import { arm, front } from "./stack.fixture";

describe("axle/protrusion", () => {
  // Worked example: dropout 6, tab 3, arm 6, nut 10, thread 1.25 want 26.25; an axle of 185 on 135 gives 25 and fails.
  const rear = hub({ end: "rear", overLocknutMm: 135, axleLengthMm: 185, cableSide: "right" });
  test("the worked example fails with an arm and passes without", () => {
    const finding = on(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 6 });
    expect(finding.figures.find((f) => f.label === "wanted")!.value).toBeCloseTo(26.25, 6);
    expect(finding.figures.find((f) => f.label === "beyond the left shoulder")!.value).toBe(25);
    expect(finding).toMatchObject({ verdict: "adapt", safety: true });
    expect(on(axleProtrusion, [rear], { rearDropoutThicknessMm: 6 }).verdict).toBe("clear");
  });
  test("the arm in place of the tab washer, or a thinner nut, makes it go", () => {
    const nut = partOf("axle-nut", { diameterMm: 12, heightMm: 8 });
    const p = { shelf: [nut] };
    expect(settled(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 6 }, "arm-for-tab", p).verdict).toBe("clear");
    expect(settled(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 6 }, "nut-", p).verdict).toBe("clear");
  });
  test("a nut thinner than half the axle is not offered, and far too short stops", () => {
    const nut = partOf("axle-nut", { diameterMm: 12, heightMm: 5 });
    expect(on(axleProtrusion, [rear, arm()], { rearDropoutThicknessMm: 9 }, { shelf: [nut] })).toMatchObject({
      verdict: "stop",
      lifts: expect.stringContaining("0.8 of its height"),
    });
  });
  test("rings inside stand on the axle too, each side by itself", () => {
    const ring = partOf("washer", { use: "axle spacer", boreMm: 12.2, thicknessMm: 3 });
    const p = { shelf: [ring] };
    const parts = [hub({ end: "rear", overLocknutMm: 135, axleLengthMm: 200 })];
    const gap = on(overLocknut, parts, { rearOverLocknutMm: 141 }, p);
    expect(gap.remedies[0]!.effect.numbers).toMatchObject({ rearLeftSpacerMm: 3, rearRightSpacerMm: 3 });
  });
  test("an axle whose length nobody states is asked about", () =>
    expect(on(axleProtrusion, [front({ axleLengthMm: null })])).toMatchObject({
      verdict: "measure",
      sheetOf: expect.any(String),
    }));
});
