import { on, settled } from "../../../../../tests/bench.fixture";
import { batteryCold } from "./cold";
import { batteryGuides } from "./guides";
import { with_ } from "./pack.fixture";
import { rackLoad } from "./rackLoad";
import { batteryReach } from "./reach";
import { batteryWidth } from "./width";

describe("battery/guides, width, reach, cold and the rack", () => {
  test.each([
    [0, "clear"],
    [5, "clear"],
    [6, "measure"],
    [8, "adapt"],
  ] as const)("guides %d mm high under a cradle that bridges 6: %s", (guideUpMm, verdict) =>
    expect(on(batteryGuides, with_(), { guideUpMm }).verdict).toBe(verdict),
  );
  test("re-routed they are out of the way", () =>
    expect(settled(batteryGuides, with_(), { guideUpMm: 9 }, "move").verdict).toBe("clear"));
  test.each([
    [90, 152, "clear"],
    [90, 106, "measure"],
    [90, 104, "stop"],
    [120, 200, "clear"],
    [121, 200, "stop"],
  ] as const)("%d mm wide between cranks %d apart: %s", (widthMm, crankRoomMm, verdict) =>
    expect(on(batteryWidth, with_({ widthMm }), { crankRoomMm }).verdict).toBe(verdict),
  );
  test.each([
    [27, 8, "clear"],
    [11, 8, "clear"],
    [10, 8, "adapt"],
    [2, 0, "stop"],
  ] as const)("a rack for %d kg with 2.6 of pack and %d of load: %s", (rackLimitKg, loadKg, verdict) =>
    expect(on(rackLoad, with_({ mount: "rack" }), { otherBay: "rack", rackLimitKg }, { asked: { loadKg } }).verdict).toBe(
      verdict,
    ),
  );
  test("a port at the pack's end is told", () => {
    expect(on(batteryReach, with_()).verdict).toBe("clear");
    expect(on(batteryReach, with_({ chargeSide: "end" })).verdict).toBe("adapt");
    expect(on(batteryReach, with_({ lockSide: null })).sheetOf).toBeDefined();
  });
  test.each([
    [-5, "clear"],
    [-10, "clear"],
    [-11, "adapt"],
  ] as const)("ridden at %d °C: %s", (coldestC, verdict) =>
    expect(on(batteryCold, with_(), {}, { asked: { coldestC } }).verdict).toBe(verdict),
  );
  test("not asked, the cold is no finding", () => expect(() => on(batteryCold, with_())).toThrow(/got 0/));
});
