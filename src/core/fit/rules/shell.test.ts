import fc from "fast-check";
import { caseClearanceMm, stayOutMm } from "../../shell/caseClearance";
import { gripStack } from "../../shell/gripStack";
import { threadCrestBoreMm } from "../../standards/shells";
import { afterRemedy, findingOf, fitCase, hub, mid, partOf, shellRings } from "../../../../tests/bench.fixture";
import { gearCase } from "./gearCase";
import { madeForFrame } from "./madeForFrame";
import { nutEngagement } from "./nutEngagement";
import { shellBore } from "./shellBore";

describe("thread basic profile, ISO 68-1", () => {
  test.each([
    [34.798, 1.0583, 33.65],
    [36.0, 1.0583, 34.85],
    [35.0, 1.0, 33.92],
    [47.0, 1.0, 45.92],
  ])("%d × %d has a crest bore of %d", (major, pitch, bore) => expect(threadCrestBoreMm(major, pitch)).toBeCloseTo(bore, 2));
});

describe("shell/bore", () => {
  const steel = (shellBoreMm: number, how: "gauge" | "caliper" = "gauge") => ({
    shellStandard: "iso",
    shellBoreMm: [shellBoreMm, how] as [number, "gauge"],
    frameMaterial: "steel",
  });
  test.each([
    ["clear", 33.7],
    ["clear", 33.57],
    ["clear", 33.98],
    ["measure", 33.56],
    ["measure", 33.99],
    ["adapt", 34.75],
    ["adapt", 41],
    ["adapt", 33.4],
    ["stop", 33.3],
  ] as const)("%s at %d by a gauge of ± 0.02", (verdict, bore) =>
    expect(findingOf(shellBore, { donor: steel(bore), parts: [mid()] }).verdict).toBe(verdict),
  );

  test("a caliper of ± 0.1 cannot tell a close bore", () =>
    expect(findingOf(shellBore, { donor: steel(33.6, "caliper"), parts: [mid()] })).toMatchObject({
      verdict: "measure",
      settle: ["shellBoreMm"],
    }));
  test("unknown", () =>
    expect(findingOf(shellBore, { parts: [mid()] })).toMatchObject({
      verdict: "measure",
      settle: ["shellStandard", "shellBoreMm", "frameMaterial"],
    }));
  test("the shim goes on the sheet and clears it", () => {
    const shim = partOf("shell-adapter", { style: "shim", boreMm: 34.75, tubeMm: 33.5 });
    const p = { donor: steel(34.75), parts: [mid()], shelf: [shim] };
    expect(findingOf(shellBore, p).remedies[0]).toMatchObject({
      parts: [{ partId: shim.id, quantity: 1 }],
      tasks: ["cleanShell"],
    });
    expect(afterRemedy(shellBore, p, "fill").verdict).toBe("clear");
  });
  test("a sleeve that nobody sells is named, not made up", () =>
    expect(findingOf(shellBore, { donor: steel(46), parts: [mid()] }).remedies[0]!.parts[0]).toMatchObject({
      partId: null,
      says: "sleeve from 46 to 33.5 mm",
    }));
  test("bare carbon is a safety stop; with metal in it, or the house's other school, it is not", () => {
    const carbon = { shellStandard: "press41", shellBoreMm: 41, frameMaterial: "carbon", shellLining: "bare" };
    expect(findingOf(shellBore, { donor: carbon, parts: [mid()] })).toMatchObject({ verdict: "stop", safety: true });
    expect(findingOf(shellBore, { donor: { ...carbon, shellLining: "metal" }, parts: [mid()] }).verdict).toBe("adapt");
    expect(findingOf(shellBore, { donor: carbon, parts: [mid()], house: { carbonShell: "sleeve" } }).verdict).toBe("adapt");
    expect(
      findingOf(shellBore, { donor: carbon, parts: [mid({ peakTorqueNm: 81 })], house: { carbonShell: "sleeve" } }).verdict,
    ).toBe("stop");
    const { shellLining: _unasked, ...unknown } = carbon;
    expect(findingOf(shellBore, { donor: unknown, parts: [mid()] })).toMatchObject({
      verdict: "measure",
      settle: ["shellLining"],
    });
  });
});

describe("shell/nut-engagement", () => {
  const motor = {
    plateMm: 3,
    shoulderToThreadEndMm: 92,
    shoulderToThreadStartMm: 62,
    innerNutMm: 10,
    lockRingMm: 5,
    threadPitchMm: 1.5,
  };
  test.each([
    [68, 0, 0, motor, 71, 10, 5, true],
    [73, 3, 0, motor, 79, 10, 3, false],
    [83, 0, 0, motor, 86, 6, -4, false],
    [89.5, 2, 6, { ...motor, shoulderToThreadEndMm: 124, shoulderToThreadStartMm: 94 }, 100.5, 10, 5, true],
  ])("worked stack of a %d shell with %d and %d", (shellWidthMm, driveSpacerMm, nonDriveSpacerMm, m, stack, nut, ring, pass) => {
    const grip = gripStack({ ...m, shellWidthMm, driveSpacerMm, nonDriveSpacerMm });
    expect([grip.stackMm, grip.innerNutMm, grip.lockRingMm]).toEqual([stack, nut, ring]);
    expect(Math.min(grip.runOutRoomMm, grip.innerRoomMm, grip.ringRoomMm) >= 0).toBe(pass);
  });

  test.each([
    ["clear", 68],
    ["clear", 74.9],
    ["measure", 75],
    ["measure", 75.05],
    ["stop", 75.2],
    ["measure", 60.55],
    ["adapt", 60.4],
  ] as const)("%s on a %d shell", (verdict, width) =>
    expect(findingOf(nutEngagement, { donor: { shellWidthMm: width }, parts: [mid()], shelf: shellRings }).verdict).toBe(verdict),
  );

  test("a nut that runs out of thread gets a ring on the other side", () => {
    const p = { donor: { shellWidthMm: 68 }, parts: [mid({ shoulderToThreadStartMm: 72 })], shelf: shellRings };
    expect(findingOf(nutEngagement, p).remedies[0]).toMatchObject({
      parts: [{ partId: "shell-30" }],
      effect: { numbers: { nonDriveSpacerMm: 3 } },
    });
    expect(afterRemedy(nutEngagement, p, "other-side").verdict).toBe("clear");
  });

  test("room falls as the shell grows", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 120, noNaN: true }),
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        (width, more) => {
          const at = (shellWidthMm: number) => gripStack({ ...motor, shellWidthMm, driveSpacerMm: 0, nonDriveSpacerMm: 0 });
          expect(at(width + more).ringRoomMm).toBeLessThan(at(width).ringRoomMm);
        },
      ),
    );
  });
});

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
    ["stop", 41],
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

test("shell/made-for-frame: a frame motor goes only where a seat was built for it", () => {
  const motor = partOf("frame-motor", { frameInterface: "four bolts", ratedW: 250, peakTorqueNm: 80, pedalSensor: "torque" });
  expect(findingOf(madeForFrame, { donor: { shellStandard: "iso" }, parts: [motor] })).toMatchObject({
    verdict: "stop",
    safety: true,
  });
  expect(findingOf(madeForFrame, { donor: { shellStandard: "made" }, parts: [motor] }).verdict).toBe("clear");
  expect(fitCase({ parts: [hub()] }, [madeForFrame]).findings).toEqual([]);
});
