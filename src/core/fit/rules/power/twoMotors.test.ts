import { ASKED, battery, controller, fitCase, hub, on, SOUND } from "../../../../../tests/bench.fixture";
import { frontGrip, twoMotors } from "./twoMotors";

describe("power/two-motors", () => {
  // Worked examples of the front wheel's load and grip.
  test.each([
    [30, 0.34, 120, 0.6, 1, 0.05, 411.5, 0.2144, false],
    [60, 0.34, 110, 0.65, 1, 0.15, 213.4, 0.8268, true],
    // Row 149 of the worked situations (common practice): the load by hand, 115 g (0.38 cos θ − 1.05 sin θ) with tan θ = 0.12.
    [35, 0.34, 115, 0.62, 1.05, 0.12, 284.5, 0.362, false],
  ])("%d N·m on a wheel of %d m, %d kg", (torqueNm, wheelM, kg, rearShare, heightOverBase, grade, loadN, used, slips) => {
    const grip = frontGrip({ torqueNm, wheelM, kg, rearShare, heightOverBase, grade, friction: 0.5 });
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
  test("the grip that the front motor uses is that of its own wheel: the smaller it is, the more", () => {
    const used = (donor: Partial<typeof SOUND>, motor = hub({ peakTorqueNm: 20, laced: null })) => {
      const parts = [motor, rear(40), battery(), controller(), controller()];
      const finding = fitCase({ parts, shelf: [], donor: { ...SOUND, ...donor }, asked: ASKED }, [twoMotors]).findings[0]!;
      return Number(finding.figures.find(({ label }) => label.startsWith("front wheel's grip"))!.value);
    };
    const [large, small] = [622 / 2 + 37, 406 / 2 + 37];
    const tyre = { frontTyreWidthMm: 37 };
    expect(used({ frontBeadSeatMm: 406, ...tyre }) / used({})).toBeCloseTo(large / small, 6);
    expect(used({ rearBeadSeatMm: 406, ...tyre })).toBeCloseTo(used({}), 6);
    const laced = hub({ peakTorqueNm: 20, laced: { beadSeatMm: 406, rimInnerMm: 19 } });
    expect(used({}, laced) / used({})).toBeCloseTo(large / small, 6);
    // Nobody measured the tyre: 40 mm.
    expect(used({ tyreWidthMm: undefined }) / used({})).toBeCloseTo(large / (622 / 2 + 40), 6);
  });
  test("one motor is not asked about", () => expect(() => on(twoMotors, [hub(), battery(), controller()])).toThrow(/got 0/));
});
