import {
  battery,
  controller,
  fitCase,
  hub,
  mid,
  on,
  partOf,
  settled,
  SOUND,
  ASKED,
  type Case,
} from "../../../../tests/bench.fixture";
import type { Part } from "../../parts/part";
import { displayRun, leadMm, midBatteryRun, midDisplayRun, motorRun, runMm, sensorRun, type Ways } from "../../wiring/paths";
import { batteryLead, fuseAndCable, leadLength, midBatteryLead } from "./wiringRules";

const ways: Ways = {
  downTubeMm: 600,
  chainstayMm: 440,
  rearRadiusMm: 350,
  frontRadiusMm: 350,
  barHalfMm: 280,
  batteryAt: "down tube",
};

describe("paths along the bike", () => {
  // Worked examples: 1.05 × segments and loops, and 2 × 40 where both ends are bare.
  test.each([
    [950, 150, 1228],
    [1200, 80, 1420],
  ])("%d mm of segments and %d of loops", (segments, loops, mm) =>
    expect((leadMm([segments], loops) + 80) / mm).toBeCloseTo(1, 3),
  );
  test("lie within what an adult bike usually has (from memory: 900 to 1300 bar to down tube, 1100 to 1400 to a rear hub)", () => {
    expect(runMm(displayRun(ways))).toBeGreaterThan(900);
    expect(runMm(displayRun(ways))).toBeLessThan(1300);
    expect(runMm(displayRun({ ...ways, batteryAt: "rack" }))).toBeGreaterThan(1500);
    expect(runMm(motorRun(ways, "front"))).toBeGreaterThan(850);
    expect(runMm(motorRun(ways, "front"))).toBeLessThan(1200);
    expect(runMm(motorRun(ways, "rear"))).toBeGreaterThan(800);
    expect(runMm(motorRun(ways, "rear"))).toBeLessThan(1400);
    expect(runMm(midBatteryRun(ways))).toBeLessThan(500);
  });
  test("a longer bike never needs a shorter lead", () => {
    const long = { ...ways, chainstayMm: 1150, downTubeMm: 700 };
    for (const run of [displayRun, midDisplayRun, sensorRun, midBatteryRun])
      expect(runMm(run(long))).toBeGreaterThanOrEqual(runMm(run(ways)));
  });
});

describe("wiring/lead", () => {
  const display = (leadLengthMm: number | null) =>
    partOf("display", { plug: "five-pin", clampMm: 22.2, showsSpeed: true, barMm: 28, leadMm: leadLengthMm });
  const one = (what: string, parts: Part[], donor: Case["donor"] = {}, more: Partial<Case> = {}) =>
    fitCase({ ...more, parts, donor: { ...SOUND, ...donor }, asked: ASKED }, [leadLength]).findings.find(
      (f) => f.key === `wiring/lead ${what}`,
    )!;
  test("a speed sensor's lead ends half way on a long wheelbase", () => {
    const parts = [mid({ sensorLeadMm: 500 })];
    expect(one("sensor", parts).verdict).toBe("clear");
    const lead = partOf("lead", { plug: "three-pin", lengthMm: 800, use: "sensor" });
    const long = { chainstayMm: 1150 };
    expect(one("sensor", parts, long, { shelf: [lead] })).toMatchObject({
      verdict: "adapt",
      remedies: [{ parts: [{ partId: lead.id }], tasks: ["leads"] }],
    });
    expect(
      one("sensor", parts, long, { shelf: [lead], accept: [{ finding: "wiring/lead sensor", remedy: `buy-${lead.id}` }] })
        .verdict,
    ).toBe("clear");
  });
  test("leads of both ends add up, and the extension must have the plug", () => {
    const parts = [hub({ cableMm: 200 }), battery(), controller({ motorLeadMm: 300, displayLeadMm: 300 }), display(200)];
    const wrong = partOf("lead", { plug: "another", lengthMm: 900, use: "motor" });
    expect(one("motor", parts, {}, { shelf: [wrong] }).remedies[0]!.parts[0]!.partId).toBeNull();
    expect(one("motor", [hub({ cableMm: 900 }), battery(), controller(), display(200)]).verdict).toBe("clear");
    expect(one("display", parts).verdict).toBe("adapt");
  });
  test("near the limit the tape decides nothing", () => {
    const need = Number(one("sensor", [mid()]).figures.find((f) => f.label.startsWith("wanted"))!.value);
    expect(one("sensor", [mid({ sensorLeadMm: Math.ceil(need) })]).verdict).toBe("measure");
    expect(one("sensor", [mid({ sensorLeadMm: Math.ceil(need) + 3 })]).verdict).toBe("clear");
  });
  test("a length that no sheet gives is asked about", () =>
    expect(one("motor", [hub({ cableMm: null }), battery(), controller()]).sheetOf).toBeDefined());
});

describe("wiring/battery-lead, pack-to-motor and fuse", () => {
  const drive = (over: Parameters<typeof controller>[0]) => [hub(), battery(), controller(over)];
  test.each([
    [14, 350, 28, "clear"],
    [14, 350, 28.1, "adapt"],
    [18, 350, 12, "clear"],
    [16, 2000, 18, "adapt"],
  ] as const)("%d AWG, %d mm, %d A: %s", (batteryLeadAwg, batteryLeadMm, batteryA, verdict) =>
    expect(on(batteryLead, drive({ batteryLeadAwg, batteryLeadMm, batteryA })).verdict).toBe(verdict),
  );
  test("too thin is a safety matter, too much drop is not; a thicker lead settles both", () => {
    const wire = partOf("wire", { awg: 12, lengthMm: 2500 });
    expect(on(batteryLead, drive({ batteryLeadAwg: 18, batteryA: 20 }))).toMatchObject({ verdict: "adapt", safety: true });
    expect(on(batteryLead, drive({ batteryLeadAwg: 14, batteryLeadMm: 2400, batteryA: 20 }))).toMatchObject({
      verdict: "adapt",
      safety: false,
    });
    expect(settled(batteryLead, drive({ batteryLeadAwg: 18, batteryA: 20 }), {}, "buy-", { shelf: [wire] }).verdict).toBe(
      "clear",
    );
  });
  test.each([
    [20, 58, "clear"],
    [30, 58, "adapt"],
    [20, 36, "stop"],
  ] as const)("a fuse of %d A for %d V on 14 AWG: %s", (ratedA, maxV, verdict) =>
    expect(on(fuseAndCable, [...drive({}), partOf("fuse", { ratedA, maxV })])).toMatchObject({ verdict }),
  );
  test("worked example: a 30 A fuse on a cable for 28 A raises the cable", () => {
    const wire = partOf("wire", { awg: 12, lengthMm: 1000 });
    const finding = on(fuseAndCable, [...drive({}), partOf("fuse", { ratedA: 30, maxV: 58 })], {}, { shelf: [wire] });
    expect(finding.remedies[0]!.parts[0]!.partId).toBe(wire.id);
    expect(
      settled(fuseAndCable, [...drive({}), partOf("fuse", { ratedA: 30, maxV: 58 })], {}, "buy-", { shelf: [wire] }).verdict,
    ).toBe("clear");
  });
  test("a mid-drive's lead does not reach a pack on the rack", () => {
    const onRack = { ...SOUND, otherBay: "rack" };
    expect(on(midBatteryLead, [mid(), battery()]).verdict).toBe("clear");
    expect(on(midBatteryLead, [mid(), battery({ mount: "rack" })], onRack).verdict).toBe("adapt");
  });
});
