import { ASKED, battery, type Case, controller, fitCase, hub, partOf, SOUND } from "../../../../../tests/bench.fixture";
import type { Part } from "../../../parts/part";
import { display } from "../controls/controls.fixture";
import { plugs } from "./plugs";

describe("wiring/plugs", () => {
  const one = (parts: Part[], what: string, more: Partial<Case> = {}) =>
    fitCase({ ...more, parts, donor: SOUND!, asked: ASKED }, [plugs]).findings.find((f) => f.key === `wiring/plugs ${what}`)!;
  const parts = [hub(), battery({ plug: "slide-in blades, 20 A" }), controller(), display()];
  test("alike they meet", () => {
    expect(one(parts, "motor").verdict).toBe("clear");
    expect(one(parts, "display").verdict).toBe("clear");
  });
  test("power plugs are made new, or soldered by the other school; signals of two makers stop", () => {
    const plug = partOf("connector", { family: "slide-in blades, 20 A", continuousA: 25 });
    const p = { shelf: [plug, partOf("consumable", { use: "shrink tube" })] };
    expect(one(parts, "battery", p).remedies[0]!.parts[0]).toMatchObject({ partId: plug.id });
    expect(one(parts, "battery", { ...p, house: { powerLeads: "solder" } }).remedies[0]!.title).toMatch(/^Solder/);
    expect(one(parts, "battery", { ...p, accept: [{ finding: "wiring/plugs battery", remedy: "make-plug" }] }).verdict).toBe(
      "clear",
    );
    expect(one([hub(), battery(), controller({ controlPlug: "six-pin" }), display()], "display").verdict).toBe("stop");
  });
});
