import { mid, on, settled, without } from "../../../../../tests/bench.fixture";
import { shellRound } from "./round";

const motor = [mid()];

describe("shell/round", () => {
  test.each([
    [0, "clear"],
    [0.08, "clear"],
    // Within a gauge's ± 0.02 of the limit it is to be measured better, on either side.
    [0.09, "measure"],
    [0.1, "measure"],
    [0.11, "measure"],
    [0.15, "adapt"],
    [0.3, "adapt"],
    [0.4, "stop"],
  ] as const)("%d mm out of round: %s", (shellRoundMm, verdict) =>
    expect(on(shellRound, motor, { shellRoundMm }).verdict).toBe(verdict),
  );
  test("dressed it is clear, and in carbon it is not dressed", () => {
    expect(settled(shellRound, motor, { shellRoundMm: 0.2 }, "dress").verdict).toBe("clear");
    expect(on(shellRound, motor, { shellRoundMm: 0.2, frameMaterial: "carbon" })).toMatchObject({
      verdict: "stop",
      lifts: expect.stringContaining("frame builder"),
    });
  });
  test("not measured is asked for", () => expect(without(shellRound, motor, "shellRoundMm").settle).toEqual(["shellRoundMm"]));
});
