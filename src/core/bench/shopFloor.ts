import { z } from "zod";
import { PLACE_KINDS } from "./placeKinds";
import { WORK_KINDS } from "./workKinds";
import { DAY_MIN } from "./wall";

const id = z.string("must have a number of its own").regex(/^[a-z0-9-]{1,40}$/, "must have a number of its own");
const name = z.string("must be a name").trim().min(1, "must have a name").max(30, "must be at most 30 letters");
const days = z.array(z.iso.date("must be days such as 2026-12-25")).max(200, "must be at most 200 days");
const minute = z.int("must be a time of day").min(0, "must be a time of day").max(DAY_MIN, "must be a time of day");

/** From when to when, minutes of the day; several a day are in order and apart. */
const hours = z
  .array(z.tuple([minute, minute]))
  .max(4, "must be at most four times a day")
  .refine(
    (spans) => spans.every(([from, to], i) => from < to && (i === 0 || spans[i - 1]![1] <= from)),
    "must end after they begin, and follow one another",
  );

const benchPersonSchema = z.strictObject({
  id,
  name,
  /** Working hours from Monday to Sunday. */
  week: z.array(hours).length(7, "must be seven days"),
  /** Days on which somebody is away. */
  off: days,
  does: z.array(z.enum(WORK_KINDS)).max(WORK_KINDS.length),
});
const benchPlaceSchema = z.strictObject({
  id,
  name,
  kind: z.enum(PLACE_KINDS),
  /** Days on which it cannot be used. */ out: days,
});

const LATE = "must be 0 to 10,000 a day";

/** Who works here and where, and what a day costs that a bike is late. */
export const shopFloorSchema = z
  .strictObject({
    people: z.array(benchPersonSchema).max(20, "must be at most 20 people"),
    places: z.array(benchPlaceSchema).max(30, "must be at most 30 places"),
    lateDayMinor: z.int(LATE).min(0, LATE).max(10_000_00, LATE),
  })
  .superRefine(({ people, places }, context) => {
    for (const [what, all] of [
      ["people", people],
      ["places", places],
    ] as const)
      for (const [i, one] of all.entries()) {
        const twice = (same: (other: { id: string; name: string }) => boolean) => all.findIndex(same) < i;
        if (twice((other) => other.id === one.id || other.name === one.name))
          context.addIssue({ code: "custom", path: [what, i, "name"], message: `there are two of the name ${one.name}` });
      }
  });
export type ShopFloor = z.output<typeof shopFloorSchema>;
export type BenchPerson = ShopFloor["people"][number];
export type BenchPlace = ShopFloor["places"][number];

const DAY: [number, number][] = [
  [8 * 60 + 30, 12 * 60 + 30],
  [13 * 60, 16 * 60],
];

/** A shop of one, until it says who works there: the tables' fitter, who does everything, seven hours a day from Monday to Friday. */
export const DEFAULT_FLOOR: ShopFloor = {
  people: [{ id: "one", name: "Fitter", week: [DAY, DAY, DAY, DAY, DAY, [], []], off: [], does: [...WORK_KINDS] }],
  places: [
    { id: "stand-1", name: "Stand 1", kind: "stand", out: [] },
    { id: "truing-1", name: "Truing stand", kind: "truing stand", out: [] },
    { id: "bench-1", name: "Bench", kind: "bench", out: [] },
    { id: "paint-1", name: "Paint corner", kind: "paint corner", out: [] },
  ],
  // Of the order of a hire bike for a day (from memory); each shop has its own.
  lateDayMinor: 20_00,
};
