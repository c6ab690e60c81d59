import type { BenchProblem } from "./problem";
import { minutesWithin, unionOf, type Spans } from "./shifts";

/** What does so many minutes of work, and the share of a step that takes it. */
export type Crew = {
  readonly minutesIn: (from: number, to: number) => number;
  readonly asks: (at: number) => number;
  readonly holds: boolean;
};

/** People who alone can do some steps, and places of a kind: each does no more in a time than the minutes it has. */
export function crewsOf({ steps, people, places }: BenchProblem): Crew[] {
  const sets = new Set(steps.map(({ people }) => [...people].sort((a, b) => a - b).join(" ")));
  sets.add([...people.keys()].join(" "));
  const crews = [...sets]
    .filter((set) => set !== "")
    .map((set): Crew => {
      const who = set.split(" ").map(Number);
      return {
        minutesIn: (from, to) => who.reduce((sum, one) => sum + minutesWithin(people[one]!.shifts, from, to), 0),
        asks: (at) => (steps[at]!.people.every((one) => who.includes(one)) ? steps[at]!.minutes : 0),
        holds: false,
      };
    });
  const anybody = unionOf(people.map(({ shifts }) => shifts));
  const kinds = [...new Set(steps.map(({ places }) => [...places].sort((a, b) => a - b).join(" ")))].filter((set) => set !== "");
  return [
    ...crews,
    ...kinds.map((set): Crew => {
      const where = set.split(" ").map(Number);
      const own = steps.map((step) => step.places.length > 0 && step.places.every((one) => where.includes(one)));
      const dries = steps.some((step, at) => own[at] && step.holdsMin > 0);
      // Where something dries it does so by night too; all else needs somebody there.
      const usable = where.map((one) => (dries ? places[one]!.open : within(places[one]!.open, anybody)));
      return {
        minutesIn: (from, to) => usable.reduce((sum, spans) => sum + minutesWithin(spans, from, to), 0),
        asks: (at) => (own[at] ? steps[at]!.minutes : 0),
        holds: true,
      };
    }),
  ];
}

/** Times that lie in both. */
function within(a: Spans, b: Spans): Spans {
  const both: [number, number][] = [];
  for (const [from, to] of b)
    for (const [open, shut] of a)
      if (Math.max(from, open) < Math.min(to, shut)) both.push([Math.max(from, open), Math.min(to, shut)]);
  return both;
}
