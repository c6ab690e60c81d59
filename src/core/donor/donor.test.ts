import fc from "fast-check";
import { donorOf } from "../../../tests/bench.fixture";
import { BEAD_SEATS } from "../standards/beadSeats";
import { isAsked, isPossible, plusMinusOf, readTyped, walk, doubtOf } from "./donor";
import { DONOR_ITEMS, DONOR_KEYS, donorItem, PLACES } from "./items";
import { combined } from "./reading";

describe("typed readings", () => {
  test("an unlikely figure is asked about with the slip that would mend it", () => {
    expect(readTyped("shellWidthMm", "681", "metric")).toEqual({
      ok: true,
      value: { ask: "Shell width of 681 mm is outside 60 to 140 mm. 68.1 mm?", perhaps: 68.1, value: 681 },
    });
    expect(readTyped("rearOverLocknutMm", "5.31", "metric")).toMatchObject({ value: { perhaps: 134.874 } });
    expect(readTyped("shellWidthMm", "0.5", "metric")).toMatchObject({ value: { perhaps: null } });
  });
  test("a likely one is taken, in inches too", () => {
    expect(readTyped("shellWidthMm", "68.1", "metric")).toEqual({ ok: true, value: { value: 68.1 } });
    expect(readTyped("shellWidthMm", '2 11/16"', "metric")).toMatchObject({ value: { value: 68.2625 } });
    expect(readTyped("rearOverLocknutMm", "5 5/16", "imperial")).toMatchObject({ value: { value: expect.closeTo(134.94, 2) } });
  });
  test.each([
    ["cogCount", "7.5"],
    ["cogCount", "seven"],
    ["shellWidthMm", "wide"],
    ["shellWidthMm", ""],
    ["frameMaterial", "wood"],
    ["frameMaterial", "constructor"],
  ] as const)("%s: “%s” is refused in words", (key, text) => {
    const read = readTyped(key, text, "metric");
    expect(!read.ok && read.error).toMatch(/expected|choose one of/);
  });
  test("what cannot be is refused even when confirmed", () => {
    expect(isPossible(donorItem("shellWidthMm"), -1)).toBe(false);
    expect(isPossible(donorItem("shellWidthMm"), 1e9)).toBe(false);
    expect([29, 30, 150, 280, 281].map((mm) => isPossible(donorItem("shellWidthMm"), mm))).toEqual([
      false,
      true,
      true,
      true,
      false,
    ]);
  });
  test("a figure outside what is plausible is in doubt until somebody at the bike confirmed it, and beyond twice the range for good", () => {
    const reading = (value: number, confirmed = false) => ({ value, ...(confirmed && { confirmed: true as const }) });
    const doubt = (value: number, confirmed?: boolean) => doubtOf("shellWidthMm", reading(value, confirmed));
    expect([60, 68.1, 140].map((mm) => doubt(mm))).toEqual([undefined, undefined, undefined]);
    expect(doubt(681)).toBe("Shell width of 681 mm is outside 60 to 140 mm");
    expect([doubt(140.5), doubt(140.5, true), doubt(59, true)]).toEqual([expect.any(String), undefined, undefined]);
    expect([doubt(681, true), doubt(29, true)]).toEqual([expect.any(String), expect.any(String)]);
    expect(doubtOf("frameKind", { value: "diamond" })).toBeUndefined();
  });
});

test("each tool has its uncertainty; what was told is as wide as its neighbours; they add as squares", () => {
  const item = donorItem("shellWidthMm");
  expect([
    plusMinusOf(item, "tape", 68),
    plusMinusOf(item, "rule", 68),
    plusMinusOf(item, "caliper", 68),
    plusMinusOf(item, "gauge", 68),
    plusMinusOf(item, "told", 68),
  ]).toEqual([2, 0.5, 0.1, 0.02, 3]);
  // Shells of 68, 70, 73, 83 mm: who says 83 may hold one of 73 or 86.5; past the widest only the one below is near.
  expect([68, 70, 83, 100, 79].map((mm) => plusMinusOf(item, "told", mm))).toEqual([3, 3, 10, 8, 6]);
  // Wheels over the telephone: a 622 may be a 584.
  expect(plusMinusOf(donorItem("frontBeadSeatMm"), "told", 622)).toBe(38);
  expect(plusMinusOf(donorItem("frameKind"), "seen", "diamond")).toBe(0);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 5, noNaN: true }), fc.double({ min: 0, max: 5, noNaN: true }), (a, b) =>
      expect(combined(a, b)).toBeGreaterThanOrEqual(Math.max(a, b) - 1e-12),
    ),
  );
});

test("the walk asks only what makes sense on this bike, in the order of the places", () => {
  expect(isAsked("shellLining", donorOf({ frameMaterial: "steel" }))).toBe(false);
  expect(isAsked("shellLining", donorOf({ frameMaterial: "carbon" }))).toBe(true);
  const places = walk(donorOf({ frameMaterial: "carbon", gears: "derailleur" })).map((key) =>
    PLACES.indexOf(donorItem(key).place),
  );
  expect(places).toEqual([...places].sort((a, b) => a - b));
});

test.each(DONOR_KEYS)("%s: every chip is plausible and its picture has its mark", (key) => {
  const item = DONOR_ITEMS[key];
  if (item.kind !== "choice")
    for (const chip of item.chips) expect(chip >= item.plausible[0] && chip <= item.plausible[1]).toBe(true);
  expect(item.picture.mark).not.toBe("");
  expect(item.ask.length).toBeGreaterThan(5);
});

test("bead seats of ISO 5775: the sizes every shop meets", () => {
  const sizes = new Map<number, string>(BEAD_SEATS.map((b) => [b.mm, b.names]));
  expect([622, 584, 559, 507, 406, 349, 305, 203].every((mm) => sizes.has(mm))).toBe(true);
  expect(sizes.get(622)).toMatch(/28/);
  expect(sizes.get(406)).toMatch(/20/);
});
