import { hub, mid, on, partOf, settled, fitCase, SOUND, ASKED, type Case } from "../../../../tests/bench.fixture";
import type { Rule } from "../rule";
import { adapterLift, brakeBand, brakeDescent, brakeEnergy, hose, leverPull, runOn } from "./brakeRules";

/** The finding of one end: these rules look at both. */
const end = (rule: Rule, which: "front" | "rear", donor: Case["donor"] = {}, more: Partial<Case> = {}) =>
  fitCase(
    {
      ...more,
      parts: [mid({ peakTorqueNm: 70 }), ...(more.parts ?? [])],
      donor: { ...SOUND, ...donor },
      asked: { ...ASKED, ...more.asked },
    },
    [rule],
  ).findings.find((f) => f.key.endsWith(` ${which}`))!;

describe("the band of a kinetic energy", () => {
  // Common practice: to 3 kJ anything sound, to 6 kJ 160/160, to 10 kJ 180/160, over it 203/203; a hill is one step up.
  test.each([
    [2000, false, 160, 160],
    [3000, false, 160, 160],
    [6000, false, 160, 160],
    [6001, false, 180, 160],
    [10000, false, 180, 160],
    [10001, false, 203, 203],
    [4000, true, 180, 160],
    [11000, true, 203, 203],
  ])("%d J, hilly %p: %d and %d mm", (joule, hilly, frontMm, rearMm) =>
    expect(brakeBand(joule, hilly)).toMatchObject({ frontMm, rearMm }),
  );
});

describe("brakes/energy", () => {
  test("160 mm are enough at 25 km/h", () => expect(end(brakeEnergy, "front").verdict).toBe("clear"));
  test("45 km/h asks for more than the rear allows", () => {
    const fast = { asked: { assistKmh: 45, riderKg: 95, loadKg: 15 } };
    expect(end(brakeEnergy, "rear", {}, fast)).toMatchObject({ verdict: "clear" });
    const faster = { asked: { assistKmh: 45, riderKg: 110, loadKg: 20 } };
    expect(end(brakeEnergy, "rear", {}, faster)).toMatchObject({ verdict: "stop", safety: true });
  });
  test("without the maker's limit no more than 20 mm up: it is asked for; on carbon it is refused", () => {
    const heavy = { asked: { assistKmh: 45, riderKg: 110, loadKg: 20 } };
    const { frontRotorLimitMm: gone, ...noLimit } = SOUND!;
    void gone;
    const finding = fitCase({ parts: [mid()], donor: noLimit, asked: { ...ASKED, ...heavy.asked } }, [brakeEnergy]).findings.find(
      (f) => f.key === "brakes/energy front",
    )!;
    expect(finding).toMatchObject({ verdict: "measure", settle: ["frontRotorLimitMm"] });
    expect(end(brakeEnergy, "front", { forkMaterial: "carbon", frontRotorLimitMm: 160 }, heavy).verdict).toBe("stop");
  });
  test("a larger rotor comes with its adapter, and then both checks are clear", () => {
    const rotor = partOf("rotor", { diameterMm: 180, mount: "six-bolt", thicknessMm: 1.8 });
    const adapter = partOf("calliper-adapter", { mount: "post", baseMm: 160, newMm: 180 });
    const p: Case = { parts: [mid()], shelf: [rotor, adapter], donor: SOUND!, asked: { ...ASKED, assistKmh: 40, riderKg: 95 } };
    const before = fitCase(p, [brakeEnergy, adapterLift]).findings.find((f) => f.key === "brakes/energy front")!;
    expect(before).toMatchObject({ verdict: "adapt", remedies: [{ parts: [{ partId: rotor.id }, { partId: adapter.id }] }] });
    const after = fitCase({ ...p, accept: [{ finding: before.key, remedy: before.remedies[0]!.id }] }, [
      brakeEnergy,
      adapterLift,
    ]);
    expect(after.findings.filter((f) => f.key.endsWith("front")).map((f) => f.verdict)).toEqual(["clear", "clear"]);
  });
  test.each([
    [25, "clear"],
    [32, "clear"],
    [32.1, "stop"],
  ] as const)("rim brakes with an assist to %d km/h: %s", (assistKmh, verdict) =>
    expect(
      end(
        brakeEnergy,
        "front",
        { frontBrake: "rim linear", rearBrake: "rim linear" },
        { asked: { assistKmh, riderKg: 65, loadKg: 0 } },
      ),
    ).toMatchObject({ verdict, ...(verdict === "stop" && { lifts: expect.stringContaining("19.8 mph") }) }),
  );
  test("the other school takes two good rim brakes past 32", () =>
    expect(
      end(
        brakeEnergy,
        "front",
        { frontBrake: "rim linear" },
        { asked: { assistKmh: 35, riderKg: 65, loadKg: 0 }, house: { rimBrakesOver32: "two good brakes" } },
      ).verdict,
    ).toBe("clear"));
  test("worn pads at 3 to 6 kJ are renewed", () => {
    const p = { asked: { assistKmh: 30, riderKg: 85 }, shelf: [partOf("consumable", { use: "rim pads" })] };
    expect(end(brakeEnergy, "front", { frontBrake: "rim linear", pads: "worn" }, p).remedies[0]!.id).toBe("new-pads");
  });
  test.each([
    ["coaster", 25, "clear"],
    ["drum", 30, "stop"],
    ["none", 25, "stop"],
  ] as const)("a rear %s at %d km/h: %s", (rearBrake, assistKmh, verdict) =>
    expect(end(brakeEnergy, "rear", { rearBrake }, { asked: { assistKmh } }).verdict).toBe(verdict),
  );
  test("over 12 kJ no bicycle brake is taken", () =>
    expect(end(brakeEnergy, "front", {}, { asked: { assistKmh: 60, riderKg: 150, loadKg: 40 } })).toMatchObject({
      verdict: "stop",
      says: expect.stringMatching(/kJ is more/),
    }));
});

describe("brakes/descent", () => {
  test("asked only with a hill", () => expect(end(brakeDescent, "front")).toBeUndefined());
  test.each([
    [8, 0.9, "clear"],
    [3, 5, "clear"],
    [7, 3, "clear"],
    [12, 3, "adapt"],
    [30, 3, "stop"],
  ] as const)("%d %% for %d km on a 160 rotor: %s", (hillPercent, hillKm, verdict) =>
    expect(end(brakeDescent, "front", { frontRotorLimitMm: 160 }, { asked: { hillPercent, hillKm } }).verdict).toBe(verdict),
  );
  test("a cooler rotor is offered within the maker's limit", () => {
    const rotor = partOf("rotor", { diameterMm: 203, mount: "six-bolt", thicknessMm: 2.3 });
    const p = { asked: { hillPercent: 12, hillKm: 3 }, shelf: [rotor] };
    expect(end(brakeDescent, "front", {}, p).remedies.map((r) => r.id)).toEqual(["rotor-203", "acknowledge"]);
    expect(end(brakeDescent, "rear", {}, p).remedies.map((r) => r.id)).toEqual(["acknowledge"]);
  });
  test("a drum or back-pedal brake does not go down long hills", () =>
    expect(end(brakeDescent, "rear", { rearBrake: "coaster" }, { asked: { hillPercent: 9, hillKm: 2 } })).toMatchObject({
      verdict: "stop",
      safety: true,
    }));
  test("rims are told how much they take", () =>
    expect(end(brakeDescent, "front", { frontBrake: "rim linear" }, { asked: { hillPercent: 12, hillKm: 3 } }).says).toMatch(
      /W heat each rim/,
    ));
});

describe("brakes/lever-pull", () => {
  const levers = (pull: "long" | "short" | "mineral oil" | "DOT") => partOf("brake-lever", { pull, switched: true, levers: 2 });
  test.each([
    ["rim linear", "short", "long", "clear"],
    ["rim linear", "short", "short", "adapt"],
    ["disc", "short", "short", "clear"],
    ["disc", "short", "long", "adapt"],
  ] as const)("%s brakes, %s-pull levers on it, %s in the kit: %s", (frontBrake, pull, kit, verdict) =>
    expect(on(leverPull, [mid(), levers(kit)], { frontBrake, leverPull: pull }).verdict).toBe(verdict),
  );
  test("the right pair settles it", () =>
    expect(settled(leverPull, [mid(), levers("long")], {}, "buy-", { shelf: [levers("short")] }).verdict).toBe("clear"));
  test("fluids are never mixed, and cable levers stay in the box", () => {
    const oil = { leverKind: "hydraulic flat", brakeFluid: "mineral" };
    expect(on(leverPull, [mid(), levers("DOT")], oil)).toMatchObject({
      verdict: "stop",
      safety: true,
      says: expect.stringContaining("never mixed"),
    });
    expect(on(leverPull, [mid(), levers("mineral oil")], oil).verdict).toBe("clear");
    expect(on(leverPull, [mid(), levers("long")], oil).says).toMatch(/stay in the box/);
    expect(on(leverPull, [mid(), levers("long")], { leverKind: "drop mechanical" }).says).toMatch(/stay in the box/);
  });
});

describe("brakes/hose and brakes/run-on", () => {
  const pressure = partOf("cut-off", { method: "pressure switch", switches: 2, plug: "x" });
  const wet = { leverKind: "drop hydraulic", brakeFluid: "mineral", hoseSlackMm: 60 };
  const shelf = ["hose ends", "mineral oil", "DOT fluid", "brake hose"].map((use) => partOf("consumable", { use }));
  test("opened hoses want ends and the brake's own fluid", () => {
    const finding = on(hose, [mid(), pressure], wet, { shelf });
    expect(finding.remedies[0]!.parts.map((part) => part.says)).toEqual(["hose ends", "mineral oil"]);
    expect(settled(hose, [mid(), pressure], wet, "hose-ends", { shelf }).verdict).toBe("clear");
    expect(on(hose, [mid(), pressure], { ...wet, brakeFluid: "DOT" }, { shelf }).remedies[0]!.parts[1]!.says).toBe("DOT fluid");
  });
  test.each([
    [30, "hose-ends"],
    [29, "longer-hose"],
  ])("%d mm to spare: %s", (hoseSlackMm, id) =>
    expect(on(hose, [mid(), pressure], { ...wet, hoseSlackMm }, { shelf }).remedies[0]!.id).toBe(id),
  );
  test("a short run-on is clear; a long one wants something that cuts it", () => {
    expect(on(runOn, [mid({ runOnS: 0.3 })]).verdict).toBe("clear");
    expect(on(runOn, [mid({ runOnS: 0.31 })])).toMatchObject({ verdict: "adapt", safety: true });
    expect(on(runOn, [mid({ runOnS: 1 }), partOf("cut-off", { method: "magnet switch", switches: 2, plug: "x" })]).verdict).toBe(
      "clear",
    );
    expect(settled(runOn, [mid({ runOnS: 1 })], {}, "kill-switch").verdict).toBe("clear");
    expect(on(runOn, [hub(), partOf("pedal-sensor", { senses: "cadence", side: "left", plug: "x" })]).figures[0]!.label).toMatch(
      /usual/,
    );
  });
});
