import fc from "fast-check";
import loadHighs from "highs";
import { BESIDE_THE_BIKE, placeOf } from "../standards/stepPlaces";
import { TASK_IDS, type StepId, type TaskId } from "../standards/tasks";
import { networkOf } from "./network";
import { AFTER_SIGNING } from "./signature";

type StepIn = Parameters<typeof networkOf>[0][number];
const NOTHING_DONE = () => false;
const DAY = 480;
const step = (id: TaskId, minutes: number, after: TaskId[] = [], days = 0): StepIn => ({
  id,
  place: placeOf(id),
  minutes,
  spread: minutes / 6,
  after,
  waits: days > 0 ? [{ days }] : [],
});

const LAST: TaskId = "handOver";
const OTHERS = TASK_IDS.filter((id) => id !== LAST && !AFTER_SIGNING.has(id));
/** Any steps in any order, each after some of those before it, some of which cure; the hand-over last, or not there. */
const jobs = (most: number) =>
  fc
    .record({
      ids: fc.shuffledSubarray(OTHERS, { minLength: 1, maxLength: most }),
      minutes: fc.array(fc.integer({ min: 1, max: 200 }), { minLength: most + 1, maxLength: most + 1 }),
      needs: fc.array(fc.array(fc.nat({ max: most }), { maxLength: 3 }), { minLength: most, maxLength: most }),
      cures: fc.array(fc.constantFrom(0, 0, 0, 1, 2), { minLength: most, maxLength: most }),
      handOver: fc.boolean(),
    })
    .map(({ ids, minutes, needs, cures, handOver }) => [
      ...ids.map((id, i) => {
        const after = [...new Set(needs[i]!.filter((k) => k < i).map((k) => ids[k]!))];
        return step(id, minutes[i]!, after, cures[i]!);
      }),
      ...(handOver ? [step(LAST, minutes[most]!)] : []),
    ]);

/** What a step holds back, said once more: painted things until they are hard, all that cures until the hand-over. */
const lagOf = (from: StepIn, to: StepIn) => {
  const cure = (from.waits[0]?.days ?? 0) * DAY;
  if (to.id === LAST) return cure;
  return to.after.includes(from.id) ? (from.id === "paint" ? cure : 0) : null;
};

test("the longest chain is what linear programming finds, and a step's float is how much later it may begin", async () => {
  const highs = await loadHighs();
  const shortest = (steps: readonly StepIn[], held?: { id: StepId; atMin: number }) => {
    const rows = steps.flatMap((to, j) => [
      `e${j}: finish - s${j} >= ${to.minutes + (to.waits[0]?.days ?? 0) * DAY}`,
      ...steps.flatMap((from, i) => {
        const lag = i < j ? lagOf(from, to) : null;
        return lag === null ? [] : [`a${i}_${j}: s${j} - s${i} >= ${from.minutes + lag}`];
      }),
      ...(held?.id === to.id ? [`h${j}: s${j} >= ${held.atMin}`] : []),
    ]);
    return highs.solve(`Minimize\n finish\nSubject To\n ${rows.join("\n ")}\nEnd\n`).ObjectiveValue;
  };
  fc.assert(
    fc.property(jobs(9), (steps) => {
      const { nodes, chainMin } = networkOf(steps, NOTHING_DONE, DAY);
      expect(chainMin).toBeCloseTo(shortest(steps), 6);
      for (const node of nodes) {
        const at = node.startMin + node.floatMin;
        expect(shortest(steps, { id: node.id, atMin: at })).toBeCloseTo(chainMin, 6);
        expect(shortest(steps, { id: node.id, atMin: at + 1 })).toBeCloseTo(chainMin + 1, 6);
        expect(node.isCritical).toBe(node.floatMin < 1e-6);
      }
    }),
    { numRuns: 40 },
  );
});

test("with two people nobody does two things at once, the bike is in one place, and nothing begins before what it needs", () => {
  fc.assert(
    fc.property(jobs(12), (steps) => {
      const { nodes, oneMin, twoMin, twoAtLeastMin, chainMin } = networkOf(steps, NOTHING_DONE, DAY);
      const total = steps.reduce((sum, one) => sum + one.minutes, 0);
      expect(oneMin).toBeGreaterThanOrEqual(Math.max(total, chainMin) - 1e-6);
      expect(twoMin).toBeLessThanOrEqual(oneMin);
      expect(twoMin).toBeGreaterThanOrEqual(twoAtLeastMin - 1e-6);
      const at = new Map(nodes.map((node) => [node.id, node]));
      for (const [j, to] of steps.entries())
        for (const [i, from] of steps.entries()) {
          const lag = i < j ? lagOf(from, to) : null;
          if (lag !== null)
            expect(at.get(to.id)!.atMin).toBeGreaterThanOrEqual(at.get(from.id)!.atMin + from.minutes + lag - 1e-6);
        }
      for (const moment of nodes.map((node) => node.atMin)) {
        const working = nodes.filter((node) => node.atMin <= moment + 1e-9 && node.atMin + node.minutes > moment + 1e-6);
        expect(working.length).toBeLessThanOrEqual(2);
        expect(working.filter((node) => !BESIDE_THE_BIKE.has(node.place)).length).toBeLessThanOrEqual(1);
        expect(working.filter((node) => node.place === "truing stand").length).toBeLessThanOrEqual(1);
      }
      expect(Math.max(...nodes.map((node) => node.atMin + node.minutes))).toBeLessThanOrEqual(twoMin + 1e-6);
    }),
    { numRuns: 300 },
  );
});

test("what one step of the chain saves when it is done beforehand is what the chain is shorter then", () => {
  fc.assert(
    fc.property(jobs(8), (steps) => {
      const { shortens, chainMin, nodes } = networkOf(steps, NOTHING_DONE, DAY);
      for (const { id, byMin } of shortens) {
        const without = networkOf(
          steps.map((one) => (one.id === id ? { ...one, minutes: 0 } : one)),
          NOTHING_DONE,
          DAY,
        );
        expect(without.chainMin).toBeCloseTo(chainMin - byMin, 6);
        expect(nodes.find((node) => node.id === id)!.isCritical).toBe(true);
        expect(byMin).toBeLessThanOrEqual(steps.find((one) => one.id === id)!.minutes + 1e-6);
      }
      expect(shortens.map(({ byMin }) => byMin)).toEqual(shortens.map(({ byMin }) => byMin).sort((a, b) => b - a));
    }),
    { numRuns: 200 },
  );
});

test("a step that is done takes no minute more and cures all the same, a day less each day, until it is as if it never cured", () => {
  fc.assert(
    fc.property(jobs(9), fc.nat(), (steps, n) => {
      const first = steps.filter((one) => one.after.length === 0);
      const done = first[n % first.length]!;
      const days = done.waits[0]?.days ?? 0;
      const isDone = (id: StepId) => id === done.id;
      const chain = (left: number) => networkOf(steps, isDone, DAY, { [done.id]: left }).chainMin;
      const before = networkOf(steps, NOTHING_DONE, DAY).chainMin;
      expect(chain(days)).toBeLessThanOrEqual(before + 1e-6);
      expect(chain(days)).toBeGreaterThanOrEqual(before - done.minutes - 1e-6);
      for (let left = days; left > 0; left -= 1) {
        expect(chain(left)).toBeGreaterThanOrEqual(left * DAY - 1e-6);
        expect(chain(left - 1)).toBeLessThanOrEqual(chain(left) + 1e-6);
      }
      expect(chain(0)).toBeCloseTo(networkOf(steps, isDone, DAY).chainMin, 6);
    }),
    { numRuns: 200 },
  );
  const painted = [step("paint", 60, [], 7), step("assembleFrame", 300, ["paint"]), step(LAST, 30, ["assembleFrame"])];
  const net = networkOf(painted, (id) => id === "paint", DAY, { paint: 5 });
  expect(net.nodes.map(({ id, startMin, curesMin, isDone }) => [id, startMin, curesMin, isDone])).toEqual([
    ["paint", 0, 5 * DAY, true],
    ["assembleFrame", 5 * DAY, 0, false],
    [LAST, 5 * DAY + 300, 0, false],
  ]);
  expect(net.shortens.map(({ id }) => id)).toEqual(["assembleFrame", LAST]);
});

test("a hub motor whose wheel is laced here: worked by hand", () => {
  // Survey 25, then wheel out 10 and brakes 30; lacing 95 and tyre 12 beside them; fitting 25 after all; checks 12, road 18, hand-over 12.
  const steps = [
    step("survey", 25),
    step("brakesFirst", 30, ["survey"]),
    step("removeWheel", 10, ["survey"]),
    step("laceWheel", 95, ["survey"]),
    step("moveTyre", 12, ["laceWheel", "removeWheel"]),
    step("fitHub", 25, ["moveTyre", "brakesFirst"]),
    step("checks", 12, ["fitHub"]),
    step("roadTest", 18, ["checks"]),
    step("handOver", 12, ["roadTest"]),
  ];
  const net = networkOf(steps, NOTHING_DONE, DAY);
  // 25 + 95 + 12 + 25 + 12 + 18 + 12; one does the brakes and the old wheel besides.
  expect([net.chainMin, net.oneMin, net.twoMin]).toEqual([199, 239, 199]);
  expect(Object.fromEntries(net.nodes.filter((node) => !node.isCritical).map((node) => [node.id, node.floatMin]))).toEqual({
    brakesFirst: 77,
    removeWheel: 85,
  });
  // A wheel bought built saves 85: then the brakes and the old wheel wait for nobody, and 10 of the 95 are theirs.
  expect(net.shortens.slice(0, 2)).toEqual([
    { id: "laceWheel", byMin: 77 },
    { id: "survey", byMin: 25 },
  ]);
  // Thread lock in the hub: the bike stands until the next day.
  const locked = steps.map((one) => (one.id === "fitHub" ? { ...one, waits: [{ days: 1 }] } : one));
  expect(networkOf(locked, NOTHING_DONE, DAY).chainMin).toBe(25 + 95 + 12 + 25 + DAY + 12);
  // What is done is left out; nothing left takes no time.
  expect(networkOf(steps, (id) => id === "survey" || id === "laceWheel", DAY).chainMin).toBe(30 + 25 + 12 + 18 + 12);
  expect(networkOf(steps, () => true, DAY)).toMatchObject({ nodes: [], chainMin: 0, oneMin: 0, twoMin: 0, shortens: [] });
  expect(placeOf("laceWheel")).toBe("truing stand");
});
