import fc from "fast-check";
import { fit } from "../fit/engine";
import { buildOf, NAMES } from "../fit/gallery.fixture";
import { kindOf } from "../donor/bikeKind";
import { houseRulesSchema, type RecipeRules } from "../house/houseRules";
import { houseSentence } from "../house/schools";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { STEP_DETAILS } from "../standards/stepDetails";
import { OWN_STAGES, STAGES, TASK_IDS, TASKS, type StepId, type TaskId } from "../standards/tasks";
import { networkOf } from "./network";
import { inThreePoints, withSigns } from "../recipes/olderRecipes";
import { NO_RECIPES } from "../recipes/noRecipes";
import { recipesSchema, type OwnStep, type Recipes } from "../recipes/recipesSchema";
import { changedSince, stateOf } from "./signature";
import { minutesOf, workSteps } from "./steps";
import { workChanges } from "./workChanges";

const own = (over: Partial<OwnStep> = {}): OwnStep => ({
  id: "own-wax",
  title: "Wax the frame where the cradle goes",
  low: 6,
  likely: 11,
  high: 22,
  stage: "prepare",
  place: "stand",
  on: "every",
  after: [],
  before: [],
  does: ["Two coats, rubbed out"],
  tools: ["cloth"],
  signs: [],
  waitDays: 0,
  ...over,
});
const stepsOf = (name: string, recipes: Partial<Recipes>, taken: Partial<Pick<RecipeRules, "minutes" | "minutesOn">> = {}) => {
  const build = buildOf(name, { house: { recipes: { ...NO_RECIPES, ...recipes }, ...taken } });
  const { geometry: _geometry, memo: _memo, ...base } = build;
  const fitted = fit(base, []);
  return workSteps(fitted.build, fitted.applied);
};
const wrong = (recipes: Partial<Recipes>): string => {
  const read = houseRulesSchema.safeParse({ ...DEFAULT_HOUSE_RULES, recipes: { ...NO_RECIPES, ...recipes } });
  return read.success ? "" : houseSentence(read.error.issues);
};

test("without recipes the work is the tables'; with them every bike that they are for has the step, its lines and its place", () => {
  for (const name of NAMES) {
    const [plain, steps] = [stepsOf(name, {}), stepsOf(name, { own: [own()], texts: { survey: ["Ring them when it is in"] } })];
    expect(workChanges(plain, stepsOf(name, {}))).toEqual([]);
    const mine = steps.find(({ id }) => id === "own-wax")!;
    expect(mine).toMatchObject({ minutes: 12, place: "stand", does: ["Two coats, rubbed out"], tools: ["cloth"] });
    expect(steps.find(({ id }) => id === "survey")!.does.at(-1)).toBe("Ring them when it is in");
    expect(workChanges(plain, steps)).toEqual([
      "New step: Wax the frame where the cradle goes, 12 min",
      `${TASKS.survey.title}: other lines`,
    ]);
    // One pair of hands takes its minutes longer, or less where they would wait for what cures.
    const [before, after] = [plain, steps].map((all) => networkOf(all, () => false, 360).oneMin);
    expect(after! - before!).toBeGreaterThan(-1e-6);
    expect(after! - before!).toBeLessThan(12 + 1e-6);
  }
});

test("a step is on the bikes whose motor it is for, and on no other", () => {
  const has = (name: string, on: OwnStep["on"]) => stepsOf(name, { own: [own({ on })] }).some(({ id }) => id === "own-wax");
  const kinds = { hub: "hub-motor", mid: "mid-motor", frame: "frame-motor" } as const;
  for (const name of NAMES)
    for (const on of ["hub", "mid", "frame"] as const)
      expect([name, on, has(name, on)]).toEqual([name, on, buildOf(name).supplied.some(({ part }) => part.kind === kinds[on])]);
});

/** Recipes as somebody may type them: steps anywhere in the work, that wait for anything. */
const anyRecipes = fc
  .record({
    own: fc.array(
      fc.record({
        stage: fc.constantFrom(...OWN_STAGES),
        after: fc.array(fc.nat({ max: 60 }), { maxLength: 3 }),
        before: fc.array(fc.nat({ max: 60 }), { maxLength: 3 }),
      }),
      { maxLength: 5 },
    ),
    order: fc.array(fc.tuple(fc.nat({ max: 60 }), fc.nat({ max: 60 })), { maxLength: 3 }),
  })
  .map((made): Recipes => {
    const ids: StepId[] = [...TASK_IDS, ...made.own.map((_, i): StepId => `own-${i}`)];
    const at = (n: number) => ids[n % ids.length]!;
    return {
      texts: {},
      signs: {},
      own: made.own.map((one, i) =>
        own({
          id: `own-${i}`,
          title: `Step of our own ${i}`,
          stage: one.stage,
          after: one.after.map(at),
          before: one.before.map(at),
        }),
      ),
      order: made.order.map(([step, after]) => ({ step: at(step), after: at(after) })),
    };
  });

test("whatever a shop makes of its order, either it is told which steps wait for each other, or the safe order of the tables stands", () => {
  let taken = 0;
  let refused = 0;
  fc.assert(
    fc.property(anyRecipes, fc.constantFrom(...NAMES), (recipes, name) => {
      const read = recipesSchema.safeParse(recipes);
      if (!read.success) {
        refused += 1;
        expect(read.error.issues.map(({ message }) => message).join()).toContain("wait for each other");
        return;
      }
      taken += 1;
      const steps = stepsOf(name, recipes);
      const at = new Map(steps.map(({ id }, i) => [id, i]));
      const before = (first: StepId, then: StepId) => {
        if (at.has(first) && at.has(then)) expect([first, then, at.get(first)! < at.get(then)!]).toEqual([first, then, true]);
      };
      for (const { id } of steps) for (const first of STEP_DETAILS[id as TaskId]?.after ?? []) before(first, id);
      for (const one of recipes.own) {
        for (const first of one.after) before(first, one.id);
        for (const then of one.before) before(one.id, then);
        if (one.stage !== "survey") before("survey", one.id);
        before(one.id, "handOver");
        // Nothing is opened again behind the checks.
        if (STAGES.indexOf(one.stage) < STAGES.indexOf("checks")) before(one.id, "checks");
      }
      for (const { step, after } of recipes.order) before(after, step);
    }),
    { numRuns: 400 },
  );
  expect(taken).toBeGreaterThan(60);
  expect(refused).toBeGreaterThan(60);
});

test.each<[string, Partial<Recipes>, string]>([
  ["a loop of two", { order: [{ step: "survey", after: "handOver" }] }, "wait for each other"],
  [
    "a step that waits for itself",
    { order: [{ step: "paint", after: "paint" }] },
    `${TASKS.paint.title}, then ${TASKS.paint.title}`,
  ],
  ["wiring after the checks", { own: [own({ stage: "electrics", after: ["checks"] })] }, "wait for each other"],
  ["a step that is not there", { own: [own({ after: ["own-gone"] })] }, "a step that is not there any more"],
  ["two of one name", { own: [own(), own({ id: "own-2" })] }, "two steps of the name"],
  ["no name", { own: [own({ title: " " })] }, "must have a name"],
  ["no minutes", { own: [own({ low: 0, likely: 0 })] }, "must be 1 to 2400 minutes"],
  ["points out of order", { own: [own({ low: 30, likely: 20 })] }, "at best no longer than as a rule"],
  ["a worst that is none", { own: [own({ likely: 20, high: 10 })] }, "as a rule no longer than at worst"],
  ["a year's wait", { own: [own({ waitDays: 365 })] }, "must be 0 to 30 whole days"],
  ["an empty line to sign", { signs: { survey: [" "] } }, "must not have an empty line"],
  ["one line to sign twice", { own: [own({ signs: ["Waxed", "Waxed "] })] }, "one line to sign twice"],
  ["more to sign than anybody reads", { own: [own({ signs: [..."abcdefg"] })] }, "at most 6 lines to sign"],
  ["an empty line", { texts: { survey: [""] } }, "must not have an empty line"],
])("%s is told in words", (_says, recipes, expected) => {
  const says = wrong(recipes);
  expect(says).toContain(expected);
  expect(says).toMatch(/^Recipes /);
  expect(says).not.toMatch(/own-|handOver|waitDays/);
});

test("what a shop wants signed is asked at its step beside the tables' own, for each wheel by itself; another text has no name yet", () => {
  const line = fc.string({ minLength: 1, maxLength: 100 }).filter((text) => text.trim() === text && text !== "");
  const lines = fc.uniqueArray(line, { maxLength: 6 });
  fc.assert(
    fc.property(fc.constantFrom(...NAMES), fc.dictionary(fc.constantFrom(...TASK_IDS), lines), lines, (name, signs, mine) => {
      const recipes = recipesSchema.parse({ ...NO_RECIPES, signs, own: [own({ signs: mine })] });
      const [plain, steps] = [stepsOf(name, {}), stepsOf(name, recipes)];
      for (const step of steps) {
        const tables = plain.find(({ id }) => id === step.id)?.marks ?? [];
        expect(step.marks).toEqual(expect.arrayContaining(tables));
        const more = step.marks.filter(({ key }) => !tables.some((one) => one.key === key));
        const asked = step.id === "own-wax" ? mine : (recipes.signs[step.id as TaskId] ?? []);
        expect(more.every(({ kind, says }) => kind === "sign" && asked.some((one) => says.startsWith(one)))).toBe(true);
        for (const says of asked) expect(more.some((one) => one.says.startsWith(says))).toBe(true);
        expect(new Set(step.marks.map(({ key }) => key)).size).toBe(step.marks.length);
        expect(step.marks.every(({ key }) => key.length <= 80)).toBe(true);
      }
    }),
    { numRuns: 60 },
  );
  const keyOf = (text: string) =>
    stepsOf(NAMES[0]!, { own: [own({ signs: [text] })] }).find(({ id }) => id === "own-wax")!.marks[0]!.key;
  expect(keyOf("No bare metal left")).not.toBe(keyOf("No bare metal left at all"));
  const [plain, signed] = [stepsOf(NAMES[0]!, {}), stepsOf(NAMES[0]!, { signs: { survey: ["Ring them"] } })];
  expect(workChanges(plain, signed)).toEqual([`${TASKS.survey.title}: signed for: Ring them`]);
  expect(workChanges(signed, plain)).toEqual([`${TASKS.survey.title}: not signed for: Ring them`]);
});

test("minutes that a shop took over are quoted, of the tables' steps and of its own: for all bikes, before that for its kind, never for another", () => {
  const recipes = { ...NO_RECIPES, own: [own()] };
  const rules = { ...DEFAULT_HOUSE_RULES, recipes };
  let kinds = 0;
  for (const name of NAMES) {
    const kind = kindOf(buildOf(name).donor);
    const plain = stepsOf(name, { own: [own()] });
    // What comes off a finished bike has the minutes of its pieces.
    const ids = plain.map(({ id }) => id).filter((id) => id !== "takeOff");
    const figures = (from: number) =>
      Object.fromEntries(ids.map((id, i) => [id, { minutes: from + i, spread: i % 7 }])) as RecipeRules["minutes"];
    const [all, here, elsewhere] = [figures(31), figures(331), figures(931)];
    const quoted = (taken: Parameters<typeof stepsOf>[2], wanted: RecipeRules["minutes"]) => {
      for (const [i, step] of stepsOf(name, { own: [own()] }, taken).entries()) {
        if (step.id === "takeOff") continue;
        const wheels = Math.round(plain[i]!.minutes / minutesOf(step.id, rules).minutes);
        const { minutes, spread } = wanted[step.id] ?? minutesOf(step.id, rules);
        expect([name, step.id, step.minutes]).toEqual([name, step.id, minutes * wheels]);
        expect(step.spread).toBeCloseTo(spread * Math.sqrt(wheels), 9);
      }
    };
    quoted({ minutes: all }, all);
    quoted({ minutesOn: { another: elsewhere } }, {});
    quoted({ minutes: all, minutesOn: { another: elsewhere } }, all);
    if (kind === "") continue;
    kinds += 1;
    quoted({ minutesOn: { [kind]: here, another: elsewhere } }, here);
    quoted({ minutes: all, minutesOn: { [kind]: here } }, here);
    const { [ids[0]!]: _first, ...but } = here;
    quoted({ minutes: all, minutesOn: { [kind]: but } }, { ...here, [ids[0]!]: all[ids[0]!]! });
  }
  expect(kinds).toBeGreaterThan(3);
});

test("what was signed for stands whatever the shop does on other bikes, and keeps what was done on this one", () => {
  const plain = stepsOf(NAMES[0]!, {});
  const signed = (steps: typeof plain) => ({
    steps: steps.map((step) => ({ id: step.id, title: step.title, is: stateOf(step) })),
  });
  const mine = stepsOf(NAMES[0]!, { own: [own()] });
  expect(changedSince(signed(mine), plain)).toEqual([]);
  expect(changedSince(signed(plain), stepsOf(NAMES[0]!, { texts: { survey: ["Ring them"] } }))).toEqual([]);
});

test("recipes of before, with minutes apart by ±, are read in three points: the same mean, and the spread as far as none is under nothing", () => {
  const { low: _low, likely: _likely, high: _high, ...step } = own();
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 1000, noNaN: true }),
      fc.double({ min: 0, max: 400, noNaN: true }),
      (minutes, spread) => {
        const raw = { ...DEFAULT_HOUSE_RULES, recipes: { ...NO_RECIPES, own: [{ ...step, minutes, spread }] } };
        const read = houseRulesSchema.parse(inThreePoints(raw));
        const now = minutesOf("own-wax", read);
        expect(now.minutes).toBeCloseTo(minutes, 9);
        expect(now.spread).toBeCloseTo(Math.min(spread, minutes / 3), 9);
        expect(inThreePoints(read)).toEqual(read);
      },
    ),
  );
  // What stands in a box since before is shown with nothing to sign; what is whole is left letter by letter as it is.
  const whole = { recipes: { ...NO_RECIPES, own: [own({ signs: ["Waxed"] })] } };
  expect(JSON.stringify(withSigns(whole))).toBe(JSON.stringify(whole));
  const { signs: _none, ...bare } = own();
  expect(withSigns({ taxPercent: "x", recipes: { texts: {}, order: [], own: [bare] } })).toEqual({
    taxPercent: "x",
    recipes: { texts: {}, order: [], own: [own()], signs: {} },
  });
  for (const other of [null, 3, "rules", {}, { recipes: { own: 4 } }, { recipes: { own: [null], signs: {} } }])
    expect(withSigns(other)).toEqual(other);
  for (const other of [null, 3, "rules", [], {}, { recipes: null }, { recipes: { own: [null, 4, { minutes: "6" }] } }])
    expect(inThreePoints(other)).toEqual(other);
});
