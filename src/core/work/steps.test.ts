import fc from "fast-check";
import { battery, controller, fitCase, hub, mid, partOf } from "../../../tests/bench.fixture";
import { workingDaysAfter } from "../promise/promises";
import { STEP_DETAILS } from "../standards/stepDetails";
import { estimate, STAGES, TASKS, type TaskId } from "../standards/tasks";
import { NO_RECIPES } from "../recipes/noRecipes";
import { inOrder, placedOf } from "../recipes/order";
import { quoteMinutes } from "./quoteMinutes";
import { workSteps } from "./steps";

const TASK_IDS = Object.keys(TASKS) as TaskId[];

describe("estimates", () => {
  // Three-point estimate of Malcolm et al., Operations Research (1959).
  test.each([
    [30, 45, 90, 50, 10],
    [60, 90, 180, 100, 20],
  ])("%d/%d/%d", (low, likely, high, minutes, spread) => expect(estimate({ low, likely, high })).toEqual({ minutes, spread }));
  test("independent spreads add as squares", () =>
    expect(quoteMinutes([10, 12, 15, 8].map((spread, i) => ({ minutes: i === 0 ? 240 : 0, spread })))).toBeCloseTo(263.1, 1));
});

const inTheTables = (tasks: readonly TaskId[]) =>
  inOrder(tasks.map((id) => placedOf(id, NO_RECIPES))).map(({ id }) => id as TaskId);

describe("order", () => {
  test("nothing comes before what it needs, whatever tasks and order come in", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(TASK_IDS), (tasks) => {
        const order = inTheTables(tasks);
        expect([...order].sort()).toEqual([...tasks].sort());
        for (const [i, task] of order.entries())
          for (const before of STEP_DETAILS[task].after ?? []) expect(order.slice(i + 1)).not.toContain(before);
      }),
    );
  });
  test("survey first, power last: checks before the road, the road before the hand-over", () => {
    const order = inTheTables(TASK_IDS);
    expect(order[0]).toBe("survey");
    expect(order.slice(-4)).toEqual(["checks", "roadTest", "handOver", "revisit"]);
    expect(order.indexOf("cluster")).toBeLessThan(order.indexOf("fitHub"));
    expect(TASK_IDS.every((task) => STAGES.includes(TASKS[task].stage))).toBe(true);
  });
});

describe("steps of a build", () => {
  const stepsOf = (p: Parameters<typeof fitCase>[0]) => {
    const fitted = fitCase(p);
    return workSteps(fitted.build, fitted.applied);
  };
  test("no motor, no work order", () => expect(stepsOf({ parts: [battery()] })).toEqual([]));
  test("a front hub: slots filed, arms in the step that fits the hub, M12 torques only, no cranks", () => {
    const arm = partOf("torque-arm", { axleDiameterMm: 12, axleFlatsMm: 10, plateMm: 6, clamps: "hose clamp", armMm: 100 });
    const steps = stepsOf({
      donor: {
        frontDropout: "slot",
        frontDropoutMaterial: "steel",
        frontDropoutThicknessMm: 6,
        frontSlotWidthMm: 9.2,
        frontSlotMetalMm: 6.2,
        frontSlotDepthMm: 10,
        frontDropoutCondition: "sound",
        forkKind: "rigid",
        forkMaterial: "steel",
      },
      parts: [hub(), battery(), controller()],
      shelf: [arm],
      accept: [
        { finding: "axle/slot front", remedy: "file-slot" },
        { finding: "axle/torque-arms front", remedy: "arms-1" },
      ],
    });
    const fitHub = steps.find((s) => s.id === "fitHub")!;
    expect(fitHub.parts.map((p) => p.part.kind)).toEqual(["hub-motor", "torque-arm"]);
    expect(fitHub.because.map((b) => b.finding)).toEqual(["axle/torque-arms front"]);
    const torques = fitHub.torques.map((torque) => torque.id);
    expect(torques).toContain("axleM12");
    expect(torques).not.toContain("axleM14");
    expect(torques).toContain("wormClamp");
    expect(torques).not.toContain("armM6");
    expect(fitHub.cautions).toContain("axleSpins");
    expect(steps.find((s) => s.id === "fileSlots")!.because[0]!.title).toBe("File the slots parallel");
    expect(steps.some((s) => s.id === "removeCranks")).toBe(false);
  });
  test("a mid-drive has its own; a step that a remedy asks for again is one step", () => {
    const steps = stepsOf({ donor: { gears: "derailleur" }, parts: [mid()] });
    expect(steps.map((s) => s.id)).toEqual(expect.arrayContaining(["removeCranks", "cleanShell", "fitMid", "derailleur"]));
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
  });
  test("two motors are two wheels of work, named, and both axles' torques; one is one", () => {
    const rear = hub({ end: "rear", overLocknutMm: 135, axleDiameterMm: 14, cluster: "freewheel-iso" });
    const [one, two] = [stepsOf({ parts: [hub()] }), stepsOf({ parts: [hub(), rear] })];
    for (const id of ["removeWheel", "checkWheel", "fitHub"]) {
      const [a, b] = [one, two].map((steps) => steps.find((s) => s.id === id)!);
      expect(b!.minutes).toBeCloseTo(2 * a!.minutes, 9);
      expect(b!.spread).toBeCloseTo(Math.SQRT2 * a!.spread, 9);
      expect(b!.title).toMatch(/: front and rear wheel$/);
      expect(a!.title).not.toMatch(/wheel$/);
    }
    expect(two.find((s) => s.id === "fitHub")!.torques.map((torque) => torque.id)).toEqual(
      expect.arrayContaining(["axleM12", "axleM14"]),
    );
    expect(two.find((s) => s.id === "cradle")!.minutes).toBe(one.find((s) => s.id === "cradle")!.minutes);
  });
});

test.each([
  ["2026-11-25", 0, 1, 0, "2026-11-26"],
  ["2026-11-27", 0, 1, 0, "2026-11-30"],
  ["2026-11-25", 5, 2, 0, "2026-12-02"],
  // Worked on a Thursday, cured on Friday; worked on a Friday, cured on Saturday, handed over on Monday.
  ["2026-11-25", 0, 1, 1, "2026-11-27"],
  ["2026-11-26", 0, 1, 1, "2026-11-30"],
  ["2026-11-26", 0, 1, 4, "2026-12-01"],
  // Nothing left to do on a Saturday.
  ["2026-11-28", 0, 0, 0, "2026-11-30"],
])("from %s, %d days of parts, %d at the bench and %d to cure: %s", (today, lead, days, waitDays, ready) =>
  expect(workingDaysAfter(today, lead, { days, waitDays })).toBe(ready),
);
