import { barsOf } from "./board";
import type { BenchLine } from "./benchLine";
import { constructive } from "./constructive";
import { problemOf, type OnBench } from "./problemOf";
import { DEFAULT_FLOOR, type ShopFloor } from "./shopFloor";
import { DAY_MIN, wallMin } from "./wall";

/** 5 January 2026 is a Monday. */
const NOW = wallMin("2026-01-05T09:00");
const line = (over: Partial<BenchLine> = {}): BenchLine => ({
  steps: [
    {
      id: "paint",
      place: "paint corner",
      work: "paint",
      title: "Paint",
      minutes: 180,
      spread: 20,
      after: [],
      cures: 1,
      parts: "",
      waitsFor: "",
      leadDays: 0,
    },
    {
      id: "fitMid",
      place: "stand",
      work: "mechanics",
      title: "Fit",
      minutes: 60,
      spread: 5,
      after: ["paint"],
      cures: 0,
      parts: "",
      waitsFor: "",
      leadDays: 0,
    },
  ],
  hardOn: {},
  lacks: "",
  stopped: false,
  agreed: true,
  soldMinutes: 240,
  soldMinor: 0,
  ...over,
});
const job = (number: number, over: Partial<BenchLine> = {}): OnBench => ({
  id: `j${number}`,
  number,
  name: `Job ${number}`,
  due: null,
  line: line(over),
});
const painted = (number: number, hard: string) => job(number, { steps: line().steps.slice(1), hardOn: { paint: hard } });
const corners = (count: number): ShopFloor => ({
  ...DEFAULT_FLOOR,
  places: [
    ...DEFAULT_FLOOR.places.filter(({ kind }) => kind !== "paint corner"),
    ...Array.from({ length: count }, (_, i) => ({
      id: `paint-${i}`,
      name: `Corner ${i}`,
      kind: "paint corner" as const,
      out: [],
    })),
  ],
});

test("nothing is painted where something dries, planned or not, and what dries is not touched before it is hard", () => {
  const hard = wallMin("2026-01-08");
  const dries = painted(1, "2026-01-08");
  for (const [jobs, there] of [
    [[dries, job(2)], undefined],
    // Held by a stop, it is not planned, and dries all the same.
    [[job(2)], [dries, job(2)]],
  ] as const) {
    const laid = problemOf(jobs, corners(1), [], NOW, there);
    expect(laid.drying).toEqual([{ number: 1, name: "Job 1", place: expect.any(Number) as number, untilMin: hard }]);
    const { schedule } = constructive(laid.problem);
    for (const bar of barsOf(laid.problem, schedule)) if (bar.place === "paint-0") expect(bar.from).toBeGreaterThanOrEqual(hard);
    for (const [at, step] of laid.problem.steps.entries())
      if (laid.problem.jobs[step.job]!.number === 1) expect(schedule[at]!.start).toBeGreaterThanOrEqual(hard);
  }
  // A second corner is free.
  const { problem } = problemOf([dries, job(2)], corners(2), [], NOW);
  expect(
    Math.min(
      ...barsOf(problem, constructive(problem).schedule)
        .filter(({ place }) => place === "paint-1")
        .map(({ from }) => from),
    ),
  ).toBe(NOW);
});

test("of more frames than corners those are shown that are hard last; what is hard holds nothing", () => {
  const laid = problemOf([painted(1, "2026-01-07"), painted(2, "2026-01-09"), painted(3, "2026-01-02")], corners(1), [], NOW);
  expect(laid.drying.map(({ number, untilMin }) => [number, untilMin])).toEqual([[2, wallMin("2026-01-09")]]);
  const none = problemOf([painted(3, "2026-01-02"), job(4)], corners(1), [], NOW);
  expect(none.drying).toEqual([]);
  expect(none.problem.places.find(({ kind }) => kind === "paint corner")!.open[0]![0]).toBe(NOW);
  expect(problemOf([painted(1, "2026-01-07")], corners(0), [], NOW).drying).toEqual([]);
  expect(none.problem.places[0]!.open.at(-1)![1] - NOW).toBeGreaterThan(30 * DAY_MIN);
});

test("what a late day costs is the wish's own, where it says one", () => {
  const of = (lateDayMinor?: number | null) =>
    problemOf([job(1, { lateDayMinor })], corners(1), [], NOW).problem.jobs[0]!.lateDayMinor;
  expect([of(90_00), of(0), of(null), of()]).toEqual([90_00, 0, DEFAULT_FLOOR.lateDayMinor, DEFAULT_FLOOR.lateDayMinor]);
});
