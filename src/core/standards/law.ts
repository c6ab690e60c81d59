import { memory, standard, type Basis } from "../basis";

/** What is known of the law, and when: never advice. Confirm locally before every use on a road or public place. */
export const LAW_KNOWN = "2025, incomplete";

export type LegalClass = {
  readonly id: string;
  readonly where: string;
  readonly says: string;
  readonly ratedW: number;
  /** Two texts that differ by a hair: rated power between them is to be confirmed. */
  readonly ratedUnsureOverW?: number;
  readonly assistKmh: number;
  readonly throttle: "none" | "walk" | "allowed";
  readonly nominalV: number | null;
  readonly marks: string;
  /** Ridden with the speed in sight. */
  readonly speedometer?: boolean;
  /** The law looks at what is printed on the motor: a lower setting changes nothing. */
  readonly settingsDoNotCount?: boolean;
  /** Only where the wish names it. */
  readonly named?: RegExp;
  readonly basis: readonly Basis[];
};

const MPH = 1.609344;

/** Pedal-assist classes that a conversion is built to, by place; the first of a place is its ordinary one. */
export const LEGAL_CLASSES: readonly LegalClass[] = [
  {
    id: "EU-EPAC",
    where: "EU",
    says: "pedal-assisted cycle outside type approval",
    ratedW: 250,
    assistKmh: 25,
    throttle: "walk",
    nominalV: 48,
    settingsDoNotCount: true,
    marks: "EPAC, the standard, cut-off speed and rated power; CE and a declaration",
    basis: [standard("Regulation (EU) 168/2013 art. 2(2)(h); EN 15194"), memory("walk assist to 6 km/h")],
  },
  {
    id: "UK-EAPC",
    where: "UK",
    says: "electrically assisted pedal cycle",
    settingsDoNotCount: true,
    ratedW: 250,
    assistKmh: 15.5 * MPH,
    throttle: "walk",
    nominalV: null,
    marks: "power or maker, and volts or top speed",
    basis: [standard("SI 1983/1168 as amended by SI 2015/24"), memory("throttle detail")],
  },
  {
    id: "US-1",
    where: "US",
    says: "class 1: help only while pedalling, to 20 mph",
    ratedW: 750,
    ratedUnsureOverW: 745.7,
    assistKmh: 20 * MPH,
    throttle: "none",
    nominalV: null,
    marks: "a permanent label: class, top assisted speed, wattage",
    basis: [standard("15 USC 2085"), memory("state text governs")],
  },
  {
    id: "US-2",
    where: "US",
    says: "class 2: a throttle too, to 20 mph",
    ratedW: 750,
    ratedUnsureOverW: 745.7,
    assistKmh: 20 * MPH,
    throttle: "allowed",
    nominalV: null,
    marks: "a permanent label; some states ask a least age",
    basis: [standard("15 USC 2085"), memory("state text governs")],
  },
  {
    id: "US-3",
    where: "US",
    says: "class 3: help only while pedalling, to 28 mph",
    named: /class 3|28 mph/i,
    ratedW: 750,
    ratedUnsureOverW: 745.7,
    assistKmh: 28 * MPH,
    throttle: "none",
    nominalV: null,
    marks: "a label and a speedometer; helmet and least age in many states",
    speedometer: true,
    basis: [memory("state text governs")],
  },
  {
    id: "CA",
    where: "Canada",
    says: "power-assisted bicycle",
    ratedW: 500,
    assistKmh: 32,
    throttle: "allowed",
    nominalV: null,
    marks: "a label stating power-assisted bicycle",
    basis: [memory("provincial rules")],
  },
  {
    id: "AU",
    where: "Australia",
    says: "pedelec",
    ratedW: 250,
    assistKmh: 25,
    throttle: "walk",
    nominalV: null,
    marks: "power and cut-off",
    basis: [memory("vehicle standard definitions")],
  },
  {
    id: "NZ",
    where: "New Zealand",
    says: "power-assisted cycle",
    ratedW: 300,
    assistKmh: 45,
    throttle: "allowed",
    nominalV: null,
    marks: "none specified",
    basis: [memory("gazetted declaration")],
  },
  {
    id: "CH",
    where: "Switzerland",
    says: "light motor-cycle",
    ratedW: 500,
    assistKmh: 25,
    throttle: "allowed",
    nominalV: null,
    marks: "a type plate",
    basis: [memory("technical requirements for vehicles")],
  },
];

export const PLACES_RIDDEN = [
  ...new Set(LEGAL_CLASSES.map((row) => `${row.where}, public roads`)),
  "US, class 3",
  "Private land",
] as const;

/**
 * The class of a place as it is written in the wish: the one that it names, else the mildest that the build's controls belong to.
 * @returns null on private land, undefined where the place is not known
 */
export function legalClassOf(where: string, throttle = false): LegalClass | null | undefined {
  if (/private/i.test(where)) return null;
  const there = LEGAL_CLASSES.filter((row) => where.toLowerCase().startsWith(row.where.toLowerCase()));
  const named = there.find((row) => row.named?.test(where));
  const unnamed = there.filter((row) => row.named === undefined);
  return named ?? unnamed.find((row) => !throttle || row.throttle === "allowed") ?? unnamed[0];
}

/** Other classes of the same place: what each asks is told, none is chosen by itself. */
export const othersOf = (row: LegalClass): readonly LegalClass[] =>
  LEGAL_CLASSES.filter((other) => other.where === row.where && other !== row);

/** 25 km/h is also written “before 25” and as 15.5 mph: the strictest of the texts, km/h. */
export const strictLimitKmh = (row: LegalClass): number => (row.assistKmh === 25 ? 15.5 * MPH : row.assistKmh);

/** Assist is set so far under a limit that every reading of the law is met, km/h. */
export const UNDER_LIMIT_KMH = 0.5;
