import type { BenchJob, BenchProblem, BenchStep } from "./problem";
import { shiftsOf } from "./shifts";
import type { BenchPerson } from "./shopFloor";
import { DAY_MIN, midnightOf, wallMin } from "./wall";

/** A Monday. */
export const MONDAY = wallMin("2026-11-30T08:00:00Z");
const DAY: [number, number][] = [
  [8 * 60, 12 * 60],
  [13 * 60, 16 * 60 + 30],
];
const WEEK: BenchPerson["week"] = [DAY, DAY, DAY, DAY, DAY, [], []];

export type Wanted = {
  readonly jobs: number;
  readonly stepsEach: number;
  readonly people: number;
  readonly stands: number;
  /** Days over which promises lie, and parts come. */
  readonly dueIn: readonly [number, number];
  readonly partsIn: number;
  readonly minutes: readonly [number, number];
};

/** A shop full of seeded jobs: chains of steps at the stand, wheels on the truing stand beside them, some with paint that dries. */
export function shopOf(wanted: Wanted, roll: () => number): BenchProblem {
  const between = (low: number, high: number) => low + Math.floor(roll() * (high - low + 1));
  const today = midnightOf(MONDAY);
  const stands = [...Array(wanted.stands).keys()];
  const [truing, paint] = [wanted.stands, wanted.stands + 1];
  const people = [...Array(wanted.people).keys()];
  const jobs: BenchJob[] = [];
  const steps: BenchStep[] = [];
  for (let job = 0; job < wanted.jobs; job += 1) {
    jobs.push({
      id: `job-${job}`,
      number: job + 1,
      name: `Job ${job + 1}`,
      dueMin: roll() < 0.1 ? null : today + (between(...wanted.dueIn) + 1) * DAY_MIN,
      lateDayMinor: 1000 * between(1, 4),
    });
    const parts = today + between(0, wanted.partsIn) * DAY_MIN + 9 * 60;
    const painted = roll() < 0.1;
    const first = steps.length;
    for (let k = 0; k < wanted.stepsEach; k += 1) {
      const at = first + k;
      const isWheel = k > 2 && k % 7 === 3;
      const isPaint = painted && k === 1;
      // Wheels are laced beside the bike, of parts that came; the bike goes on meanwhile.
      const before = isWheel ? [first] : k === 0 ? [] : [at - 1, ...((k - 1) % 7 === 3 && k > 4 ? [at - 2] : [])];
      const wetMin = painted ? 2 * DAY_MIN : 0;
      steps.push({
        job,
        id: `step-${k}`,
        title: `Step ${k + 1}`,
        minutes: between(...wanted.minutes),
        spread: 4,
        work: isWheel ? "wheels" : "mechanics",
        places: isWheel ? [truing] : isPaint ? [paint] : stands,
        people: isWheel && people.length > 1 ? people.slice(1) : people,
        onBike: !isWheel,
        after: before.map((step) => ({ step, lagMin: painted && step === first + 1 ? wetMin : 0 })),
        fromMin: k === 2 || isWheel ? parts : MONDAY,
        fromSpreadDays: k === 2 ? 0.7 : 0,
        waitsFor: k === 2 ? "parts" : "",
        holdsMin: isPaint ? wetMin : 0,
        curesMin: 0,
      });
    }
  }
  return {
    nowMin: MONDAY,
    jobs,
    steps,
    people: people.map((i) => ({ id: `p${i}`, name: `Person ${i + 1}`, shifts: shiftsOf({ week: WEEK, off: [] }, MONDAY, 120) })),
    places: [...stands.map((i) => `Stand ${i + 1}`), "Truing stand", "Paint corner"].map((name, i) => ({
      id: `place-${i}`,
      name,
      kind: i < wanted.stands ? "stand" : i === truing ? "truing stand" : "paint corner",
      open: [[MONDAY, MONDAY + 120 * DAY_MIN]] as const,
    })),
  };
}
