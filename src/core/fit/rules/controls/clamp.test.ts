import { mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { clampSize } from "./clamp";
import { display } from "./controls.fixture";

describe("controls/clamp", () => {
  test.each([
    [22.2, 22.2, "clear"],
    [22.2, 22.1, "clear"],
    [22.2, 22.0, "measure"],
    [22.2, 23.8, "stop"],
    [22.2, 19, "adapt"],
  ] as const)("a %d clamp on a %d bar: %s", (clampMm, barGripMm, verdict) =>
    expect(on(clampSize, [mid(), display({ clampMm })], { barGripMm }).verdict).toBe(verdict),
  );
  test("a display for the middle is held against the bar there, and a shim fills it", () => {
    const shim = partOf("clamp-shim", { barMm: 25.4, clampMm: 31.8 });
    const parts = [mid(), display({ clampMm: 31.8 })];
    expect(on(clampSize, parts, { barCentreMm: 31.8 }).verdict).toBe("clear");
    expect(on(clampSize, parts, {}, { shelf: [shim] }).verdict).toBe("adapt");
    expect(settled(clampSize, parts, {}, `buy-${shim.id}`, { shelf: [shim] }).verdict).toBe("clear");
  });
});
