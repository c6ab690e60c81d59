import type { TaskId } from "./tasks";

/** Where a step is done (common practice). The bike itself is in one place at a time: only what is done at the truing stand or the bench goes on beside it. */
export const PLACES = ["stand", "truing stand", "bench", "paint corner", "road", "counter"] as const;
export type Place = (typeof PLACES)[number];

/** A wheel or a part in hand, away from the bike. */
export const BESIDE_THE_BIKE: ReadonlySet<Place> = new Set(["truing stand", "bench"]);

const ELSEWHERE: Readonly<Partial<Record<TaskId, Place>>> = {
  laceWheel: "truing stand",
  laceOther: "truing stand",
  checkWheel: "truing stand",
  redish: "truing stand",
  moveTyre: "bench",
  paint: "paint corner",
  roadTest: "road",
  handOver: "counter",
};

/** A place as it is said of a step. */
export const AT: Readonly<Record<Place, string>> = {
  stand: "at the stand",
  "truing stand": "at the truing stand",
  bench: "at the bench",
  "paint corner": "in the paint corner",
  road: "on the road",
  counter: "at the counter",
};

export const placeOf = (task: TaskId): Place => ELSEWHERE[task] ?? "stand";
