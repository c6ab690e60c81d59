import { on, partOf, settled, without } from "../../../../../tests/bench.fixture";
import { front } from "../axle/stack.fixture";
import { rotorLine } from "./rotorLine";

describe("brakes/rotor-line", () => {
  const shims = [
    partOf("washer", { use: "rotor shim", boreMm: 44, thicknessMm: 1 }),
    partOf("washer", { use: "calliper shim", boreMm: 6, thicknessMm: 0.5 }),
  ];
  // Worked examples: face + ring left − the bike's line: 15 + 1 − 15.3 = 0.7; 14 + 1 − 15.3 = −0.3; 10 − 10.5 = −0.5.
  test.each([
    [10.0, 10.5, "post", "clear"],
    [12.0, 10.5, "post", "measure"],
    [12.3, 10.5, "post", "adapt"],
    [10.85, 10.5, "tabs", "adapt"],
    [10.65, 10.5, "tabs", "clear"],
    [11.2, 10.5, "tabs", "adapt"],
    [18, 10.5, "post", "stop"],
    [12, 10.5, "flat", "adapt"],
  ] as const)("face %d, line %d, %s mount: %s", (rotorFaceMm, frontRotorLineMm, frontBrakeMount, verdict) =>
    expect(on(rotorLine, [front({ rotorFaceMm })], { frontRotorLineMm, frontBrakeMount }, { shelf: shims }).verdict).toBe(
      verdict,
    ),
  );
  test("shims under the rotor or the calliper settle it", () => {
    const parts = [front({ rotorFaceMm: 12.3 })];
    expect(settled(rotorLine, parts, {}, "rotor-shim", { shelf: shims }).verdict).toBe("clear");
    expect(settled(rotorLine, parts, {}, "calliper-shim", { shelf: shims }).verdict).toBe("clear");
  });
  test("a line that was not gauged against the old wheel is measured, never taken from a table", () =>
    expect(without(rotorLine, [front()], "frontRotorLineMm").settle).toEqual(["frontRotorLineMm"]));
});
