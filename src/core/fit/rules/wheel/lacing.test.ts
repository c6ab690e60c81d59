import fc from "fast-check";
import { hub, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { laceWheel } from "./lacing";

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
