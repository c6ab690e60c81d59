import { mid, on } from "../../../../../tests/bench.fixture";
import { behindShell } from "./behind";

const motor = [mid()];

describe("shell/behind", () => {
  // The motor wants 44 mm and 2 more; a rule leaves ± 0.5 open.
  test.each([
    [60, "clear"],
    [46.6, "clear"],
    [46, "measure"],
    [45.6, "measure"],
    [45, "stop"],
  ] as const)("%d mm free behind the axle: %s", (behindShellMm, verdict) =>
    expect(on(behindShell, motor, { behindShellMm }).verdict).toBe(verdict),
  );
  test("a sheet that leaves the figure out is asked of its maker, and named", () =>
    expect(on(behindShell, [mid({ behindMm: null })])).toMatchObject({
      verdict: "measure",
      says: expect.stringContaining("the room it wants behind the crank axle"),
      sheetOf: expect.any(String),
    }));
});
