import { battery, mid, on, partOf, settled, SOUND, without, type Case } from "../../../../tests/bench.fixture";
import {
  batteryBayRule,
  batteryBosses,
  batteryCold,
  batteryGuides,
  batteryReach,
  batterySlide,
  batteryWidth,
  rackLoad,
} from "./batteryPlace";
import { bossesMm } from "./frameRoom";
import { surveyOf } from "../rule";
import { donorOf } from "../../../../tests/bench.fixture";

const with_ = (over: Parameters<typeof battery>[0] = {}, massKg = 2.6) => [mid(), { ...battery(over), massKg }];

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
    ["rack", { otherBay: "rack", rackLengthMm: 400 }, "clear"],
    ["rack", { otherBay: "rack", rackLengthMm: 300 }, "stop"],
    ["rack", { otherBay: "none" }, "stop"],
    ["box", { otherBay: "box", boxLengthMm: 400, boxWidthMm: 200, boxHeightMm: 200 }, "clear"],
    ["box", { otherBay: "box", boxLengthMm: 400, boxWidthMm: 92, boxHeightMm: 200 }, "stop"],
    ["seat tube", { otherBay: "seat tube", otherBayLengthMm: 400, otherBayDepthMm: 120 }, "clear"],
    ["seat tube", { otherBay: "seat tube", otherBayLengthMm: 400, otherBayDepthMm: 90 }, "stop"],
  ] as const)("a %s pack with %p: %s", (mount, donor, verdict) =>
    expect(on(batteryBayRule, with_({ mount }), donor).verdict).toBe(verdict),
  );
  test("under the down tube of a step-through", () =>
    expect(
      on(batteryBayRule, with_(), { triangleBy: "none", otherBay: "down tube", otherBayLengthMm: 420, otherBayDepthMm: 140 })
        .verdict,
    ).toBe("clear"));
  test("what was not taped is asked for", () =>
    expect(without(batteryBayRule, with_(), "topTubeMm").settle).toEqual(["topTubeMm"]));
});

describe("battery/slide", () => {
  test("room at rest and none to slide are two findings", () => {
    const parts = with_({ lengthMm: 430, slideMm: 120 });
    expect(on(batteryBayRule, parts).verdict).toBe("clear");
    expect(on(batterySlide, parts).verdict).toBe("adapt");
  });
  test("short of room, the reading that leaves most open is the one to take again", () => {
    const told = Number(SOUND!.topTubeMm);
    const short = on(batterySlide, with_({ lengthMm: 430, slideMm: 120 }), { topTubeMm: [told, "told"] });
    expect(short).toMatchObject({ verdict: "adapt", settle: expect.arrayContaining(["topTubeMm"]) });
    expect(short.settle[0]).toBe("topTubeMm");
    expect(short.margin!.plusMinus).toBeGreaterThan(on(batterySlide, with_({ lengthMm: 430, slideMm: 120 })).margin!.plusMinus);
  });
  test("a boss more is a boss more, not an uncertainty", () => {
    const two = on(batteryBosses, with_(), { bossCount: 2 });
    const three = on(batteryBosses, with_(), { bossCount: 3 });
    expect(three.margin!.plusMinus).toBe(two.margin!.plusMinus);
  });
  test("what the tapes leave open is their root sum of squares", () => {
    // JCGM 100:2008, 5.1.2 (uncorrelated readings), against its simulation as in JCGM 101:2008: 600 draws.
    const parts = with_({ slideMm: 60 });
    const told = on(batterySlide, parts).margin!;
    const readings = donorOf(SOUND!);
    const open = (["downTubeMm", "topTubeMm", "seatTubeMm", "headTubeMm", "seatAngleDeg", "headAngleDeg"] as const).filter(
      (key) => readings[key]!.plusMinus > 0,
    );
    let seed = 7;
    const uniform = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const draws = Array.from({ length: 600 }, () => {
      const off = open.map((key) => [key, Number(readings[key]!.value) + normal() * readings[key]!.plusMinus] as const);
      return on(batterySlide, parts, Object.fromEntries(off)).margin!.value;
    });
    const mean = draws.reduce((sum, x) => sum + x, 0) / draws.length;
    const deviation = Math.sqrt(draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (draws.length - 1));
    expect(told.plusMinus).toBeGreaterThan(0.5);
    expect(deviation / told.plusMinus).toBeGreaterThan(0.85);
    expect(deviation / told.plusMinus).toBeLessThan(1.15);
  });
  test("a cradle that opens sideways settles it; one that lifts out needs no slide", () => {
    const band = partOf("battery-mount", { style: "clamp band", bosses: 0 });
    expect(settled(batterySlide, with_({ lengthMm: 430, slideMm: 120 }), {}, "buy-", { shelf: [band] }).verdict).toBe("clear");
    expect(on(batterySlide, with_({ slideMm: 0 })).verdict).toBe("clear");
    expect(on(batterySlide, with_({ slideMm: null })).sheetOf).toBeDefined();
  });
});

describe("battery/bosses", () => {
  test("bosses along the tube from the lowest on", () => {
    expect(bossesMm(surveyOf(donorOf(SOUND!)))).toEqual([210, 274]);
    expect(bossesMm(surveyOf(donorOf({ ...SOUND, bossKind: "none" })))).toEqual([]);
  });
  test("two that meet the slots are enough to 3 kg, over it they are reinforced", () => {
    expect(on(batteryBosses, with_({}, 2.9)).verdict).toBe("clear");
    expect(on(batteryBosses, with_({}, 3.1)).verdict).toBe("adapt");
    expect(settled(batteryBosses, with_({}, 3.1), {}, "reinforce").verdict).toBe("clear");
  });
  test("none: bands round the tube, or rivet nuts in metal; carbon stops", () => {
    const band = partOf("battery-mount", { style: "clamp band", bosses: 0 });
    const p = { shelf: [band] };
    expect(on(batteryBosses, with_(), { bossKind: "none" }, p).remedies.map((r) => r.id)).toEqual([
      `buy-${band.id}`,
      "rivet-nuts",
    ]);
    expect(settled(batteryBosses, with_(), { bossKind: "none" }, "buy-", p).verdict).toBe("clear");
    expect(settled(batteryBosses, with_(), { bossKind: "none" }, "rivet", p).verdict).toBe("clear");
    expect(on(batteryBosses, with_(), { bossKind: "none", frameMaterial: "thin steel" }, p).remedies.map((r) => r.id)).toEqual([
      `buy-${band.id}`,
    ]);
    expect(on(batteryBosses, with_(), { bossKind: "none", frameMaterial: "carbon" }, p)).toMatchObject({
      verdict: "stop",
      safety: true,
    });
  });
});

describe("battery/guides, width, reach, cold and the rack", () => {
  test.each([
    [0, "clear"],
    [5, "clear"],
    [6, "measure"],
    [8, "adapt"],
  ] as const)("guides %d mm high under a cradle that bridges 6: %s", (guideUpMm, verdict) =>
    expect(on(batteryGuides, with_(), { guideUpMm }).verdict).toBe(verdict),
  );
  test("re-routed they are out of the way", () =>
    expect(settled(batteryGuides, with_(), { guideUpMm: 9 }, "move").verdict).toBe("clear"));
  test.each([
    [90, 152, "clear"],
    [90, 106, "measure"],
    [90, 104, "stop"],
    [120, 200, "clear"],
    [121, 200, "stop"],
  ] as const)("%d mm wide between cranks %d apart: %s", (widthMm, crankRoomMm, verdict) =>
    expect(on(batteryWidth, with_({ widthMm }), { crankRoomMm }).verdict).toBe(verdict),
  );
  test.each([
    [27, 8, "clear"],
    [11, 8, "clear"],
    [10, 8, "adapt"],
    [2, 0, "stop"],
  ] as const)("a rack for %d kg with 2.6 of pack and %d of load: %s", (rackLimitKg, loadKg, verdict) =>
    expect(on(rackLoad, with_({ mount: "rack" }), { otherBay: "rack", rackLimitKg }, { asked: { loadKg } }).verdict).toBe(
      verdict,
    ),
  );
  test("a port at the pack's end is told", () => {
    expect(on(batteryReach, with_()).verdict).toBe("clear");
    expect(on(batteryReach, with_({ chargeSide: "end" })).verdict).toBe("adapt");
    expect(on(batteryReach, with_({ lockSide: null })).sheetOf).toBeDefined();
  });
  test.each([
    [-5, "clear"],
    [-10, "clear"],
    [-11, "adapt"],
  ] as const)("ridden at %d °C: %s", (coldestC, verdict) =>
    expect(on(batteryCold, with_(), {}, { asked: { coldestC } }).verdict).toBe(verdict),
  );
  test("not asked, the cold is no finding", () => expect(() => on(batteryCold, with_())).toThrow(/got 0/));
});
