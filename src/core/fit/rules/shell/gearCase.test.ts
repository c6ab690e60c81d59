import { afterRemedy, findingOf, fitCase, mid, shellRings } from "../../../../../tests/bench.fixture";
import { caseClearanceMm, stayOutMm } from "../../../shell/caseClearance";
import { gearCase } from "./gearCase";
import { nutEngagement } from "./nutEngagement";

describe("shell/gear-case", () => {
  test.each([
    [68, 4, 38.5, 2.5, 2],
    [73, 4, 36, 0, 4.5],
    [100, 4, 54, 2, 2],
  ])("worked clearance of a %d shell", (shellWidthMm, caseOffsetMm, stay, driveSpacerMm, clearance) =>
    expect(caseClearanceMm({ shellWidthMm, driveSpacerMm, caseOffsetMm, stayOutMm: stay })).toBeCloseTo(clearance, 9),
  );

  test("a stay is a straight line between its points and unknown beyond them", () => {
    const points = { near: { radiusMm: 60, outMm: 34 }, far: { radiusMm: 100, outMm: 38 } };
    expect(stayOutMm({ ...points, radiusMm: 80 })).toBe(36);
    expect(stayOutMm({ ...points, radiusMm: 59.9 })).toBeUndefined();
    expect(stayOutMm({ ...points, radiusMm: 100.1 })).toBeUndefined();
  });

  const bike = (out: number, more: object = {}) => ({
    shellWidthMm: 68,
    stayNearRadiusMm: 60,
    stayNearOutMm: [out, "caliper"] as [number, "caliper"],
    stayFarRadiusMm: 110,
    stayFarOutMm: [out, "caliper"] as [number, "caliper"],
    frameFlexes: "no",
    frameKind: "diamond",
    frameMaterial: "steel",
    ...more,
  });
  test.each([
    ["clear", 35.8],
    ["measure", 35.95],
    ["measure", 36.05],
    ["adapt", 36.2],
    ["adapt", 40.8],
    ["measure", 41],
    ["stop", 41.2],
  ] as const)("%s with the stay %d mm out", (verdict, out) =>
    expect(findingOf(gearCase, { donor: bike(out), parts: [mid()], shelf: shellRings }).verdict).toBe(verdict),
  );

  test("carbon, suspension and a soft rear triangle want a millimetre more", () => {
    for (const more of [{ frameMaterial: "carbon" }, { frameKind: "full-suspension" }, { frameFlexes: "yes" }])
      expect(findingOf(gearCase, { donor: bike(35.5, more), parts: [mid()], shelf: shellRings }).verdict).toBe("adapt");
    expect(findingOf(gearCase, { donor: bike(35.5), parts: [mid()], shelf: shellRings }).verdict).toBe("clear");
  });
  test("a case that meets the stay outside the measured points asks for another point", () =>
    expect(findingOf(gearCase, { donor: bike(36), parts: [mid({ caseRadiusMm: 120 })] })).toMatchObject({ verdict: "measure" }));
  test("the spacer that clears the stay covers the measurement's uncertainty too", () =>
    expect(afterRemedy(gearCase, { donor: bike(37), parts: [mid()], shelf: shellRings }, "drive-spacer").verdict).toBe("clear"));

  test("a spacer moves the nut: on a wide shell the remedy opens the next finding", () => {
    const p = { donor: bike(41.3, { shellWidthMm: 73 }), parts: [mid()], shelf: shellRings };
    const before = fitCase(p, [gearCase, nutEngagement]);
    expect(before.findings.map((f) => f.verdict)).toEqual(["adapt", "clear"]);
    const remedy = before.findings[0]!.remedies[0]!;
    const after = fitCase({ ...p, accept: [{ finding: before.findings[0]!.key, remedy: remedy.id }] }, [gearCase, nutEngagement]);
    expect(after.findings.map((f) => [f.rule, f.verdict])).toEqual([
      ["shell/nut-engagement", "stop"],
      ["shell/gear-case", "clear"],
    ]);
  });
});
