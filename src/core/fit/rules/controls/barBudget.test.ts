import { ASKED, type Case, fitCase, mid, partOf, SOUND } from "../../../../../tests/bench.fixture";
import type { Part } from "../../../parts/part";
import { barBudget } from "./barBudget";
import { display, throttle } from "./controls.fixture";

const half = (which: "left" | "right", parts: Part[], donor: Case["donor"] = {}, more: Partial<Case> = {}) =>
  fitCase({ ...more, parts: [mid(), ...parts], donor: { ...SOUND, ...donor }, asked: ASKED }, [barBudget]).findings.find((f) =>
    f.key.endsWith(which),
  )!;

describe("controls/bar-budget", () => {
  // 280 straight, 130 of grip and 60 taken leave 90.
  test("what is left is said in millimetres", () => {
    expect(half("left", [display()]).margin!.value).toBeCloseTo(62, 6);
    expect(half("right", [display(), throttle()]).margin!.value).toBeCloseTo(68, 6);
    expect(half("right", [throttle({ style: "twist", barMm: 12 })]).margin!.value).toBeCloseTo(138, 6);
  });
  test.each([
    [220, "clear"],
    [218, "measure"],
    [210, "adapt"],
  ] as const)("a left half of %d mm with a 28 mm remote: %s", (barLeftMm, verdict) =>
    expect(half("left", [display()], { barLeftMm }).verdict).toBe(verdict),
  );
  test("short grips win 40 mm a side", () => {
    const p: Case = {
      parts: [mid(), display()],
      shelf: [partOf("consumable", { use: "short grips" })],
      donor: { ...SOUND, barLeftMm: 200, barRightMm: 200 },
      asked: ASKED,
    };
    const accept = [{ finding: "controls/bar-budget left", remedy: "short-grips" }];
    const verdicts = fitCase({ ...p, accept }, [barBudget]).findings.map((f) => f.verdict);
    expect(fitCase(p, [barBudget]).findings.map((f) => f.verdict)).toContain("adapt");
    expect(verdicts).toEqual(["clear", "clear"]);
  });
  // 200 straight, 130 of grip and 60 taken leave 10 on the right: 12 too few for 22 of throttle; the left has 90.
  test.each([
    ["a thumb throttle", throttle(), ["throttle-left"]],
    ["a twist throttle, a piece of the right grip", throttle({ style: "twist", barMm: 90 }), []],
    ["a shifter, made for the right hand", partOf("shifter", { family: "A", speeds: 9, style: "trigger", barMm: 22 }), []],
    ["a front lamp", partOf("light", { end: "front", minV: 6, maxV: 12, watts: 2, barMm: 22, leadMm: 500 }), ["light-left"]],
  ] as const)("%s on a full right half: what may go on the left is offered there", (_what, part, offered) => {
    const found = half("right", [part as Part], { barRightMm: 200 });
    expect(found.verdict).toBe("adapt");
    expect(found.remedies.map((remedy) => remedy.id).filter((id) => id.endsWith("-left"))).toEqual(offered);
  });
  test("a throttle that was moved takes its millimetres on the left", () => {
    const accept = [{ finding: "controls/bar-budget right", remedy: "throttle-left" }];
    expect(half("left", [throttle()], { barRightMm: 200 }, { accept }).margin!.value).toBeCloseTo(68, 6);
    expect(half("right", [throttle()], { barRightMm: 200 }, { accept }).margin!.value).toBeCloseTo(10, 6);
  });
  test("a display whose sheet says nothing is asked about", () =>
    expect(half("left", [display({ barMm: null })])).toMatchObject({ verdict: "measure", sheetOf: expect.any(String) }));
});
