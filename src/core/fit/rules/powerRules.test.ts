import { battery, controller, fitCase, hub, on, partOf, settled, SOUND, ASKED } from "../../../../tests/bench.fixture";
import { chargerAmps, frontGrip, plugRating, protectionTrip, regenCeiling, twoMotors } from "./powerRules";

describe("power/regen", () => {
  const direct = hub({ end: "rear", drive: "direct", regenerates: true });
  const parts = (regenMaxV: number | null, regenSettable = false) => [
    direct,
    battery({ series: 13 }),
    controller({ maxV: 60, regenMaxV, regenSettable }),
  ];
  // 13 cells are full at 54.6 V; under 0.985 of it nothing comes back on a fresh pack.
  test.each([
    [54.6, false, "clear"],
    [53.8, false, "clear"],
    [53.7, false, "adapt"],
    [54.7, false, "stop"],
    [58.8, false, "stop"],
    [58.8, true, "adapt"],
  ] as const)("a ceiling of %d V, settable %p: %s", (ceiling, settable, verdict) =>
    expect(on(regenCeiling, parts(ceiling, settable)).verdict).toBe(verdict),
  );
  test("set to the pack's full it is clear", () =>
    expect(settled(regenCeiling, parts(58.8, true), {}, "set-regen").verdict).toBe("clear"));
  test("not on the sheet: asked of the maker; without regeneration no finding", () => {
    expect(on(regenCeiling, parts(null)).sheetOf).toBeDefined();
    expect(() => on(regenCeiling, [hub(), battery(), controller()])).toThrow(/got 0/);
  });
  test("common practice: a 48 V controller's ceiling of 54.6 V on a 14-series pack gives nothing until it has fallen", () =>
    expect(on(regenCeiling, [direct, battery({ series: 14 }), controller({ maxV: 60, regenMaxV: 54.6 })]).says).toMatch(
      /only below 54.6 V/,
    ));
});

describe("power/trip, charger-amps and plug-rating", () => {
  test.each([
    [20, 19, "clear"],
    [20, 20, "clear"],
    [20, 21, "adapt"],
  ] as const)("a protection at %d A and %d A asked: %s", (tripA, batteryA, verdict) =>
    expect(on(protectionTrip, [hub(), battery({ tripA }), controller({ batteryA })]).verdict).toBe(verdict),
  );
  test("set with a tenth to spare it is clear; fixed it stops", () => {
    expect(settled(protectionTrip, [hub(), battery({ tripA: 20 }), controller({ batteryA: 25 })], {}, "set-18").verdict).toBe(
      "clear",
    );
    expect(on(protectionTrip, [hub(), battery({ tripA: 20 }), controller({ batteryA: 25, leastBatteryA: null })]).verdict).toBe(
      "stop",
    );
  });
  test.each([
    [5, "clear"],
    [5.1, "adapt"],
  ] as const)("a charger of %d A on 10 Ah: %s", (outputA, verdict) =>
    expect(
      on(chargerAmps, [hub(), battery({ chargePlugA: 8 }), partOf("charger", { outputV: 42, outputA, plug: "x" })]).verdict,
    ).toBe(verdict),
  );
  test("the plug's rating counts too, and the time is said", () => {
    const finding = on(chargerAmps, [
      hub(),
      battery({ chargePlugA: null, capacityAh: 15.4 }),
      partOf("charger", { outputV: 42, outputA: 2, plug: "barrel 5.5" }),
    ]);
    expect(finding.verdict).toBe("clear");
    // Common practice: about 9.6 h for an empty pack of about 15.4 Ah on 2 A at 80 %.
    expect(finding.figures.find((f) => f.label === "from empty")!.value).toBeCloseTo(9.625, 3);
    const gentle = partOf("charger", { outputV: 42, outputA: 2, plug: "barrel 5.5" });
    const strong = [
      hub(),
      battery({ chargePlugA: null, capacityAh: 15 }),
      partOf("charger", { outputV: 42, outputA: 4, plug: "barrel 5.5" }),
    ];
    expect(on(chargerAmps, strong, {}, { shelf: [gentle] }).remedies[0]!.parts[0]!.partId).toBe(gentle.id);
  });
  test.each([
    ["two-pole 30", 30, "clear"],
    ["two-pole 30", 31, "adapt"],
    ["blade pair", 25, "adapt"],
    ["two-pole 45", 40, "clear"],
  ] as const)("%s for %d A: %s", (plug, batteryA, verdict) =>
    expect(on(plugRating, [hub(), battery({ plug }), controller({ batteryA })]).verdict).toBe(verdict),
  );
  test("a plug that no table knows is asked about", () =>
    expect(on(plugRating, [hub(), battery({ plug: "mystery" }), controller()]).sheetOf).toBeDefined());
});

describe("power/two-motors", () => {
  // Worked examples of the front wheel's load and grip.
  test.each([
    [30, 0.34, 120, 0.6, 0.05, 411.5, 0.2144, false],
    [60, 0.34, 110, 0.65, 0.15, 213.4, 0.8268, true],
  ])("%d N·m on a wheel of %d m, %d kg", (torqueNm, wheelM, kg, rearShare, grade, loadN, used, slips) => {
    const grip = frontGrip({ torqueNm, wheelM, kg, rearShare, heightOverBase: 1, grade, friction: 0.5 });
    expect(grip.loadN / loadN).toBeCloseTo(1, 2);
    expect(grip.used / used).toBeCloseTo(1, 2);
    expect(grip.slips).toBe(slips);
  });
  const rear = (peakTorqueNm: number) => hub({ end: "rear", peakTorqueNm });
  const two = (front: number, back: number, controllers: number) =>
    fitCase(
      {
        parts: [hub({ peakTorqueNm: front }), rear(back), battery(), ...Array.from({ length: controllers }, () => controller())],
        shelf: [controller()],
        donor: SOUND!,
        asked: ASKED,
      },
      [twoMotors],
    ).findings[0]!;
  test.each([
    [20, 40, 2, "clear"],
    [20, 30, 2, "clear"],
    [25, 30, 2, "adapt"],
    [60, 100, 2, "adapt"],
    [20, 40, 1, "adapt"],
  ] as const)("front %d, rear %d N·m, %d controllers: %s", (front, back, controllers, verdict) =>
    expect(two(front, back, controllers).verdict).toBe(verdict),
  );
  test("one motor is not asked about", () => expect(() => on(twoMotors, [hub(), battery(), controller()])).toThrow(/got 0/));
});
