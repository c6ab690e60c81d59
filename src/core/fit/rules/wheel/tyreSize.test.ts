import { afterRemedy, findingOf, mid, on, partOf, type Case, SOUND, ASKED } from "../../../../../tests/bench.fixture";
import { rimWear } from "./rimWear";
import { wheelSize } from "./size";
import { tyreRim } from "./tyreOnRim";
import { tyreRoom } from "./tyreRoom";
import { tyreSize } from "./tyreSize";

const tyre = (beadSeatMm: number, widthMm: number) => partOf("tyre", { beadSeatMm, widthMm, ratedKmh: null });
const rim = (beadSeatMm: number) =>
  partOf("rim", { beadSeatMm, erdMm: beadSeatMm - 22, holes: 36, innerMm: 21 }, { id: "rim-x" });

// No wheel here has a motor: what goes on is looked at all the same.
describe("wheel/tyre-size", () => {
  test.each([
    [559, "stop"],
    [571, "stop"],
    [584, "stop"],
  ] as const)("a tyre for %d goes on no rim of 622: %s", (size, verdict) => {
    const finding = on(tyreSize, [mid(), tyre(size, 42)]);
    expect(finding.verdict).toBe(verdict);
    expect(finding.safety).toBe(true);
    expect(finding.lifts).toBe("a tyre for 622");
  });
  test("one of the size of either wheel is no question", () => {
    expect(() => on(tyreSize, [mid(), tyre(622, 42)])).toThrow(/got 0/);
    expect(() => on(tyreSize, [mid(), tyre(559, 42)], { frontBeadSeatMm: 559 })).toThrow(/got 0/);
  });
  test("where nobody read a wheel's size it is asked", () => {
    const donor: Partial<typeof SOUND> = { ...SOUND };
    delete donor.frontBeadSeatMm;
    expect(findingOf(tyreSize, { donor, parts: [mid(), tyre(559, 42)], asked: ASKED })).toMatchObject({
      verdict: "measure",
      settle: ["frontBeadSeatMm"],
    });
  });
  test("a rim of another size wants its tyre, and has it once it is taken", () => {
    const shelf = [tyre(584, 42)];
    const p: Case = { donor: SOUND, parts: [mid(), rim(584)], shelf, asked: ASKED };
    expect(findingOf(tyreSize, p)).toMatchObject({ verdict: "adapt", key: "wheel/tyre-size front" });
    expect(afterRemedy(tyreSize, p, "tyre")).toMatchObject({ verdict: "clear" });
    expect(() => findingOf(tyreSize, { ...p, parts: [mid(), rim(622)] })).toThrow(/got 0/);
  });
});

describe("a wheel without a motor", () => {
  const front: NonNullable<Case["donor"]> = { frontRimInnerMm: 19, rearRimInnerMm: 19, tyreWidthMm: 37 };
  const wide = (mm: number) => [mid(), partOf("tyre", { beadSeatMm: 622, widthMm: mm, ratedKmh: null })];
  test("a tyre wider than the bike's own is looked at: room and rim", () => {
    // 62 mm between the legs: a tyre of 56 leaves 3 on each side, of 4 wanted.
    expect(on(tyreRoom, wide(56), front)).toMatchObject({ key: "wheel/tyre-room front", verdict: "adapt" });
    expect(on(tyreRoom, wide(50), front).verdict).toBe("clear");
    expect(on(tyreRim, wide(75), front).verdict).toBe("stop");
  });
  test("one like its own is no question", () => {
    expect(() => on(tyreRoom, wide(37), front)).toThrow(/got 0/);
    expect(() => on(tyreRim, wide(40), front)).toThrow(/got 0/);
  });
  test("a new rim of the old one's size leaves the room as it is; how wide it is the tyre has to know", () => {
    expect(() => on(tyreRoom, [mid(), rim(622)], front)).toThrow(/got 0/);
    expect(on(tyreRim, [mid(), rim(622)], front)).toMatchObject({ key: "wheel/tyre-on-rim front", verdict: "clear" });
    expect(on(tyreRoom, [mid(), rim(584)], front).key).toBe("wheel/tyre-room front");
  });
  test("a rim with other holes than its hub stops, and none such is offered for a worn one", () => {
    expect(on(wheelSize, [mid(), rim(622)], { frontRimHoles: 32 })).toMatchObject({
      verdict: "stop",
      lifts: "a rim of 622 with 32 holes",
    });
    expect(on(wheelSize, [mid(), rim(622)], { frontRimHoles: 36 }).verdict).toBe("clear");
    const worn = { frontBrake: "rim linear", frontRimWearMm: 0.9 } as const;
    const shelf = [rim(622)];
    expect(on(rimWear, [mid()], { ...worn, frontRimHoles: 32 }, { shelf }).remedies.flatMap(({ parts }) => parts)).toMatchObject([
      { partId: null },
    ]);
    expect(on(rimWear, [mid()], { ...worn, frontRimHoles: 36 }, { shelf }).remedies.flatMap(({ parts }) => parts)).toMatchObject([
      { partId: "rim-x" },
    ]);
  });
  test("a rim of another size stops where a linear brake would miss it", () => {
    expect(on(wheelSize, [mid(), rim(584)], { frontBrake: "rim linear" })).toMatchObject({
      verdict: "stop",
      lifts: "a rim of 622",
    });
    expect(on(wheelSize, [mid(), rim(584)], { frontRimHoles: 36 }).verdict).toBe("adapt");
    expect(on(wheelSize, [mid(), rim(622)], { frontRimHoles: 36 }).verdict).toBe("clear");
  });
});
