import { mid, on, settled, without } from "../../../../tests/bench.fixture";
import { behindShell, guideBolt, shellFacing, shellInside, shellRound } from "./shellCondition";

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
