/** Visits of a finished bike, by what the rider is told; a later one stands for those before it. */
export const VISIT_IDS = ["first", "hundred", "five hundred", "half year", "other"] as const;
export type VisitId = (typeof VISIT_IDS)[number];

/** When a finished bike is looked at again, whichever comes first, and what is done then (common practice). */
export type VisitRow = {
  readonly id: Exclude<VisitId, "other">;
  readonly when: string;
  /** After the hand-over; null where only the way counts. */
  readonly afterDays: number | null;
  readonly afterKm: number;
  readonly what: string;
};

export const VISITS: readonly VisitRow[] = [
  {
    id: "first",
    when: "after 20 km, or the first week",
    afterDays: 7,
    afterKm: 20,
    what: "axle nuts, torque arms, crank and rotor bolts, spokes: torqued again",
  },
  { id: "hundred", when: "after 100 km", afterDays: null, afterKm: 100, what: "the same; pads, chain, warm connectors" },
  {
    id: "five hundred",
    when: "after 500 km",
    afterDays: null,
    afterKm: 500,
    what: "wheels trued, bearings, chain by gauge, what the controller noted",
  },
  {
    id: "half year",
    when: "after half a year, or 2,000 km",
    afterDays: 182,
    afterKm: 2000,
    what: "full service; cut-offs tried again",
  },
];
