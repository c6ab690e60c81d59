import { battery, controller, hub, mid, on, settled } from "../../../../../tests/bench.fixture";
import type { Part } from "../../../parts/part";
import { throttle } from "../controls/controls.fixture";
import { legalClass } from "./class";

describe("law/class", () => {
  const at = (where: string, over: object = {}, asked: object = {}, more: Part[] = []) =>
    on(legalClass, [mid({ ratedW: 250, ...over }), controller({ batteryA: 15 }), ...more], {}, { asked: { where, ...asked } });
  // Figures of Regulation (EU) 168/2013 art. 2(2)(h), SI 1983/1168 as amended, 15 USC 2085; known in 2025, to be confirmed locally.
  test.each([
    ["EU, public roads", 250, 25, "clear"],
    ["EU, public roads", 251, 25, "stop"],
    ["EU, public roads", 250, 25.5, "adapt"],
    ["UK, public roads", 250, 24.9, "clear"],
    ["UK, public roads", 250, 25, "adapt"],
    ["US, public roads", 500, 32, "clear"],
    ["US, public roads", 748, 32, "measure"],
    ["US, public roads", 751, 32, "adapt"],
    ["Canada, public roads", 500, 32, "clear"],
    ["Private land", 3000, 60, "clear"],
    ["the moon", 250, 25, "measure"],
  ] as const)("%s, %d W, to %d km/h: %s", (where, ratedW, assistKmh, verdict) => {
    const finding = at(where, { ratedW }, { assistKmh });
    expect(finding.verdict).toBe(verdict);
    expect(finding.caution).toBe("law");
  });
  test("set under the limit it is within the figures, never declared legal", () => {
    const finding = settled(legalClass, [mid(), controller()], {}, "set-24.5", { asked: { assistKmh: 30 } });
    expect(finding).toMatchObject({ verdict: "clear", says: expect.stringContaining("confirm locally") });
    expect(finding.says).not.toMatch(/\blegal\b/);
  });
  test("a throttle goes down to walking pace where none is allowed", () => {
    expect(at("EU, public roads", {}, {}, [throttle()])).toMatchObject({ verdict: "adapt", safety: true });
    expect(settled(legalClass, [mid(), controller(), throttle()], {}, "throttle-walks").verdict).toBe("clear");
    expect(at("US, public roads", {}, {}, [throttle()]).verdict).toBe("clear");
  });
  test("a 52 V pack is over the standard's 48 V and is to be confirmed", () =>
    expect(at("EU, public roads", {}, {}, [battery({ series: 14 })]).verdict).toBe("measure"));
  test("where it is ridden must be asked", () => expect(at("")).toMatchObject({ verdict: "measure", asks: true }));
  test("rated powers of two motors add up", () =>
    expect(on(legalClass, [hub({ ratedW: 150 }), hub({ end: "rear", ratedW: 150 }), controller()]).verdict).toBe("stop"));
});
