import { mid, on, settled } from "../../../../../tests/bench.fixture";
import { shellFacing } from "./facing";

const motor = [mid()];

describe("shell/facing", () => {
  test.each([
    [0.05, "clear"],
    [0.1, "measure"],
    [0.13, "adapt"],
    [0.5, "adapt"],
  ] as const)("faces %d mm out of parallel: %s", (shellFaceMm, verdict) =>
    expect(on(shellFacing, motor, { shellFaceMm }).verdict).toBe(verdict),
  );
  test("faced it is clear and is a step of its own", () => {
    expect(on(shellFacing, motor, { shellFaceMm: 0.4 }).remedies[0]).toMatchObject({ tasks: ["faceShell"] });
    expect(settled(shellFacing, motor, { shellFaceMm: 0.4 }, "face").verdict).toBe("clear");
  });
});
