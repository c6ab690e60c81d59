import fc from "fast-check";
import type { LeftIn } from "../fit/leftIn";
import { leftInAfter, outAgain, outAndIn, strays, TAKE_OUT } from "./leftIn";
import { reopenedBy } from "./reopened";
import type { Step } from "./steps";

const PARTS = ["hub", "arm", "lead", "ring"] as const;
const IDS = ["fitHub", "fitMid", "cradle", "harness"] as const;
type Order = Pick<Step, "id" | "title" | "minutes" | "after" | "parts">[];

const step = (id: Step["id"], pieces: readonly number[]): Order[number] => ({
  id,
  title: id,
  minutes: 30,
  after: [],
  parts: PARTS.flatMap((name, i) =>
    pieces[i] ? [{ part: { id: name, name, kind: "washer", massKg: null }, quantity: pieces[i], origin: { type: "hand" } }] : [],
  ) as unknown as Step["parts"],
});
const needs = (of: readonly Order[number][], partId: string) =>
  of.reduce(
    (sum, { parts }) => sum + parts.reduce((some, { part, quantity }) => some + (part.id === partId ? quantity : 0), 0),
    0,
  );
const inBike = (all: readonly LeftIn[], partId: string) =>
  all.reduce((sum, one) => sum + (one.partId === partId && !one.out ? one.quantity : 0), 0);
const tooMany = (all: readonly LeftIn[], partId: string, of: (step: string) => boolean) =>
  all.reduce((sum, one) => sum + (one.partId === partId && !one.out && of(one.step) ? one.quantity - one.again : 0), 0);

/** A bike, its work order and a builder who does what the order says and nothing else. */
class Bench {
  steps: Order = [];
  done = new Set<string>();
  leftIn: LeftIn[] = [];
  readonly bike = new Map<string, number>(PARTS.map((name) => [name, 0]));

  private put(partId: string, count: number) {
    this.bike.set(partId, this.bike.get(partId)! + count);
  }

  /** The order as it stands, with the step that takes out where something is to come out. */
  order(): Order {
    const has = (id: string) => this.steps.some((one) => one.id === id);
    return strays(this.leftIn, has).length > 0 ? [step(TAKE_OUT, []), ...this.steps] : this.steps;
  }

  private after(was: Order, is: Order, done: ReadonlySet<string>) {
    const before = this.done;
    const opened = reopenedBy((id) => before.has(id) && done.has(id), was, is);
    const left = new Set([...done].filter((id) => !opened.some((one) => one.id === id)));
    const now = leftInAfter({
      before: this.leftIn,
      was,
      is,
      wasDone: (id) => before.has(id),
      isDone: (id) => left.has(id),
    });
    const out = outAgain(now, left.has(TAKE_OUT), new Set(is.map(({ id }) => id)));
    if (out.isOpen) left.delete(TAKE_OUT);
    [this.leftIn, this.done] = [out.leftIn, left];
  }

  build(steps: Order) {
    const was = this.order();
    this.steps = steps;
    this.after(was, this.order(), this.done);
  }

  tick(id: Step["id"]) {
    const order = this.order();
    const mine = order.find((one) => one.id === id);
    if (!mine || this.done.has(id)) return;
    const has = (one: string) => order.some((other) => other.id === one);
    for (const part of PARTS) {
      this.put(part, -tooMany(this.leftIn, part, (one) => (id === TAKE_OUT ? one === TAKE_OUT || !has(one) : one === id)));
      if (id === TAKE_OUT) continue;
      const there = this.leftIn.reduce((sum, one) => sum + (one.partId === part ? one.again : 0), 0);
      this.put(part, Math.max(0, needs([mine], part) - there));
    }
    this.after(order, order, new Set([...this.done, id]));
  }

  untick(id: string) {
    if (!this.done.has(id)) return;
    const order = this.order();
    this.after(order, order, new Set([...this.done].filter((one) => one !== id)));
  }
}

const orders = fc
  .tuple(...IDS.map((id) => fc.option(fc.tuple(fc.nat(2), fc.nat(1), fc.nat(1), fc.nat(2)).map((n) => step(id, n)))))
  .map((all): Order => all.filter((one) => one !== null));
const moves = fc.array(
  fc.oneof(
    { weight: 2, arbitrary: fc.record({ do: fc.constant("build" as const), steps: orders }) },
    { weight: 5, arbitrary: fc.record({ do: fc.constant("tick" as const), id: fc.constantFrom(...IDS, TAKE_OUT) }) },
    { weight: 1, arbitrary: fc.record({ do: fc.constant("untick" as const), id: fc.constantFrom(...IDS, TAKE_OUT) }) },
  ),
  { minLength: 10, maxLength: 40 },
);

test("whatever becomes another in the middle of the work: who does what its order says has what the build wants in the bike, and nothing else", () => {
  let out = 0;
  fc.assert(
    fc.property(moves, (all) => {
      const bench = new Bench();
      for (const move of all) {
        if (move.do === "build") bench.build(move.steps);
        else bench[move.do](move.id);
        const finished = bench.steps.filter(({ id }) => bench.done.has(id));
        for (const part of PARTS)
          expect([part, bench.bike.get(part)]).toEqual([part, needs(finished, part) + inBike(bench.leftIn, part)]);
        if (bench.order()[0]?.id === TAKE_OUT && !bench.done.has(TAKE_OUT)) out += 1;
      }
      for (let round = 0; round < 3; round += 1) for (const { id } of bench.order()) bench.tick(id);
      for (const part of PARTS) expect([part, bench.bike.get(part)]).toEqual([part, needs(bench.steps, part)]);
      expect(bench.leftIn.filter((one) => !one.out)).toEqual([]);
    }),
    { numRuns: 300 },
  );
  expect(out).toBeGreaterThan(150);
});

test("an open step says what comes out of the bike and what goes in, of what is there now", () => {
  const bench = new Bench();
  bench.build([step("fitHub", [1, 2, 0, 0])]);
  bench.tick("fitHub");
  expect(bench.leftIn).toEqual([]);
  bench.build([step("fitHub", [0, 2, 1, 0])]);
  expect(outAndIn(bench.steps[0]!, bench.leftIn)).toBe("take out hub. Put in lead");
  // Another thought better of it, before anybody did that.
  bench.build([step("fitHub", [0, 1, 0, 2])]);
  expect(outAndIn(bench.steps[0]!, bench.leftIn)).toBe("take out hub; arm. Put in 2 × ring");
  bench.build([step("fitHub", [1, 2, 0, 0])]);
  expect(outAndIn(bench.steps[0]!, bench.leftIn)).toBe("");
  bench.build([step("fitMid", [0, 0, 0, 1])]);
  expect(strays(bench.leftIn, (id) => id === "fitMid").map(({ says, quantity }) => `${quantity} ${says}`)).toEqual([
    "1 hub",
    "2 arm",
  ]);
  bench.tick(TAKE_OUT);
  expect([...bench.bike.values()]).toEqual([0, 0, 0, 0]);
  // It stands as done while there is nothing more.
  bench.tick("fitMid");
  expect([bench.order()[0]!.id, bench.done.has(TAKE_OUT)]).toEqual([TAKE_OUT, true]);
  bench.build([step("cradle", [0, 0, 1, 0])]);
  expect(bench.done.has(TAKE_OUT)).toBe(false);
  expect(strays(bench.leftIn, (id) => id === "cradle").map(({ says }) => says)).toEqual(["ring"]);
});
