import { weakestBasis, standard, memory, PRACTICE } from "../basis";
import { STEP_DETAILS } from "./stepDetails";
import { ARM_TABLE, TORQUE_CLASSES } from "./axleTorque";
import { CAUTIONS } from "./cautions";
import { BODY_TAKES, CLUSTER_INTERFACES, clusterStackMm, COG_PITCH_MM, SHIFTER_FAMILIES } from "./clusters";
import { LEVER_CUT_OFFS, CUT_OFF_CAUTION } from "./cutOff";
import { FASTENERS } from "./fasteners";
import { SHELLS } from "./shells";
import { REAR_SPREAD } from "./spreading";
import { estimate, TASKS, type TaskId } from "./tasks";
import { quoteMinutes } from "../work/quoteMinutes";

// The trade's worked stack widths, outer face to outer face.
test.each([
  [7, 31.85],
  [8, 35.4],
  [9, 36.55],
  [10, 37.15],
  [11, 39.0],
])("%d cogs stand %d mm wide", (cogs, mm) => expect(clusterStackMm(cogs)).toBeCloseTo(mm, 9));

test("a count nobody makes has no width", () => expect(clusterStackMm(4)).toBeUndefined());

test("more cogs stand closer, and their chain is no wider", () => {
  const counts = [5, 6, 7, 8, 9, 10, 11, 12];
  for (const [i, count] of counts.slice(1).entries()) {
    expect(COG_PITCH_MM[count]!.pitchMm).toBeLessThanOrEqual(COG_PITCH_MM[counts[i]!]!.pitchMm);
    expect(COG_PITCH_MM[count]!.chainOuterMm).toBeLessThanOrEqual(COG_PITCH_MM[counts[i]!]!.chainOuterMm);
  }
});

test("arm table: a stronger class never asks for fewer arms, and class E is refused everywhere", () => {
  const weight = (count: unknown) => (count === "stop" ? 9 : count === "plates" ? 2 : Number(count));
  for (const row of Object.values(ARM_TABLE)) {
    const counts = TORQUE_CLASSES.map(({ id }) => weight(row[id]));
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(row.E).toBe("stop");
  }
});

test("shells: bores and widths are ordered, the sources named", () => {
  for (const shell of SHELLS) {
    expect(shell.boreMm[0]).toBeLessThan(shell.boreMm[1]);
    expect(shell.basis.source.length).toBeGreaterThan(3);
  }
  expect(SHELLS.find((s) => s.id === "iso")).toMatchObject({ driveSideThread: "left", basis: { source: "ISO 6696" } });
  expect(SHELLS.find((s) => s.id === "italian")!.driveSideThread).toBe("right");
});

test("only steel is set for good", () => {
  for (const [material, limit] of Object.entries(REAR_SPREAD))
    expect([material, limit.setMm > 0]).toEqual([material, material.includes("steel")]);
});

test("every lever kind with a hand lever has a way to cut the motor, each with its caution; no switched lever on a hose", () => {
  for (const [kind, row] of Object.entries(LEVER_CUT_OFFS)) {
    expect([kind, row.methods.length > 0]).toEqual([kind, kind !== "none"]);
    for (const method of row.methods) expect(CUT_OFF_CAUTION[method].length).toBeGreaterThan(20);
    if (row.fluid) expect(row.methods).not.toContain("switched lever");
  }
});

test("bodies and families name what exists", () => {
  for (const [body, takes] of Object.entries(BODY_TAKES))
    for (const other of Object.keys(takes!))
      expect([body in CLUSTER_INTERFACES, other in CLUSTER_INTERFACES]).toEqual([true, true]);
  for (const family of Object.values(SHIFTER_FAMILIES))
    for (const [speeds, pull] of Object.entries(family.pullMm))
      expect(Math.abs(Number(pull) * family.ratio - COG_PITCH_MM[Number(speeds)]!.pitchMm)).toBeLessThan(0.5);
});

describe("work", () => {
  // The trade's recipe sums, likely-weighted, for a front hub with a bought wheel, a laced rear hub and a mid-drive.
  const RECIPES: [string, TaskId[], number, number][] = [
    [
      "front hub",
      [
        "survey",
        "removeWheel",
        "checkWheel",
        "moveTyre",
        "fileSlots",
        "fitHub",
        "brakesFirst",
        "cutOffs",
        "harness",
        "cradle",
        "pedalSensor",
        "settings",
        "checks",
        "roadTest",
        "handOver",
      ],
      321.0,
      21.58,
    ],
    [
      "mid-drive",
      [
        "survey",
        "derailleur",
        "removeCranks",
        "cleanShell",
        "fitMid",
        "brakesFirst",
        "cutOffs",
        "harness",
        "cradle",
        "settings",
        "checks",
        "roadTest",
        "handOver",
        "gearSensor",
      ],
      355.0,
      24.64,
    ],
  ];
  test.each(RECIPES)("%s: the recipe's minutes and about its spread", (_name, tasks, minutes, spread) => {
    const estimates = tasks.map((task) => estimate(TASKS[task]));
    const sum = estimates.reduce((total, e) => total + e.minutes, 0);
    expect(sum).toBeCloseTo(minutes, 6);
    // Commissioning stands as two steps here, so its spread adds as squares: a little less.
    expect(quoteMinutes(estimates) - sum).toBeLessThanOrEqual(spread + 0.01);
    expect(quoteMinutes(estimates) - sum).toBeGreaterThan(spread - 1);
  });

  test("times, details, torques and cautions all exist and are ordered", () => {
    for (const [id, task] of Object.entries(TASKS)) {
      expect([id, task.low <= task.likely && task.likely <= task.high]).toEqual([id, true]);
      const detail = STEP_DETAILS[id as TaskId];
      for (const before of detail.after ?? []) expect(before in TASKS).toBe(true);
      for (const caution of detail.cautions ?? []) expect(caution in CAUTIONS).toBe(true);
      for (const fastener of detail.fasteners ?? [])
        expect(FASTENERS[fastener].lowNm).toBeLessThanOrEqual(FASTENERS[fastener].highNm);
    }
    for (const caution of Object.values(CAUTIONS)) expect(caution.deferTo.length).toBeGreaterThan(4);
  });
});

test("the weakest basis governs", () => {
  expect(weakestBasis([standard("ISO 6696"), memory("x"), PRACTICE])!.code).toBe("M");
  expect(weakestBasis([standard("ISO 6696"), PRACTICE])!.code).toBe("P");
  expect(weakestBasis([])).toBeUndefined();
});
