import { ASKED, battery, controller, fitCase, hub, SOUND } from "../../../tests/bench.fixture";
import { TASKS, type TaskId } from "../standards/tasks";
import { STEP_MEASURES } from "../standards/stepMeasures";
import { fit, type Accepted } from "./engine";
import { isOpen } from "./finding";
import { buildOf, NAMES } from "./gallery.fixture";
import type { BenchReading } from "./atBench";
import { heldStep } from "../work/held";
import { limitText, measuresOf, passes, type Measure } from "./measures";
import { readMeasured } from "./readMeasured";
import { workSteps } from "../work/steps";

const STAMP = { at: "2026-01-05T09:00:00Z", by: "Ida" };
const read = (value: number, was: number[] = []): BenchReading => ({ value, ...STAMP, was });

/** Every measure that any bike of the gallery is given at any of its steps, with that bike. */
const ALL = NAMES.flatMap((name) => {
  const build = buildOf(name);
  return (Object.keys(TASKS) as TaskId[]).flatMap((task) =>
    measuresOf(task, build).map((measure) => [`${name}: ${measure.key}`, name, measure] as const),
  );
});

/** Some way inside the limits, at them, and outside by more than the instrument's own ±. */
function valuesOf({ atLeast, atMost, plusMinus }: Measure) {
  const step = plusMinus + 0.01 * (atMost ?? atLeast ?? 1);
  const limits = [atLeast, atMost].filter((one) => one !== undefined);
  return {
    inside:
      atLeast !== undefined && atMost !== undefined
        ? (atLeast + atMost) / 2
        : atLeast !== undefined
          ? atLeast + step
          : atMost! - step,
    limits,
    outside: [...(atLeast === undefined ? [] : [atLeast - step]), ...(atMost === undefined ? [] : [atMost + step])].filter(
      (one) => one >= 0,
    ),
  };
}

/** The fit of a bike of the gallery with one reading. */
function fitWith(name: string, key: string, reading: BenchReading, accepted: Accepted[] = []) {
  const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
  const found = fit({ ...base, readings: { [key]: reading } }, accepted);
  return { ...found, finding: found.findings.find((one) => one.key === `bench/measured ${key}`)! };
}

test("the gallery reads every figure of the table, and what hangs on the build", () => {
  const met = new Set(ALL.map(([, , { key, id }]) => `${key.split(" ")[0]} ${id}`));
  for (const [task, measures] of Object.entries(STEP_MEASURES))
    for (const { id } of measures) expect([task, id, met.has(`${task} ${id}`)]).toEqual([task, id, true]);
  expect(met.has("settings assist ends")).toBe(true);
  expect(met.has("checks run-on")).toBe(true);
});

test("with a motor in each wheel the speed of each raised wheel is read, by its own motor's free speed", () => {
  const spun = (freeRpm: number, end: "front" | "rear") =>
    hub({ end, freeRpm, freeRpmV: 36, ...(end === "rear" && { overLocknutMm: 135, cluster: "spline-8-10" as const }) });
  const read = (...motors: ReturnType<typeof hub>[]) => {
    const parts = [...motors, battery(), ...motors.map(() => controller())];
    const { build } = fitCase({
      parts,
      donor: SOUND!,
      asked: { ...ASKED, assistKmh: 60, where: "off the road" },
    });
    return measuresOf("checks", build).filter(({ check }) => check === "noLoad");
  };
  const [front, rear] = read(spun(200, "front"), spun(260, "rear"));
  expect([front!.key, rear!.key]).toEqual(["checks no-load speed front", "checks no-load speed rear"]);
  expect([front!.says, rear!.says].every((says) => says.includes("the other motor unplugged"))).toBe(true);
  expect(rear!.atLeast! / front!.atLeast!).toBeCloseTo(260 / 200, 1);
  // One alone is called as before: its readings of finished bikes stay its own.
  const [alone] = read(spun(200, "front"));
  expect([alone!.key, alone!.atLeast]).toEqual(["checks no-load speed", front!.atLeast]);
  // The order in which they stand in the build turns none of it round.
  expect(read(spun(260, "rear"), spun(200, "front")).find(({ key }) => key.endsWith("front"))).toEqual(front);
});

test("every measure has a limit in words, an instrument, a basis, and help that is work of the tables", () => {
  for (const [, , measure] of ALL) {
    expect(measure.atLeast ?? measure.atMost).toBeDefined();
    const one = measure.atLeast === measure.atMost;
    expect(limitText(measure)).toMatch(one ? /^[\d.]+ \S+$/ : /^(at least|at most|[\d ,.]+ to) [\d ,.]+/);
    expect(measure.with.length).toBeGreaterThan(2);
    expect(measure.usualMost).toBeGreaterThan(measure.atMost ?? measure.atLeast!);
    for (const task of measure.helps) expect(TASKS[task]).toBeDefined();
  }
});

test.each(ALL.filter(([, , { key }], i) => ALL.findIndex(([, , other]) => other.key === key) === i))(
  "%s: in is clear, out is red, by its own ± nobody can tell",
  (_says, name, measure) => {
    const { inside, limits, outside } = valuesOf(measure);
    expect(passes(measure, read(inside))).toBe("clear");
    expect(fitWith(name, measure.key, read(inside)).finding.verdict).toBe("clear");
    for (const limit of limits) {
      const expected = measure.plusMinus > 0 ? "unsure" : "clear";
      expect(passes(measure, read(limit))).toBe(expected);
      expect(fitWith(name, measure.key, read(limit)).finding.verdict).toBe(expected === "unsure" ? "measure" : "clear");
    }
    expect(outside.length).toBeGreaterThan(0);
    for (const value of outside) {
      expect(passes(measure, read(value))).toBe("red");
      const { finding } = fitWith(name, measure.key, read(value));
      expect(finding).toMatchObject({ verdict: measure.hurts ? "stop" : "adapt", settled: false });
      // What can hurt somebody is never waved through by a reason, nor left as it is.
      expect(finding.safety).toBe(measure.hurts);
      expect(finding.remedies.some(({ id }) => id === "acknowledge")).toBe(!measure.hurts);
      // What is decided stays decided when it is read again and passes.
      for (const { id } of finding.remedies) {
        const accepted = [{ finding: finding.key, remedy: id }];
        const decided = fitWith(name, measure.key, read(value), accepted);
        expect([id, isOpen(decided.finding)]).toEqual([id, false]);
        for (const later of [inside, ...limits, measure.usualMost * 1.5])
          expect(fitWith(name, measure.key, read(later, [value]), accepted).applied).toHaveLength(1);
      }
    }
    // A figure that can hardly be decides nothing until somebody says that it is so.
    const absurd = read(measure.usualMost * 1.5);
    expect(fitWith(name, measure.key, absurd).finding.verdict).toBe("measure");
    expect(passes(measure, { ...absurd, confirmed: true })).not.toBe("unsure");
  },
);

test("a step whose reading can hurt somebody waits for a better one, whatever was decided elsewhere", () => {
  const build = buildOf(NAMES[0]!);
  const steps = workSteps(build, []);
  const free = { stop: false, why: [] };
  let met = 0;
  for (const step of steps)
    for (const measure of step.measures) {
      for (const value of valuesOf(measure).outside) {
        const held = heldStep(step, free, () => null, [], { [measure.key]: read(value) });
        expect([measure.key, held.stop]).toEqual([measure.key, measure.hurts]);
        met += 1;
      }
      expect(heldStep(step, free, () => null, [], { [measure.key]: read(valuesOf(measure).inside) }).why).toEqual([]);
    }
  expect(met).toBeGreaterThan(5);
});

test("what is typed of a reading is in its unit, or in one that says which", () => {
  const value = (text: string, unit: Measure["unit"]) => {
    const result = readMeasured(text, unit);
    return result.ok ? result.value : result.error;
  };
  expect(value("0,4", "mm")).toBe(0.4);
  expect(value("1/64 in", "mm")).toBeCloseTo(0.396875, 9);
  expect(value("15 mph", "km/h")).toBeCloseTo(24.14016, 5);
  expect(value("150 mA", "A")).toBeCloseTo(0.15, 12);
  expect(value("480 ms", "s")).toBeCloseTo(0.48, 12);
  expect(value("500 kΩ", "MΩ")).toBeCloseTo(0.5, 12);
  expect(value("2 GΩ", "MΩ")).toBe(2000);
  // A milliohm is a short, and no insulation.
  expect(value("500 mΩ", "MΩ")).toContain("expected a figure in MΩ");
  expect(value("1.1 kN", "N")).toBeCloseTo(1100, 9);
  expect(value("20 %", "%")).toBe(20);
  for (const [text, unit] of [
    ["", "N"],
    ["much", "A"],
    ["3 V", "A"],
    ["1e99", "s"],
    ["5 kg", "mm"],
    ["1,150", "mm"],
    // A thousand or a decimal: nobody may guess.
    ["1,150", "N"],
    ["1,150 N", "N"],
    ["20,000", "MΩ"],
  ] as const)
    expect(typeof value(text, unit)).toBe("string");
  expect(value("-2", "s")).toBe("it cannot be less than 0");
  expect(value("-2", "mm")).toBe("it cannot be less than 0");
});
