import fc from "fast-check";
import { afterRemedy, findingOf, mid, shellRings } from "../../../../../tests/bench.fixture";
import { gripStack } from "../../../shell/gripStack";
import { nutEngagement } from "./nutEngagement";

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
    expect(
      findingOf(nutEngagement, { donor: { shellWidthMm: width }, parts: [mid({ gripMm: [60, 80] })], shelf: shellRings }).verdict,
    ).toBe(verdict),
  );
  test.each([
    [[66.5, 74], "clear", 73.8],
    [[66.5, 74], "stop", 74.2],
    [[68, 73], "clear", 73.8],
    [[68, 73], "stop", 74.2],
    [[100, 100], "clear", 101.8],
    [[100, 100], "stop", 102.2],
  ] as const)("a grip of %j by its sheet: %s on a %d shell, whatever thread is left", (gripMm, verdict, shellWidthMm) => {
    const parts = [mid({ gripMm: [...gripMm], shoulderToThreadEndMm: 130 })];
    expect(findingOf(nutEngagement, { donor: { shellWidthMm }, parts }).verdict).toBe(verdict);
  });

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
