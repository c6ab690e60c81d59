import { afterRemedy, battery, controller, findingOf, fitCase, hub, mid, partOf } from "../../../../tests/bench.fixture";
import { cutOff, cutOffsWanted, lostShifter } from "./cutOff";
import { kitComplete } from "./kitComplete";
import { packCurrent } from "./packCurrent";
import { chargerMatch, voltsWindow } from "./voltsWindow";

describe("power/pack-current", () => {
  test.each([
    ["clear", 16],
    ["adapt", 16.1],
    ["adapt", 30],
  ] as const)("%s: a controller of %d A on a pack of 20", (verdict, batteryA) =>
    expect(findingOf(packCurrent, { parts: [battery(), controller({ batteryA })] }).verdict).toBe(verdict),
  );
  test("set lower it is clear; fixed it is a stop, for safety when it asks more than the pack gives", () => {
    const p = { parts: [battery(), controller({ batteryA: 30 })] };
    expect(findingOf(packCurrent, p).remedies[0]).toMatchObject({ id: "set-16-amps", tasks: ["setCurrent"] });
    expect(afterRemedy(packCurrent, p, "set-16")).toMatchObject({ verdict: "clear", margin: { value: 0 } });
    expect(findingOf(packCurrent, { parts: [battery(), controller({ batteryA: 18, leastBatteryA: null })] })).toMatchObject({
      verdict: "stop",
      safety: false,
    });
    expect(findingOf(packCurrent, { parts: [battery(), controller({ batteryA: 30, leastBatteryA: null })] })).toMatchObject({
      verdict: "stop",
      safety: true,
    });
  });
  test("a pack whose current nobody knows is asked about, not guessed", () =>
    expect(findingOf(packCurrent, { parts: [battery({ continuousA: null }), controller()] })).toMatchObject({
      verdict: "measure",
      choose: "battery",
    }));
  test("common practice: a 25 A controller on a 48 V pack", () =>
    expect(
      findingOf(packCurrent, { parts: [battery({ series: 13, continuousA: 25 }), controller({ batteryA: 25, maxV: 60 })] })
        .verdict,
    ).toBe("adapt"));
});

describe("power/volts-window", () => {
  test("common practice: a full 14-series pack gives 58.8 V, which a controller for 54.6 does not take", () =>
    expect(findingOf(voltsWindow, { parts: [battery({ series: 14 }), controller({ maxV: 54.6, cutV: 42 })] })).toMatchObject({
      verdict: "stop",
      safety: true,
      margin: { value: expect.closeTo(-4.2, 6) },
    }));
  test("the limit itself goes", () =>
    expect(findingOf(voltsWindow, { parts: [battery(), controller({ maxV: 42, cutV: 30 })] })).toMatchObject({
      verdict: "clear",
    }));
  test("a cut under the pack's empty is set, or stops", () => {
    const p = { parts: [battery(), controller({ cutV: 28, cutSettable: true })] };
    expect(findingOf(voltsWindow, p).verdict).toBe("adapt");
    expect(afterRemedy(voltsWindow, p, "set-cut").verdict).toBe("clear");
    expect(findingOf(voltsWindow, { parts: [battery(), controller({ cutV: 28 })] }).verdict).toBe("stop");
  });
  test("a controller whose cut is over the full pack never runs", () =>
    expect(findingOf(voltsWindow, { parts: [battery({ series: 7 }), controller({ cutV: 39, maxV: 60 })] }).says).toMatch(
      /never runs/,
    ));
  test("a cut at the pack's nominal volts or over leaves half of its charge in it", () => {
    const at = (cutV: number) => findingOf(voltsWindow, { parts: [battery(), controller({ cutV, maxV: 60 })] });
    expect(at(37)).toMatchObject({ verdict: "stop", margin: { value: expect.closeTo(-1, 6) } });
    expect(at(36).verdict).toBe("stop");
    expect(at(35.9).verdict).toBe("clear");
  });
  test("a mid-drive's own controller is checked alike", () =>
    expect(
      findingOf(voltsWindow, {
        parts: [
          battery({ series: 16 }),
          mid({
            controllerBuiltIn: { batteryA: 15, leastBatteryA: 5, maxV: 56, cutV: 39, cutSettable: true, speedSettable: true },
          }),
        ],
      }).verdict,
    ).toBe("stop"));
});

test.each([
  ["clear", 42],
  ["clear", 42.1],
  ["stop", 42.2],
  ["stop", 41.8],
] as const)("power/charger: %s at %d V on a pack full at 42", (verdict, outputV) =>
  expect(findingOf(chargerMatch, { parts: [battery(), partOf("charger", { outputV, outputA: 2, plug: "x" })] }).verdict).toBe(
    verdict,
  ),
);

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
      donor: bars({ leverKind: "combined flat", gears: "derailleur" }),
      parts: [hub(), cadence, levers],
      shelf: [shifter],
    };
    expect(findingOf(cutOff, p).verdict).toBe("clear");
    expect(findingOf(lostShifter, p)).toMatchObject({ verdict: "adapt", says: expect.stringContaining("8-speed") });
    expect(afterRemedy(lostShifter, p, "shifter").verdict).toBe("clear");
    expect(findingOf(lostShifter, { ...p, donor: bars({ gears: "derailleur" }) }).verdict).toBe("clear");
  });
});

describe("kit/lacks", () => {
  test("without a motor there is one thing to say", () =>
    expect(findingOf(kitComplete, { parts: [battery()] })).toMatchObject({ verdict: "measure", choose: "motor" }));
  test("a bare front hub lacks battery, controller, tyre, tube, control and display, each by its name", () => {
    const { findings } = fitCase({ donor: { frontBeadSeatMm: 622, frontBrake: "rim linear" }, parts: [hub()] }, [kitComplete]);
    expect(findings.map((f) => [f.title, f.verdict]).sort()).toEqual([
      ["Battery", "measure"],
      ["Control", "adapt"],
      ["Controller", "measure"],
      ["Display", "adapt"],
      ["Front tube", "adapt"],
      ["Front tyre", "adapt"],
    ]);
  });
  test("the main fuse is three quarters loaded at most and rated for the full pack", () => {
    const fuse = partOf("fuse", { ratedA: 20, maxV: 58 });
    const { findings } = fitCase(
      { parts: [hub(), battery(), controller()], shelf: [fuse, partOf("fuse", { ratedA: 20, maxV: 32 })] },
      [kitComplete],
    );
    expect(findings.find((f) => f.title === "Main fuse")!.remedies[0]!.parts[0]!.partId).toBe(fuse.id);
  });
  test("an old tyre moves over only when the wheel is as large; a throttle is wanted when it was wished for", () => {
    const ids = (beadSeat: number) =>
      fitCase({ donor: { frontBeadSeatMm: beadSeat, frontBrake: "disc" }, parts: [hub()], throttle: true }, [kitComplete])
        .findings;
    expect(
      ids(622)
        .find((f) => f.title === "Front tyre")!
        .remedies.map((r) => r.id),
    ).toEqual(["move-tyre", "new-tyre"]);
    expect(
      ids(559)
        .find((f) => f.title === "Front tyre")!
        .remedies.map((r) => r.id),
    ).toEqual(["new-tyre"]);
    expect(ids(622).map((f) => f.title)).toEqual(expect.arrayContaining(["Throttle", "Front rotor"]));
  });
});
