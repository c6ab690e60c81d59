import fc from "fast-check";
import { fit } from "../fit/engine";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { reopenedBy } from "./reopened";
import { workSteps, type Step } from "./steps";

const all = NAMES.map((name) => {
  const { geometry: _geometry, memo: _memo, ...base } = buildOf(name);
  const { build, applied } = fit(base, []);
  return workSteps(build, applied);
}).filter((steps) => steps.length > 0);

const stays = ({ part }: Step["parts"][number]) => part.kind !== "consumable";
const withParts = (step: Step, parts: Step["parts"]): Step => ({ ...step, parts });

test("a change of what a step puts in opens it, all that comes after it and nothing else; what is gone is done no more", () => {
  let [opened, behind, spared] = [0, 0, 0];
  fc.assert(
    fc.property(
      fc.constantFrom(...all),
      fc.infiniteStream(fc.boolean()),
      fc.infiniteStream(fc.constantFrom("same", "same", "same", "other part", "one more", "one less", "gone", "more used up")),
      (was, ticks, changes) => {
        const done = new Map(was.map(({ id }) => [id, ticks.next().value === true]));
        const changed = new Set<string>();
        const is = was.flatMap((step) => {
          const change = changes.next().value!;
          const at = step.parts.findIndex(stays);
          const put = (one: Partial<Step["parts"][number]>) => {
            changed.add(step.id);
            return [withParts(step, step.parts.with(at, { ...step.parts[at]!, ...one }))];
          };
          if (change === "gone") return [];
          if (change === "more used up")
            return [
              withParts(
                step,
                step.parts.map((one) => (stays(one) ? one : { ...one, quantity: one.quantity + 1 })),
              ),
            ];
          if (change === "same" || at < 0) return [step];
          if (change === "other part") return put({ part: { ...step.parts[at]!.part, id: "another" } });
          if (change === "one more") return put({ quantity: step.parts[at]!.quantity + 1 });
          changed.add(step.id);
          return [withParts(step, step.parts.toSpliced(at, 1))];
        });
        const open = reopenedBy((id) => done.get(id)!, was, is);
        const ids = new Set<string>(open.map(({ id }) => id));
        expect(ids.size).toBe(open.length);
        for (const step of was) {
          const now = is.find(({ id }) => id === step.id);
          const of = (id: string) => was.find((one) => one.id === id);
          const first = step.after.some(
            (id) => ids.has(id) && (is.some((one) => one.id === id) || of(id)?.parts.some(stays) === true),
          );
          const due = done.get(step.id)! && (!now || changed.has(step.id) || first);
          expect([step.id, ids.has(step.id)]).toEqual([step.id, due]);
          if (due && now && changed.has(step.id)) opened += 1;
          else if (due && now) behind += 1;
          else if (done.get(step.id)) spared += 1;
        }
        // Whoever reads it learns which part it is, or which step comes first.
        for (const { id, why } of open)
          if (changed.has(id) && is.some((one) => one.id === id)) expect(why).toMatch(/^(take out|put in) ./);
          else expect(why).toMatch(/^comes after “.+”$|^not in the work any more(: take out .+)?$/);
      },
    ),
    { numRuns: 300 },
  );
  expect([opened > 100, behind > 100, spared > 100]).toEqual([true, true, true]);
});

test("nothing is open again where nothing changed, or where nothing was done", () => {
  for (const steps of all) {
    expect(reopenedBy(() => true, steps, steps)).toEqual([]);
    expect(reopenedBy(() => false, steps, [])).toEqual([]);
  }
});

test("what goes out and what goes in is told by name and number", () => {
  const [step] = all.flat().filter(({ parts }) => parts.some(stays)) as [Step];
  const one = step.parts.find(stays)!;
  const put = (id: string, name: string, quantity: number) =>
    withParts(step, [{ ...one, part: { ...one.part, id, name }, quantity }]);
  const why = (was: Step, is: Step) => reopenedBy(() => true, [was], [is]).map(({ why }) => why);
  expect(why(put("a", "Motor A", 1), put("b", "Motor B", 1))).toEqual(["take out Motor A. Put in Motor B"]);
  expect(why(put("a", "Arm", 2), put("a", "Arm", 3))).toEqual(["put in Arm"]);
  expect(why(put("a", "Arm", 4), put("a", "Arm", 2))).toEqual(["take out 2 × Arm"]);
});
