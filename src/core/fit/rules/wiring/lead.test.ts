import { ASKED, battery, type Case, controller, fitCase, hub, mid, partOf, SOUND } from "../../../../../tests/bench.fixture";
import type { Part } from "../../../parts/part";
import { leadLength } from "./lead";

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
