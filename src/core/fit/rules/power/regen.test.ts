import { battery, controller, hub, on, settled } from "../../../../../tests/bench.fixture";
import { regenCeiling } from "./regen";

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
