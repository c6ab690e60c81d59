import { mid, on, partOf, settled } from "../../../../../tests/bench.fixture";
import { reach } from "./reach";
import { saddleHeight } from "./saddle";
import { standOver } from "./standOver";

const motor = [mid()];

describe("the rider on this frame", () => {
  test.each([
    [740, "clear"],
    [809, "measure"],
    [815, "stop"],
  ] as const)("an inseam of 810 over a frame of %d: %s", (standOverMm, verdict) =>
    expect(on(standOver, motor, { standOverMm }).verdict).toBe(verdict),
  );
  // 0.883 of 810 mm is 715 mm (common practice).
  test.each([
    [620, 790, "clear"],
    [620, 715, "measure"],
    [620, 700, "stop"],
    [730, 900, "stop"],
  ] as const)("a saddle from %d to %d: %s", (saddleLowMm, saddleHighMm, verdict) =>
    expect(on(saddleHeight, motor, { saddleLowMm, saddleHighMm }).verdict).toBe(verdict),
  );
  test.each([
    [540, "clear"],
    [440, "adapt"],
    [660, "adapt"],
  ] as const)("the bar %d mm from the saddle: %s", (saddleToBarMm, verdict) =>
    expect(on(reach, motor, { saddleToBarMm }).verdict).toBe(verdict),
  );
  test("another stem brings it to the rider", () =>
    expect(
      settled(reach, motor, { saddleToBarMm: 660 }, "stem", { shelf: [partOf("consumable", { use: "short stem" })] }).verdict,
    ).toBe("clear"));
});
