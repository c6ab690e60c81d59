import { mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { leverPull } from "./leverPull";

describe("brakes/lever-pull", () => {
  const levers = (pull: "long" | "short" | "mineral oil" | "DOT") => partOf("brake-lever", { pull, switched: true, levers: 2 });
  test.each([
    ["rim linear", "short", "long", "clear"],
    ["rim linear", "short", "short", "adapt"],
    ["disc", "short", "short", "clear"],
    ["disc", "short", "long", "adapt"],
  ] as const)("%s brakes, %s-pull levers on it, %s in the kit: %s", (frontBrake, pull, kit, verdict) =>
    expect(on(leverPull, [mid(), levers(kit)], { frontBrake, rearBrake: frontBrake, leverPull: pull }).verdict).toBe(verdict),
  );
  test("the right pair settles it", () =>
    expect(settled(leverPull, [mid(), levers("long")], {}, "buy-", { shelf: [levers("short")] }).verdict).toBe("clear"));
  test("fluids are never mixed, and cable levers stay in the box", () => {
    const oil = { leverKind: "hydraulic flat", brakeFluid: "mineral" };
    expect(on(leverPull, [mid(), levers("DOT")], oil)).toMatchObject({
      verdict: "stop",
      safety: true,
      says: expect.stringContaining("never mixed"),
    });
    expect(on(leverPull, [mid(), levers("mineral oil")], oil).verdict).toBe("clear");
    expect(on(leverPull, [mid(), levers("long")], oil).says).toMatch(/stay in the box/);
    expect(on(leverPull, [mid(), levers("long")], { leverKind: "drop mechanical" }).says).toMatch(/stay in the box/);
  });
});
