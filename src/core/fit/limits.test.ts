import { ASKED, battery, controller, fitCase, hub, mid, SOUND, shellRings, type Case } from "../../../tests/bench.fixture";
import { whatWouldClear } from "./limits";

const ways = (p: Partial<Case>, finding: string) =>
  whatWouldClear(
    fitCase({ parts: [mid()], shelf: shellRings, ...p, donor: { ...SOUND, ...p.donor }, asked: { ...ASKED, ...p.asked } }).build,
    finding,
  );

describe("what would make it clear", () => {
  test("a gear case that is too near the stay: a narrower stay, a wider shell, or a case further out", () => {
    const id = mid({ caseOffsetMm: 2 });
    const found = ways({ parts: [id], donor: { stayNearOutMm: 38, stayFarOutMm: 38 } }, `shell/gear-case ${id.id}`);
    const of = (label: string) => found.find((way) => way.label.toLowerCase().includes(label.toLowerCase()))!;
    // Half of 68.1 and 2 to the case leave 36.05; 2 mm are wanted and a rule leaves ± 0.5 open: the stay may come out to 33.5.
    expect(of("First stay point, outboard").to).toBeLessThanOrEqual(33.6);
    expect(of("Shell shoulder to the inboard face").from).toBeGreaterThanOrEqual(6);
    expect(of("Shell shoulder to the inboard face").from).toBeLessThanOrEqual(6.6);
    for (const way of found) expect(way.says).toMatch(/or more|or less| to /);
  });
  test("each of them really clears it, just inside and not just outside", () => {
    const motor = mid({ caseOffsetMm: 2 });
    const donor = { stayNearOutMm: 37, stayFarOutMm: 37 };
    const key = `shell/gear-case ${motor.id}`;
    const way = ways({ parts: [motor], donor }, key).find((w) => w.label.startsWith("Shell width"))!;
    const verdict = (shellWidthMm: number) =>
      fitCase({ parts: [motor], donor: { ...SOUND, ...donor, shellWidthMm } }).findings.find((f) => f.key === key)!.verdict;
    expect(verdict(way.from!)).toBe("clear");
    expect(verdict(way.from! - 0.3)).not.toBe("clear");
  });
  test("a hub between legs that are too narrow: wider legs or a narrower motor", () => {
    const motor = hub();
    const found = ways({ parts: [motor, battery(), controller()], donor: { frontInsideMm: 78 } }, "axle/motor-width front");
    expect(found.find((w) => w.of === "survey")).toMatchObject({ from: expect.closeTo(82.15, 1), to: null });
    expect(found.find((w) => w.of === "part")!.to).toBeCloseTo(73.85, 1);
  });
  test("nothing to solve: clear findings, unknown ones, and those that no single figure clears", () => {
    const motor = mid();
    expect(ways({ parts: [motor] }, `shell/bore ${motor.id}`)).toEqual([]);
    expect(ways({}, "no/such finding")).toEqual([]);
    expect(ways({ donor: { cracks: "crack" } }, "condition/cracks bike")).toEqual([]);
  });
});
