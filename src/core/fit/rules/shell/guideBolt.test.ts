import { mid, on, settled } from "../../../../../tests/bench.fixture";
import { guideBolt } from "./guideBolt";
import { shellInside } from "./inside";

const motor = [mid()];

describe("shell/guide-bolt and shell/inside", () => {
  test.each([
    [0, "clear"],
    [0.5, "adapt"],
    [5, "adapt"],
  ] as const)("a bolt %d mm into the bore: %s", (guideBoltMm, verdict) =>
    expect(on(guideBolt, motor, { guideBoltMm }).verdict).toBe(verdict),
  );
  test("cut flush it is clear", () => expect(settled(guideBolt, motor, { guideBoltMm: 3 }, "shorten").verdict).toBe("clear"));
  test.each([
    ["clear", "clear", []],
    ["cable", "adapt", ["clearShell"]],
    ["wire", "adapt", ["clearShell"]],
    ["hose", "adapt", ["clearShell", "hose"]],
  ] as const)("a %s inside: %s", (inside, verdict, tasks) => {
    const finding = on(shellInside, motor, { shellInside: inside });
    expect(finding.verdict).toBe(verdict);
    expect(finding.remedies.flatMap((remedy) => remedy.tasks)).toEqual(tasks);
    if (verdict === "adapt") expect(settled(shellInside, motor, { shellInside: inside }, "empty").verdict).toBe("clear");
  });
});
