import { on } from "../../../../../tests/bench.fixture";
import { forkColumn } from "./forkColumn";
import { motorWidth } from "./motorWidth";
import { front } from "./stack.fixture";

describe("axle/motor-width and axle/fork-column", () => {
  test.each([
    [96, "clear"],
    [82.1, "clear"],
    [82, "measure"],
    [81, "stop"],
  ] as const)("a body of 78 between legs %d apart: %s", (frontInsideMm, verdict) =>
    expect(on(motorWidth, [front()], { frontInsideMm }).verdict).toBe(verdict),
  );
  test.each([
    ["steel", 25.4, "clear"],
    ["aluminium", 28.6, "clear"],
    ["aluminium", 25.4, "adapt"],
    ["carbon", 28.6, "stop"],
  ] as const)("a %s column of %d: %s", (forkColumnMaterial, forkColumnMm, verdict) =>
    expect(on(forkColumn, [front()], { forkColumnMaterial, forkColumnMm }).verdict).toBe(verdict),
  );
});
