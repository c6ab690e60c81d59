import { battery, controller, hub, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { chargerAmps } from "./chargerAmps";
import { plugRating } from "./plugRating";
import { protectionTrip } from "./trip";

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
      on(chargerAmps, [
        hub(),
        battery({ chargePlugA: 8 }),
        partOf("charger", { outputV: 42, outputA, plug: "three charge pins, 5 A" }),
      ]).verdict,
    ).toBe(verdict),
  );
  test("the plug's rating counts too, and the time is said", () => {
    const finding = on(chargerAmps, [
      hub(),
      battery({ chargePlugA: null, chargePlug: "coaxial barrel, 3 A", capacityAh: 15.4 }),
      partOf("charger", { outputV: 42, outputA: 2, plug: "coaxial barrel, 3 A" }),
    ]);
    expect(finding.verdict).toBe("clear");
    // Common practice: about 9.6 h for an empty pack of about 15.4 Ah on 2 A at 80 %.
    expect(finding.figures.find((f) => f.label === "from empty")!.value).toBeCloseTo(9.625, 3);
    const gentle = partOf("charger", { outputV: 42, outputA: 2, plug: "coaxial barrel, 3 A" });
    const strong = [
      hub(),
      battery({ chargePlugA: null, chargePlug: "coaxial barrel, 3 A", capacityAh: 15 }),
      partOf("charger", { outputV: 42, outputA: 4, plug: "coaxial barrel, 3 A" }),
    ];
    expect(on(chargerAmps, strong, {}, { shelf: [gentle] }).remedies[0]!.parts[0]!.partId).toBe(gentle.id);
  });
  test.each([
    ["flat contacts, 30 A", 30, "clear"],
    ["flat contacts, 30 A", 31, "adapt"],
    ["slide-in blades, 20 A", 25, "adapt"],
    ["flat contacts, 45 A", 40, "clear"],
  ] as const)("%s for %d A: %s", (plug, batteryA, verdict) =>
    expect(on(plugRating, [hub(), battery({ plug }), controller({ batteryA })]).verdict).toBe(verdict),
  );
  test("a plug that no table knows is asked about", () =>
    expect(on(plugRating, [hub(), battery({ plug: "mystery" }), controller()]).sheetOf).toBeDefined());
});
