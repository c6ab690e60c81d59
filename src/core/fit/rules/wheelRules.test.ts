import fc from "fast-check";
import { hub, mid, on, partOf, settled, without } from "../../../../tests/bench.fixture";
import { laceWheel, rimWear, tyreOnRim, tyreRim, tyreRoom, tyreSpeed } from "./wheelRules";

const motor = [hub()];

describe("a tyre on a rim", () => {
  // The older table for 19 mm is 28 to 62 (from memory), the ratio 1.4 to 2.2 is common practice.
  test.each([
    [50, 19, { guide: true, ratio: false }, -8.2],
    [37, 19, { guide: true, ratio: true }, 4.8],
    [26, 19, { guide: false, ratio: false }, -2],
    [27, 19, { guide: false, ratio: true }, -1],
    [125, 40, { guide: true, ratio: false }, -37],
    [42, 19, { guide: true, ratio: false }, -0.2],
  ])("%d mm on %d mm", (tyre, inner, goes, roomMm) =>
    expect(tyreOnRim(tyre, inner)).toEqual({ ...goes, roomMm: expect.closeTo(roomMm, 6) }),
  );
  test("a tyre within its own tolerance of the limit is measured better", () => {
    // 2.2 times 19 is 41.8: a width taken with a caliper (± 0.1) decides there, one by rule (± 0.5) does not.
    expect(
      on(tyreRim, [hub({ laced: null })], { frontRimInnerMm: [19, "caliper"], tyreWidthMm: [41.5, "caliper"] }).verdict,
    ).toBe("clear");
    const near = on(tyreRim, [hub({ laced: null })], { frontRimInnerMm: [19, "caliper"], tyreWidthMm: [41.5, "rule"] });
    expect(near).toMatchObject({ verdict: "measure", settle: ["tyreWidthMm", "frontRimInnerMm"] });
  });
  test.each([
    [37, "clear"],
    [50, "adapt"],
    [75, "stop"],
  ] as const)("wheel/tyre-on-rim with %d mm: %s", (tyreWidthMm, verdict) =>
    expect(on(tyreRim, motor, { tyreWidthMm }).verdict).toBe(verdict),
  );
  test("a tyre that goes by both tables settles it", () => {
    const tyre = partOf("tyre", { beadSeatMm: 622, widthMm: 37 });
    expect(settled(tyreRim, motor, { tyreWidthMm: 50 }, `tyre-${tyre.id}`, { shelf: [tyre] }).verdict).toBe("clear");
  });
});

describe("wheel/tyre-room", () => {
  test.each([
    [62, "no", "clear"],
    [45.6, "no", "clear"],
    [45, "no", "measure"],
    [44, "no", "adapt"],
    [50, "yes", "clear"],
    [48, "yes", "adapt"],
  ] as const)("37 mm in %d, mudguard %s: %s", (frontTyreRoomMm, frontMudguard, verdict) =>
    expect(on(tyreRoom, motor, { frontTyreRoomMm, frontMudguard }).verdict).toBe(verdict),
  );
  test("a narrower tyre settles it", () => {
    const tyre = partOf("tyre", { beadSeatMm: 622, widthMm: 28 });
    expect(settled(tyreRoom, motor, { frontTyreRoomMm: 42 }, "buy-", { shelf: [tyre] }).verdict).toBe("clear");
  });
  test("not measured is asked for", () => expect(without(tyreRoom, motor, "frontTyreRoomMm").verdict).toBe("measure"));
});

describe("wheel/lacing", () => {
  const rim = (beadSeatMm: number, erdMm: number, more: object = {}) =>
    partOf("rim", { beadSeatMm, erdMm, holes: 36, innerMm: 21, ...more });
  const spokes = (...lengths: number[]) => lengths.map((lengthMm) => partOf("spoke", { diameterMm: 2, lengthMm }));
  const bare = (over: Parameters<typeof hub>[0] = {}) => [hub({ laced: null, ...over })];
  test("a 622 rim is crossed once, with spokes within −2 to +1 mm, and two spare", () => {
    const own = rim(622, 605);
    const shelf = [own, ...spokes(230, 244, 251), partOf("consumable", { use: "nipples, brass, for 2 mm" })];
    const finding = on(laceWheel, bare({ spokeHoleMm: 2.4 }), {}, { shelf });
    expect(finding.verdict).toBe("adapt");
    expect(finding.figures.find((f) => f.label === "crosses")!.value).toBe(1);
    expect(finding.remedies[0]).toMatchObject({
      parts: [{ partId: own.id }, { partId: shelf[2]!.id, quantity: 38 }, { kind: "consumable" }],
      tasks: ["laceWheel"],
      caution: "tension",
    });
    expect(settled(laceWheel, bare({ spokeHoleMm: 2.4 }), {}, "lace-", { shelf }).verdict).toBe("clear");
  });
  test("a hole 0.4 mm over the spoke is the limit, by two figures; beyond it heads want washers", () => {
    const shelf = [rim(622, 605), ...spokes(244)];
    const washers = (spokeHoleMm: number) =>
      on(laceWheel, bare({ spokeHoleMm }), {}, { shelf }).remedies[0]!.parts.filter((part) => part.says.includes("heads")).length;
    expect(washers(2.4)).toBe(0);
    expect(washers(2.6)).toBe(1);
  });
  test("a small rim is crossed once with nipple washers", () => {
    const finding = on(laceWheel, bare(), { frontBeadSeatMm: 406 }, { shelf: [rim(406, 389), ...spokes(137, 139)] });
    expect(finding.remedies[0]!.parts.some((part) => part.says === "nipple washers")).toBe(true);
  });
  test("a large flange in a small rim goes radial only where flange and house allow it", () => {
    const big = { flangePcdMm: 234, flangeOffsetLeftMm: 22, flangeOffsetRightMm: 22, spokeHoleMm: 3, flangeThickMm: 5 };
    const shelf = [rim(406, 389), partOf("spoke", { diameterMm: 2.3, lengthMm: 79 })];
    expect(on(laceWheel, bare(big), { frontBeadSeatMm: 406 }, { shelf }).says).toMatch(/radial, heads in/);
    expect(on(laceWheel, bare({ ...big, flangeThickMm: 3 }), { frontBeadSeatMm: 406 }, { shelf }).verdict).toBe("stop");
    expect(on(laceWheel, bare(big), { frontBeadSeatMm: 406 }, { shelf, house: { radialDriven: "never" } }).verdict).toBe("stop");
    expect(on(laceWheel, bare({ ...big, flangeThickMm: null }), { frontBeadSeatMm: 406 }, { shelf }).sheetOf).toBeDefined();
  });
  test("the bike's own rim counts only when it was measured and is stout enough", () => {
    const own = { frontRimHoles: 36, frontRimInnerMm: 21, frontRimErdMm: 602 };
    expect(on(laceWheel, bare(), own, { shelf: spokes(243) }).remedies[0]!.id).toBe("lace-own");
    expect(on(laceWheel, bare(), { ...own, frontRimInnerMm: 17 }, { shelf: spokes(243) }).verdict).toBe("stop");
    expect(on(laceWheel, bare(), { ...own, frontRimHoles: 32 }, { shelf: spokes(243) }).verdict).toBe("stop");
  });
  test("whatever rim and flange, it never throws and says the same of the worse side", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 320, noNaN: true }),
        fc.double({ min: 200, max: 620, noNaN: true }),
        fc.double({ min: 10, max: 40, noNaN: true }),
        (flangePcdMm, erdMm, offset) => {
          if (flangePcdMm > 300) return;
          const parts = bare({ flangePcdMm, flangeOffsetLeftMm: offset, flangeOffsetRightMm: 20 });
          const finding = on(laceWheel, parts, {}, { shelf: [rim(622, Math.max(160, erdMm))] });
          expect(["adapt", "stop"]).toContain(finding.verdict);
        },
      ),
      { numRuns: 120 },
    );
  });
});

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
    expect(on(tyreSpeed, [mid()], {}, p).verdict).toBe("adapt");
    expect(settled(tyreSpeed, [mid()], {}, "rated", p).verdict).toBe("clear");
    expect(settled(tyreSpeed, [mid()], {}, "acknowledge", p).settled).toBe(true);
  });
});
