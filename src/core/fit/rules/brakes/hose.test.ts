import { hub, mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { hose } from "./hose";
import { runOn } from "./runOn";

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
