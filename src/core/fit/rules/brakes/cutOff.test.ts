import { afterRemedy, findingOf, hub, mid, partOf } from "../../../../../tests/bench.fixture";
import { cutOff, cutOffsWanted } from "./cutOff";
import { lostShifter } from "./lostShifter";

describe("brakes/cut-off", () => {
  const bars = (over: object = {}) => ({
    leverKind: "separate mechanical",
    frontBrake: "rim linear",
    rearBrake: "rim linear",
    shifterSpeeds: 8,
    ...over,
  });
  const cadence = partOf("pedal-sensor", { senses: "cadence", side: "left", plug: "x" });
  const levers = partOf("brake-lever", { pull: "long", switched: true, levers: 2 });
  const magnets = partOf("cut-off", { method: "magnet switch", switches: 2, plug: "x" });
  const house = { throttleCutOffs: 2, cadenceCutOffs: 1 } as const;
  const hubSense = { throttle: false, senses: "cadence", ratedW: 250, mid: false, regenerates: false, house } as const;
  test.each([
    [{ ...hubSense, throttle: true }, 1, 2],
    [hubSense, 1, 1],
    [{ ...hubSense, senses: "torque" as const }, 0, 0],
    [{ ...hubSense, senses: "torque" as const, ratedW: 350 }, 1, 1],
    [{ ...hubSense, senses: "torque" as const, ratedW: 750 }, 2, 2],
    [{ ...hubSense, regenerates: true }, 2, 2],
  ])("%j wants at least %d, by the house %d", (control, least, wanted) =>
    expect(cutOffsWanted(control)).toMatchObject({ least, wanted }),
  );
  test("separate levers take switched ones, first choice first", () => {
    const p = { donor: bars(), parts: [hub(), cadence], shelf: [levers, magnets] };
    expect(findingOf(cutOff, p)).toMatchObject({ verdict: "adapt", safety: true });
    expect(findingOf(cutOff, p).remedies.map((r) => r.id)).toEqual(["switched-lever", "magnet-switch", "cable-switch"]);
    expect(afterRemedy(cutOff, p, "switched").verdict).toBe("clear");
  });
  test("switched levers in the box do nothing for hydraulic brakes", () => {
    const p = { donor: bars({ leverKind: "drop hydraulic" }), parts: [hub(), cadence, levers], shelf: [magnets] };
    expect(findingOf(cutOff, p)).toMatchObject({
      verdict: "adapt",
      says: expect.stringContaining("do not go with these brakes"),
    });
    expect(afterRemedy(cutOff, p, "magnet").verdict).toBe("clear");
  });
  test("two brakes, or nothing", () =>
    expect(findingOf(cutOff, { donor: bars({ rearBrake: "none" }), parts: [hub(), cadence] })).toMatchObject({
      verdict: "stop",
      safety: true,
    }));
  test("no mid-drive on a back-pedal brake unless made for it", () => {
    expect(findingOf(cutOff, { donor: bars({ rearBrake: "coaster" }), parts: [mid()] })).toMatchObject({
      verdict: "stop",
      safety: true,
    });
    expect(findingOf(cutOff, { donor: bars({ rearBrake: "coaster" }), parts: [mid({ coasterSafe: true })] }).verdict).toBe(
      "clear",
    );
  });
  test("a switched lever in place of a combined one loses the shifter: two findings, and the second is mended by a shifter", () => {
    const shifter = partOf("shifter", { speeds: 8, family: "A", style: "trigger" });
    const p = {
      donor: bars({ leverKind: "combined flat", gears: "derailleur", shifterFamily: "A" }),
      parts: [hub(), cadence, levers],
      shelf: [shifter],
    };
    expect(findingOf(cutOff, p).verdict).toBe("clear");
    expect(findingOf(lostShifter, p)).toMatchObject({ verdict: "adapt", says: expect.stringContaining("8-speed") });
    expect(afterRemedy(lostShifter, p, "shifter").verdict).toBe("clear");
    expect(findingOf(lostShifter, { ...p, donor: bars({ gears: "derailleur" }) }).verdict).toBe("clear");
  });
  test.each([
    ["derailleur", { speeds: 8, family: "A", style: "trigger" }, true],
    ["derailleur", { speeds: 8, family: "B", style: "trigger" }, false],
    ["derailleur", { speeds: 8, family: null, style: "twist" }, false],
    ["derailleur", { speeds: 1, family: null, style: "thumb" }, true],
    ["hub gear", { speeds: 8, family: null, style: "twist" }, true],
    ["hub gear", { speeds: 3, family: null, style: "twist" }, false],
    ["hub gear", { speeds: 8, family: "A", style: "trigger" }, false],
    ["hub gear", { speeds: 1, family: null, style: "thumb" }, false],
  ] as const)("the lost shifter of a %s: %j takes over: %s", (gears, spec, goes) => {
    const shifter = partOf("shifter", spec, { id: "this-one" });
    const p = { donor: bars({ leverKind: "combined flat", gears, shifterFamily: "A" }), parts: [hub(), cadence, levers] };
    const offered = findingOf(lostShifter, { ...p, shelf: [shifter] }).remedies.flatMap((r) => r.parts.map((one) => one.partId));
    expect(offered.includes("this-one")).toBe(goes);
    expect(findingOf(lostShifter, { ...p, parts: [...p.parts, shifter] }).verdict).toBe(goes ? "clear" : "adapt");
  });
});
