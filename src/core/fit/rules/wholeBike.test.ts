import { battery, controller, hub, mid, on, partOf, settled, without } from "../../../../tests/bench.fixture";
import { conditionRules, reach, saddleHeight, standOver, tyreAge } from "./conditionRules";
import { frameKindRule, frameSpeed, loadLimit, massPlace, towing } from "./wholeBike";

const motor = [mid()];
const rule = (id: string) => conditionRules.find((r) => r.id === `condition/${id}`)!;

describe("whole/load-limit and whole/front-share", () => {
  // 14 of bike, 1 of motor, 75 of rider and 8 of load are 98 kg.
  test.each([
    [150, "clear"],
    [98, "measure"],
    [97, "stop"],
  ] as const)("98 kg against %d: %s", (loadLimitKg, verdict) =>
    expect(on(loadLimit, motor, { loadLimitKg: loadLimitKg, bikeMassKg: [14, "gauge"] }).verdict).toBe(verdict),
  );
  test("not known is asked for, and so is the rider", () => {
    expect(without(loadLimit, motor, "loadLimitKg").settle).toEqual(["loadLimitKg"]);
    expect(on(loadLimit, motor, {}, { asked: { riderKg: null } }).asks).toBe(true);
  });
  test("a pack on the rack and a rear motor make the front light", () => {
    const heavy = [
      { ...hub({ end: "rear" }), massKg: 8 },
      { ...battery({ mount: "rack" }), massKg: 6 },
    ];
    const light = [
      { ...hub(), massKg: 3 },
      { ...battery(), massKg: 3 },
    ];
    const share = (parts: typeof heavy, loadKg: number) =>
      Number(on(massPlace, parts, {}, { asked: { loadKg } }).figures[0]!.value);
    expect(share(heavy, 25)).toBeLessThan(share(light, 25));
    expect(on(massPlace, heavy, {}, { asked: { loadKg: 40 } }).verdict).toBe("adapt");
    expect(on(massPlace, light).verdict).toBe("clear");
    expect(settled(massPlace, heavy, {}, "acknowledge", { asked: { loadKg: 40 } }).settled).toBe(true);
  });
});

describe("whole/frame-kind, speed and towing", () => {
  test("a rear hub motor in a trike, a pack on carbon without bosses, a strong front hub in a folder", () => {
    expect(on(frameKindRule, motor).verdict).toBe("clear");
    expect(on(frameKindRule, [hub({ end: "rear" })], { frameKind: "trike" })).toMatchObject({ verdict: "stop", safety: true });
    expect(on(frameKindRule, [hub()], { frameKind: "trike" }).verdict).toBe("clear");
    expect(on(frameKindRule, [mid(), battery()], { frameMaterial: "carbon", bossKind: "none" }).verdict).toBe("stop");
    expect(on(frameKindRule, [hub({ peakTorqueNm: 65 })], { frameKind: "folding" }).verdict).toBe("adapt");
  });
  test.each([
    ["diamond", 45, "clear"],
    ["diamond", 46, "adapt"],
    ["folding", 32, "clear"],
    ["folding", 33, "adapt"],
    ["trike", 26, "adapt"],
  ] as const)("a %s frame to %d km/h: %s", (frameKind, assistKmh, verdict) =>
    expect(on(frameSpeed, motor, { frameKind }, { asked: { assistKmh } }).verdict).toBe(verdict),
  );
  test("set lower it is clear; a loose headset over 25 stops", () => {
    expect(settled(frameSpeed, motor, { frameKind: "folding" }, "set-32", { asked: { assistKmh: 45 } }).verdict).toBe("clear");
    expect(on(frameSpeed, motor, { headset: "play" }, { asked: { assistKmh: 30 } })).toMatchObject({
      verdict: "stop",
      safety: true,
    });
    expect(on(frameSpeed, motor, { frameFlexes: "yes" }, { asked: { assistKmh: 30 } }).verdict).toBe("adapt");
  });
  test("a child seat or trailer keeps to 25 km/h, a hitch off the motor's nut", () => {
    expect(() => on(towing, motor)).toThrow(/got 0/);
    expect(on(towing, motor, {}, { asked: { tows: "child seat" } }).verdict).toBe("clear");
    expect(on(towing, motor, {}, { asked: { tows: "trailer", assistKmh: 32 } })).toMatchObject({
      verdict: "adapt",
      safety: true,
    });
    expect(on(towing, [hub({ end: "rear" }), controller()], {}, { asked: { tows: "trailer" } }).verdict).toBe("adapt");
  });
});

describe("condition", () => {
  test.each([
    ["cracks", { cracks: "none" }, "clear"],
    ["cracks", { cracks: "unsure" }, "adapt"],
    ["cracks", { cracks: "crack" }, "stop"],
    ["cracks", { cracks: "cut" }, "stop"],
    ["cracks", { cracks: "heat" }, "stop"],
    ["rust", { rust: "surface" }, "clear"],
    ["rust", { rust: "deep" }, "stop"],
    ["dents", { dents: "shallow" }, "adapt"],
    ["dents", { dents: "deep" }, "stop"],
    ["headset", { headset: "play" }, "adapt"],
    ["headset", { headset: "notched" }, "adapt"],
    ["bearings", { bearings: "rough" }, "adapt"],
    ["pads", { pads: "oily" }, "adapt"],
    ["hoses", { hoses: "leaking" }, "adapt"],
  ] as const)("%s, %p: %s", (id, donor, verdict) => {
    const finding = on(rule(id), motor, donor);
    expect(finding.verdict).toBe(verdict);
    if (verdict === "stop") expect(finding).toMatchObject({ safety: true, lifts: expect.stringContaining("frame builder") });
    if (verdict === "adapt") expect(finding.remedies.length).toBeGreaterThan(0);
  });
  test("what is put right is clear, and is a part and a step", () => {
    const shelf = ["hub bearings", "disc pads", "rim pads", "brake cables"].map((use) => partOf("consumable", { use }));
    expect(settled(rule("bearings"), motor, { bearings: "rough" }, "new-bearings", { shelf })).toMatchObject({
      verdict: "clear",
    });
    expect(on(rule("pads"), motor, { pads: "worn" }, { shelf }).remedies[0]!.parts[0]).toMatchObject({
      says: "disc pads",
      quantity: 2,
    });
    expect(settled(rule("hoses"), motor, { hoses: "perished" }, "new-cables", { shelf }).verdict).toBe("clear");
    expect(settled(rule("cracks"), motor, { cracks: "unsure" }, "inspect").verdict).toBe("clear");
  });
  test.each([
    [6, "clear"],
    [7, "adapt"],
  ] as const)("tyres of %d years: %s", (age, verdict) => expect(on(tyreAge, motor, { tyreAge: age }).verdict).toBe(verdict));
});

describe("the rider on this frame", () => {
  test.each([
    [740, "clear"],
    [809, "measure"],
    [815, "stop"],
  ] as const)("an inseam of 810 over a frame of %d: %s", (standOverMm, verdict) =>
    expect(on(standOver, motor, { standOverMm }).verdict).toBe(verdict),
  );
  // 0.883 of 810 mm is 715 mm (common practice).
  test.each([
    [620, 790, "clear"],
    [620, 715, "measure"],
    [620, 700, "stop"],
    [730, 900, "stop"],
  ] as const)("a saddle from %d to %d: %s", (saddleLowMm, saddleHighMm, verdict) =>
    expect(on(saddleHeight, motor, { saddleLowMm, saddleHighMm }).verdict).toBe(verdict),
  );
  test.each([
    [540, "clear"],
    [440, "adapt"],
    [660, "adapt"],
  ] as const)("the bar %d mm from the saddle: %s", (saddleToBarMm, verdict) =>
    expect(on(reach, motor, { saddleToBarMm }).verdict).toBe(verdict),
  );
  test("another stem brings it to the rider", () =>
    expect(
      settled(reach, motor, { saddleToBarMm: 660 }, "stem", { shelf: [partOf("consumable", { use: "short stem" })] }).verdict,
    ).toBe("clear"));
});
