import fc from "fast-check";
import { fit, type Accepted } from "../fit/engine";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { partsOf } from "../fit/build";
import { FASTENERS } from "../standards/fasteners";
import { unmarked, unmarkedText, withoutMarksOf } from "./marks";
import { workSteps } from "./steps";

const NONE: Accepted[] = [];
const all = NAMES.map((name) => {
  const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
  const { build, applied } = fit(base, NONE);
  return { name, build, steps: workSteps(build, applied) };
});

// Common practice: paint over axle nuts, torque arms and crank bolts once they are at their last torque.
const WITNESSED = /^(axle|arm|worm|crank)/;

test("whatever is to be marked once it is at its torque is asked at its step, for each axle by itself; no key is there twice", () => {
  let [met, twice] = [0, 0];
  for (const { name, build, steps } of all) {
    const hubs = new Set(partsOf(build, "hub-motor").map(({ spec }) => spec.end));
    for (const step of steps) {
      const keys = step.marks.map(({ key }) => key);
      expect([name, new Set(keys).size]).toEqual([name, keys.length]);
      for (const { id } of step.torques.filter(({ id }) => WITNESSED.test(id))) {
        const own = step.marks.filter(({ key, kind }) => kind === "witness" && key.endsWith(` ${id}`));
        expect([name, step.id, id, own.length > 0]).toEqual([name, step.id, id, true]);
        for (const mark of own) expect(mark.says).toContain(FASTENERS[id].says);
        met += 1;
      }
      const axles = step.marks.filter(({ key }) => key.includes("axle"));
      if (axles.length === 0) continue;
      expect([name, step.id, axles.length]).toEqual([name, step.id, hubs.size]);
      // Nuts and arms of two motors are those of two ends, at the hub and at the visit alike.
      if (hubs.size < 2) continue;
      const perEnd = step.marks.filter(({ key, kind }) => kind === "witness" && /axle|arm|worm/.test(key));
      for (const end of hubs)
        expect(perEnd.filter(({ says }) => says.endsWith(`, ${end} wheel`)).length).toBe(perEnd.length / hubs.size);
      twice += perEnd.length;
    }
    // Brakes before power, metal before current: no order without its signatures.
    if (steps.length > 0)
      expect(steps.flatMap(({ marks }) => marks).filter(({ kind }) => kind === "sign").length).toBeGreaterThan(1);
  }
  expect(met).toBeGreaterThan(NAMES.length);
  expect(twice).toBeGreaterThan(3);
});

test("what has no name yet is told by its words, and a step that is opened again loses its own names only", () => {
  const marks = all.flatMap(({ steps }) => steps.flatMap((step) => step.marks));
  fc.assert(
    fc.property(fc.subarray(marks), fc.subarray([...new Set(marks.map(({ key }) => key.split(" ")[0]!))]), (named, opened) => {
      const kept = Object.fromEntries(named.map(({ key }) => [key, { by: "Ena" }]));
      const left = unmarked(marks, kept);
      for (const one of left) expect(unmarkedText(left)).toContain(one.says);
      expect(left.every(({ key }) => kept[key] === undefined)).toBe(true);
      const then = withoutMarksOf(kept, opened);
      for (const key of Object.keys(kept)) expect(key in then).toBe(!opened.includes(key.split(" ")[0]!));
    }),
  );
});
