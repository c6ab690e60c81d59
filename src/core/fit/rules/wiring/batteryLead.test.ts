import { battery, controller, hub, mid, on, partOf, settled, SOUND } from "../../../../../tests/bench.fixture";
import { batteryLead } from "./batteryLead";
import { fuseAndCable } from "./fuse";
import { midBatteryLead } from "./packToMotor";

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
    [20, 36, "adapt"],
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
