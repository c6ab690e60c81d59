import { mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { conditionRules } from "./conditions";
import { tyreAge } from "./tyreAge";

const motor = [mid()];

const rule = (id: string) => conditionRules.find((r) => r.id === `condition/${id}`)!;

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
