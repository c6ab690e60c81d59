import { battery, type Case, mid, on, without } from "../../../../../tests/bench.fixture";
import type { Part } from "../../../parts/part";
import { batteryBayRule } from "./bay";
import { with_ } from "./pack.fixture";

describe("battery/bay", () => {
  test("an ordinary pack goes in an ordinary triangle, and says where", () => {
    const finding = on(batteryBayRule, with_());
    expect(finding.verdict).toBe("clear");
    const from = Number(finding.figures.find((f) => f.label === "from the crank axle")!.value);
    expect(from).toBeGreaterThan(60);
    expect(from + 360).toBeLessThan(615);
  });
  test.each([
    [360, "clear"],
    [440, "clear"],
    [520, "stop"],
    [700, "stop"],
  ] as const)("a pack of %d mm: %s", (lengthMm, verdict) =>
    expect(on(batteryBayRule, with_({ lengthMm })).verdict).toBe(verdict),
  );
  test("too long says by how much, and which packs in the catalogue would go", () => {
    const short = { ...battery({ lengthMm: 300 }), name: "A short pack" };
    const finding = on(batteryBayRule, with_({ lengthMm: 560 }), {}, { shelf: [short] });
    expect(finding.lifts).toMatch(/A short pack, chosen in Drive; a tube is never cut/);
    const tooLong = Number(finding.figures.find((f) => f.label === "too long by")!.value);
    expect(on(batteryBayRule, with_({ lengthMm: 560 - tooLong - 3 })).verdict).not.toBe("stop");
  });
  test("too high for any length says so", () => {
    const low = { frameKind: "full-suspension", shockNearMm: 100, shockNearUpMm: 60, shockFarMm: 550, shockFarUpMm: 60 };
    expect(on(batteryBayRule, with_(), low).says).toMatch(/too high/);
  });
  test("the tape's ± 2 mm decides nothing near the limit", () => {
    // The longest that fits, found by halving, has no margin over its 3 mm.
    let [low, high] = [360, 560];
    for (let i = 0; i < 20; i += 1) {
      const midMm = (low + high) / 2;
      if (on(batteryBayRule, with_({ lengthMm: midMm })).verdict === "stop") high = midMm;
      else low = midMm;
    }
    expect(on(batteryBayRule, with_({ lengthMm: low - 0.1 })).verdict).toBe("measure");
  });
  test("the same part with another length is worked out anew", () => {
    const pack = with_()[1]!;
    const longer = { ...pack, spec: { ...pack.spec, lengthMm: 700 } } as typeof pack;
    expect(on(batteryBayRule, [mid(), pack]).verdict).toBe("clear");
    expect(on(batteryBayRule, [mid(), longer]).verdict).toBe("stop");
  });
  test("a coarser reading leaves more open, and is the one to take again", () => {
    const byLevel = on(batteryBayRule, with_(), { headTubeMm: 120 });
    const told = on(batteryBayRule, with_(), { headTubeMm: [120, "told"] });
    expect(told.margin!.plusMinus).toBeGreaterThan(byLevel.margin!.plusMinus);
    expect(told.settle[0]).toBe("headTubeMm");
  });
  test("tapes that close no frame, or contradict each other, are taped again", () => {
    expect(on(batteryBayRule, with_(), { downTubeMm: 900, topTubeMm: 200 })).toMatchObject({
      verdict: "measure",
      settle: expect.arrayContaining(["downTubeMm"]),
    });
    const diagonals = { triangleBy: "diagonals", axleToSeatMm: 520, diagonalUpMm: 680, diagonalDownMm: 900 };
    expect(on(batteryBayRule, with_(), diagonals).says).toMatch(/contradict each other/);
  });
  test("bolts on the seat tube and a shock's sweep take room", () => {
    const free = (donor: Case["donor"]) => on(batteryBayRule, with_({ lengthMm: 420 }), donor).margin?.value ?? -99;
    expect(free({ seatBoltsMm: 12 })).toBeLessThanOrEqual(free({}));
    const shock = { frameKind: "full-suspension", shockNearMm: 200, shockNearUpMm: 60, shockFarMm: 450, shockFarUpMm: 90 };
    expect(on(batteryBayRule, with_(), shock).verdict).toBe("stop");
  });
  test.each([
    ["rack", { otherBay: "rack", rackLengthMm: 400, rackWidthMm: 110 }, "clear"],
    ["rack", { otherBay: "rack", rackLengthMm: 300, rackWidthMm: 110 }, "stop"],
    ["rack", { otherBay: "rack", rackLengthMm: 400 }, "measure"],
    ["rack", { otherBay: "none" }, "stop"],
    ["box", { otherBay: "box", boxLengthMm: 400, boxWidthMm: 200, boxHeightMm: 200 }, "clear"],
    ["box", { otherBay: "box", boxLengthMm: 400, boxWidthMm: 92, boxHeightMm: 200 }, "stop"],
    ["seat tube", { otherBay: "seat tube", otherBayLengthMm: 400, otherBayDepthMm: 120 }, "clear"],
    ["seat tube", { otherBay: "seat tube", otherBayLengthMm: 400, otherBayDepthMm: 90 }, "stop"],
  ] as const)("a %s pack with %p: %s", (mount, donor, verdict) =>
    expect(on(batteryBayRule, with_({ mount }), donor).verdict).toBe(verdict),
  );
  // 150 mm of pack stand over rails of 100 by 25 a side, the most.
  test.each([
    [110, "clear"],
    [102, "clear"],
    [100.2, "measure"],
    [99.8, "measure"],
    [96, "stop"],
  ] as const)("a pack of 150 mm on a rack with %d mm between its rails: %s", (mm, verdict) =>
    expect(
      on(batteryBayRule, with_({ mount: "rack", widthMm: 150 }), {
        otherBay: "rack",
        rackLengthMm: 400,
        rackWidthMm: [mm, "rule"],
      }).verdict,
    ).toBe(verdict),
  );
  test("the way that is short for sure decides, else the one that may be; its own tape counts, and what is offered goes in each way", () => {
    const box = (more: object) => ({ otherBay: "box", boxLengthMm: 400, boxWidthMm: 200, boxHeightMm: 200, ...more });
    // 20 mm of length to spare by a tape of ± 3; of 103 mm wanted in height 104 are there by a hand's span of ± 20.
    const unsure = on(batteryBayRule, with_({ mount: "box", lengthMm: 374 }), box({ boxHeightMm: [104, "told"] }));
    expect(unsure).toMatchObject({ verdict: "measure", settle: expect.arrayContaining(["boxHeightMm"]) });
    expect(on(batteryBayRule, with_({ mount: "box", lengthMm: 430 }), box({ boxHeightMm: [104, "told"] }))).toMatchObject({
      verdict: "stop",
      says: expect.stringContaining("too long"),
    });
    const [wide, low, right] = [{ widthMm: 300 }, { heightMm: 280 }, {}].map((spec) =>
      battery({ mount: "box", lengthMm: 300, ...spec }),
    ) as [Part, Part, Part];
    const named = [wide, low, right].map((part, i) => ({ ...part, name: `Pack ${i}` }));
    const offered = on(batteryBayRule, with_({ mount: "box", lengthMm: 500 }), box({}), { shelf: named });
    expect(offered.lifts).toContain("Pack 2");
    expect(offered.lifts).not.toMatch(/Pack [01]/);
  });
  test("under the down tube of a step-through", () =>
    expect(
      on(batteryBayRule, with_(), { triangleBy: "none", otherBay: "down tube", otherBayLengthMm: 420, otherBayDepthMm: 140 })
        .verdict,
    ).toBe("clear"));
  test("what was not taped is asked for", () =>
    expect(without(batteryBayRule, with_(), "topTubeMm").settle).toEqual(["topTubeMm"]));
});
