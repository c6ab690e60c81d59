import { ASKED, battery, controller, fitCase, hub, on, SOUND } from "../../../../../tests/bench.fixture";
import { frontGrip, twoMotors } from "./twoMotors";

describe("power/two-motors", () => {
  // Worked examples of the front wheel's load and grip.
  test.each([
    [30, 0.34, 120, 0.6, 0.05, 411.5, 0.2144, false],
    [60, 0.34, 110, 0.65, 0.15, 213.4, 0.8268, true],
  ])("%d N·m on a wheel of %d m, %d kg", (torqueNm, wheelM, kg, rearShare, grade, loadN, used, slips) => {
    const grip = frontGrip({ torqueNm, wheelM, kg, rearShare, heightOverBase: 1, grade, friction: 0.5 });
    expect(grip.loadN / loadN).toBeCloseTo(1, 2);
    expect(grip.used / used).toBeCloseTo(1, 2);
    expect(grip.slips).toBe(slips);
  });
  const rear = (peakTorqueNm: number) => hub({ end: "rear", peakTorqueNm });
  const two = (front: number, back: number, controllers: number) =>
    fitCase(
      {
        parts: [hub({ peakTorqueNm: front }), rear(back), battery(), ...Array.from({ length: controllers }, () => controller())],
        shelf: [controller()],
        donor: SOUND!,
        asked: ASKED,
      },
      [twoMotors],
    ).findings[0]!;
  test.each([
    [20, 40, 2, "clear"],
    [20, 30, 2, "clear"],
    [25, 30, 2, "adapt"],
    [60, 100, 2, "adapt"],
    [20, 40, 1, "adapt"],
  ] as const)("front %d, rear %d N·m, %d controllers: %s", (front, back, controllers, verdict) =>
    expect(two(front, back, controllers).verdict).toBe(verdict),
  );
  test("one motor is not asked about", () => expect(() => on(twoMotors, [hub(), battery(), controller()])).toThrow(/got 0/));
});
