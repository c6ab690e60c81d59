import fc from "fast-check";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { CHECKS, type CheckId } from "../standards/commissioning";
import { TASKS } from "../standards/tasks";
import { workSteps } from "../work/steps";
import { checksOf, stepOfCheck, unproved } from "./checks";
import { withProof } from "./proved";
import { weighingOf } from "./weighing";
import type { BenchReading } from "../fit/atBench";
import type { Measure } from "../fit/measures";

const AT = "2026-03-02T10:00:00.000Z";
const LATER = "2026-03-02T11:00:00.000Z";
const right = ({ atLeast, atMost, plusMinus, usualMost }: Measure): number => {
  const low = atLeast ?? 0;
  return (low + (atMost ?? Math.min(usualMost, 2 * low + 4 * plusMinus))) / 2;
};

const BIKES = NAMES.map((name) => [name, workSteps(buildOf(name), [])] as const).filter(([, steps]) => steps.length > 0);

/** All work done, all readings right, all checks passed. */
function whole(steps: (typeof BIKES)[number][1]) {
  const readings: Record<string, BenchReading> = {};
  for (const step of steps)
    for (const measure of step.measures)
      if (measure.check) readings[measure.key] = { value: right(measure), at: AT, by: "Ida", was: [] };
  return {
    ticks: Object.fromEntries(steps.filter(({ id }) => id !== "checks" && id !== "roadTest").map(({ id }) => [id, { at: AT }])),
    readings,
    passed: Object.fromEntries(CHECKS.map(({ id }) => [id, { at: AT, by: "Ida", says: "" }])),
  };
}

describe("the order of the checks", () => {
  test("is one in which each waits for those before it only, power comes after all that is checked with the pack out, the road after the stand", () => {
    CHECKS.forEach((check, i) => {
      for (const before of check.after) expect(CHECKS.slice(0, i).map(({ id }) => id)).toContain(before);
    });
    /** All that a check waits for, through those it waits for. */
    const waitsFor = (id: CheckId): Set<CheckId> => {
      const check = CHECKS.find((one) => one.id === id)!;
      return new Set([...check.after, ...check.after.flatMap((before) => [...waitsFor(before)])]);
    };
    const stage = (name: string) => CHECKS.filter((check) => check.stage === name).map(({ id }) => id);
    for (const id of stage("power")) for (const before of stage("pack out")) expect(waitsFor(id)).toContain(before);
    for (const id of stage("road"))
      for (const before of [...stage("pack out"), ...stage("power")]) expect(waitsFor(id)).toContain(before);
    expect(waitsFor("lifted")).toContain("resistance");
    expect(waitsFor("yard")).toContain("cutOffs");
    expect(waitsFor("noLoad")).toContain("cutOffs");
    expect(CHECKS.filter((check) => check.stage !== "road")).toHaveLength(12);
    for (const check of CHECKS) for (const task of check.helps) expect(Object.keys(TASKS)).toContain(task);
  });

  test.each(BIKES)("%s: no check counts while any before it, any of its readings or any work is open", (_name, steps) => {
    const all = whole(steps);
    const passed = (proof: typeof all) =>
      new Set(checksOf(proof, steps).flatMap(({ check, stands }) => (stands === "passed" ? [check.id] : [])));
    expect(passed(all).size).toBe(CHECKS.length);
    for (const check of CHECKS) {
      const { [check.id]: _gone, ...left } = all.passed;
      const still = passed({ ...all, passed: left });
      // It, and all that waits for it, counts no longer.
      for (const other of CHECKS)
        if (other.id === check.id || other.after.includes(check.id)) expect(still).not.toContain(other.id);
    }
    for (const measure of steps.flatMap(({ measures }) => measures.filter((one) => one.check))) {
      const { [measure.key]: _unread, ...readings } = all.readings;
      expect(passed({ ...all, readings })).not.toContain(measure.check!);
      const value = measure.atMost !== undefined ? measure.atMost + 2 * measure.plusMinus + 0.5 : (measure.atLeast ?? 1) / 3;
      const red = { ...all.readings, [measure.key]: { value, at: AT, by: "", was: [] } };
      expect(passed({ ...all, readings: red })).not.toContain(measure.check!);
    }
    // Somebody at the bike after the checks: all of them are made again.
    const work = steps.find(({ stage }) => stage !== "checks" && stage !== "road" && stage !== "hand over")!;
    expect(passed({ ...all, ticks: { ...all.ticks, [work.id]: { at: LATER } } }).size).toBe(0);
    // And a stop in the fit holds all of them.
    expect(
      checksOf(all, steps, ["The fit says stop: a crack"]).every(({ stands, waits }) => stands !== "passed" && waits.length > 0),
    ).toBe(true);
  });

  test("whatever was said to have passed, what counts is closed under what it waits for, and a step is ticked only with all its checks", () => {
    const steps = BIKES[0]![1];
    const all = whole(steps);
    fc.assert(
      fc.property(fc.subarray(CHECKS.map(({ id }) => id)), (ids) => {
        const states = checksOf({ ...all, passed: Object.fromEntries(ids.map((id) => [id, all.passed[id]!])) }, steps);
        const counts = new Set(states.flatMap(({ check, stands }) => (stands === "passed" ? [check.id] : [])));
        for (const { check } of states)
          if (counts.has(check.id)) for (const before of check.after) expect(counts).toContain(before);
        for (const step of ["checks", "roadTest"] as const) {
          const mine = CHECKS.filter((check) => stepOfCheck(check) === step);
          expect(unproved(step, states) === null).toBe(mine.every(({ id }) => counts.has(id)));
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe("weighing", () => {
  test("the share's ± is the derivative's: a tenth of a kilogram more in front moves it so far", () => {
    const at = (frontKg: number, rearKg: number) => weighingOf({ frontKg, rearKg, plusMinusKg: 0.1 });
    const one = at(10, 15);
    expect([one.massKg, one.frontShare]).toEqual([25, 0.4]);
    const moved = Math.hypot(at(10.1, 15).frontShare - 0.4, at(10, 15.1).frontShare - 0.4);
    expect(one.sharePlusMinus).toBeCloseTo(moved, 4);
    expect(one.plusMinusKg).toBeCloseTo(Math.hypot(0.1, 0.1), 12);
  });
});

test.each([
  ["mass", 27, 26, 0.14, "kept"],
  ["mass", 27, 26.9, 0.14, "too near to tell"],
  ["mass", 27, 27.1, 0.14, "too near to tell"],
  ["mass", 27, 27.2, 0.14, "not kept"],
  ["range", 34, 36, 1.5, "kept"],
  ["range", 34, 33, 1.5, "too near to tell"],
  ["range", 34, 30, 1.5, "not kept"],
  ["price", 145_000, 145_000, 0, "kept"],
  ["price", 145_000, 145_001, 0, "not kept"],
  ["ready", "2026-04-01", "2026-04-01", 0, "kept"],
  ["ready", "2026-04-01", "2026-04-02", 0, "not kept"],
  ["hill", null, 12, 1, null],
] as const)("%s of %s asked and %s ± %s proved: %s", (id, asked, value, plusMinus, stands) => {
  const promise = { id, title: "", asked, predicted: null, proved: null, kept: null, note: "" };
  expect(withProof(promise, { value, plusMinus, by: "" }).stands).toBe(stands);
  expect(withProof(promise, null)).toEqual(promise);
});
