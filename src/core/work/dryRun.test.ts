import fc from "fast-check";
import { CONSUMABLES } from "../standards/consumables";
import { STEP_DETAILS } from "../standards/stepDetails";
import { TASK_IDS } from "../standards/tasks";
import { dryRunOf } from "./dryRun";

const part = fc.record({
  id: fc.constantFrom("hub-a", "pack-a", "bell-a"),
  name: fc.constant("A part"),
  quantity: fc.integer({ min: 1, max: 4 }),
  bin: fc.constantFrom("", "A3"),
  waits: fc.option(fc.constantFrom("not ordered yet", "not here yet (B-0001)")),
});
const words = fc.array(fc.constantFrom("spoke key", "torque wrench", "crank puller", "drill"), { maxLength: 4 });
const steps = fc.uniqueArray(fc.constantFrom(...TASK_IDS), { maxLength: 8 }).chain((ids) =>
  fc.tuple(
    ...ids.map((id) =>
      fc.record({
        id: fc.constant(id),
        title: fc.constant(id as string),
        tools: words,
        uses: words.map((all) => all.map((says) => ({ says, minor: 1 }))),
        parts: fc.array(part, { maxLength: 4 }),
      }),
    ),
  ),
);
const DRAWN = { bay: {}, plate: {}, axles: [{ end: "front" }, { end: "rear" }] };

test("everything that a step still to be done wants is on the list, no piece more, and what is not there stands first", () =>
  fc.assert(
    fc.property(steps, fc.func(fc.boolean()), (all, isDone) => {
      const run = dryRunOf(all, isDone, DRAWN);
      const left = all.filter((step) => !isDone(step.id) && step.id !== "revisit");
      const pieces = (of: readonly { id: string; waits: string | null; quantity: number }[], id: string, waits: string | null) =>
        of.reduce((sum, one) => sum + (one.id === id && one.waits === waits ? one.quantity : 0), 0);
      const wanted = left.flatMap((step) => step.parts);
      for (const { id, waits } of wanted) expect(pieces(run.parts, id, waits)).toBe(pieces(wanted, id, waits));
      expect(run.parts.reduce((sum, one) => sum + one.quantity, 0)).toBe(wanted.reduce((sum, one) => sum + one.quantity, 0));
      expect(run.parts.map((one) => one.waits === null)).toEqual(run.parts.map((one) => one.waits === null).sort());
      expect(run.missing).toBe(run.parts.filter((one) => one.waits !== null).length);
      expect([...run.tools].sort()).toEqual([...new Set(left.flatMap((step) => step.tools))].sort());
      expect([...run.uses].sort()).toEqual([...new Set(left.flatMap((step) => step.uses.map((one) => one.says)))].sort());
      expect(dryRunOf(all, () => true, DRAWN)).toEqual({ parts: [], tools: [], uses: [], templates: [], missing: 0 });
    }),
  ));

test.each([
  ["a cradle to drill for", ["cradle"], ["cradle"]],
  ["a hub in each end", ["fitHub"], ["arm-front", "arm-rear"]],
  ["the harness, with its plate", ["harness"], ["plate"]],
  ["nothing to drill", ["survey"], []],
] as const)("templates: %s", (_what, ids, wanted) => {
  const all = ids.map((id) => ({ id, title: id, tools: [], uses: [], parts: [] }));
  expect(dryRunOf(all, () => false, DRAWN).templates.map(({ what }) => what)).toEqual(wanted);
  expect(dryRunOf(all, () => false, { bay: null, plate: null, axles: [] }).templates).toEqual([]);
});

test("nothing that a step uses up stands among its tools as well", () => {
  const words = (text: string) => text.toLowerCase().split(/[^a-z]+/);
  const twice = TASK_IDS.flatMap((id) =>
    (STEP_DETAILS[id].tools ?? []).filter((tool) =>
      (CONSUMABLES[id] ?? []).some(({ says }) => words(tool).every((word) => words(says).includes(word))),
    ),
  );
  expect(twice).toEqual([]);
});
