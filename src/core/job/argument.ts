import { formatMoney } from "../money/money";
import { PROMISE_IDS, type PromiseId } from "../wish/promiseIds";
import { formatNumber } from "../units/formatQuantity";
import type { Compared, School } from "./compare";

/** Where the schools' argument falls on this bike and road: the question, the answer, what decides it, and each side's figures. */
export type Argument = {
  readonly question: string;
  readonly answer: string;
  readonly decides: string;
  readonly sides: readonly { readonly school: School; readonly name: string; readonly figures: string }[];
};

const WORDS: Record<School, string> = {
  "geared hub": "the geared hub",
  "direct hub": "the direct drive",
  "mid-drive": "the motor at the crank",
  "two motors": "two motors",
};

const of = (set: Compared) => WORDS[set.school!];

/** What is looked at in turn; the first that differs decides. Each is better smaller. */
const CRITERIA: readonly { of: (set: Compared) => number; says: (better: Compared, worse: Compared) => string }[] = [
  {
    of: (set) => set.verdicts.stop,
    says: (better, worse) =>
      `${of(worse)} meets ${count(worse.verdicts.stop, "stop")} on this bike, ${of(better)} ${better.verdicts.stop || "none"}`,
  },
  {
    of: (set) => (set.ride === null ? 1 : 0),
    says: (_, worse) => `${of(worse)} cannot be reckoned: it wants ${worse.wants.join(", ")}`,
  },
  {
    of: (set) => (set.ride && set.ride.ended !== "route" ? 1 : 0),
    says: (_, worse) => `${of(worse)} does not get to the end of the road`,
  },
  {
    of: (set) => broken(set, ["hill"]),
    says: (better, worse) =>
      `up the hill: ${of(worse)} ${hill(worse)}, ${of(better)} ${hill(better)}; ${askedOf(worse, "hill")} km/h asked`,
  },
  {
    of: (set) => (set.ride && set.ride.windingC > set.ride.limitC ? 1 : 0),
    says: (better, worse) => `the winding of ${of(worse)} gets to ${heat(worse)}, of ${of(better)} to ${heat(better)}`,
  },
  {
    of: (set) => broken(set, ["range"]),
    says: (better, worse) =>
      `${of(worse)} goes ${range(worse)}, ${of(better)} ${range(better)}; ${askedOf(worse, "range")} km asked`,
  },
  {
    of: (set) => broken(set, ["price", "mass", "ready", "assist"]),
    says: (better, worse) =>
      `${of(worse)} does not keep ${titles(worse)}${titles(better) ? `, ${of(better)} not ${titles(better)}` : ""}`,
  },
  {
    of: (set) => broken(set, PROMISE_IDS, true),
    says: (better, worse) =>
      `what is asked firmly is kept alike; ${of(worse)} does not keep ${titles(worse, true)}${titles(better, true) ? `, ${of(better)} not ${titles(better, true)}` : ""}`,
  },
  {
    of: (set) => set.allInMinor,
    says: (better, worse) =>
      `as many promises kept, and ${formatMoney(worse.allInMinor - better.allInMinor, better.currency)} less all in`,
  },
];

const BESIDE_RIDE = { price: "the price", mass: "the mass", ready: "the date", assist: "the assist's end" } as const;
const TITLES: Record<PromiseId, string> = { ...BESIDE_RIDE, range: "the range", hill: "the speed uphill" };
const count = (n: number, what: string) => `${n === 0 ? "no" : n} ${what}${n === 1 ? "" : "s"}`;
const promise = (set: Compared, id: string) => set.promises.find((p) => p.id === id);
/** Broken promises of those that hold; what the customer would let go is looked at last. */
const broken = (set: Compared, ids: readonly PromiseId[], given = false) =>
  set.promises.filter((p) => ids.includes(p.id) && p.kept === false && set.gives.includes(p.id) === given).length;
const titles = (set: Compared, given = false) =>
  set.promises
    .filter((p) => p.kept === false && (given ? set.gives.includes(p.id) : !set.gives.includes(p.id) && p.id in BESIDE_RIDE))
    .map((p) => TITLES[p.id])
    .join(" and ");
const askedOf = (set: Compared, id: string) => formatNumber(Number(promise(set, id)?.asked ?? 0), 0);
const hill = ({ ride }: Compared) =>
  !ride?.hill ? "–" : ride.hill.starts ? `${formatNumber(ride.hill.kmh.likely, 1)} km/h` : "stalls";
const heat = ({ ride }: Compared) => (ride ? `${formatNumber(ride.windingC, 0)} °C of ${formatNumber(ride.limitC, 0)}` : "–");
const range = ({ ride }: Compared) => (!ride ? "–" : ride.rangeKm ? `${formatNumber(ride.rangeKm.likely, 0)} km` : "no end");

function figures(set: Compared): string {
  const mass = promise(set, "mass")?.predicted;
  return [
    count(set.verdicts.stop, "stop"),
    ...(set.ride?.hill ? [`hill ${hill(set)}`] : []),
    ...(set.ride ? [`winding ${heat(set)}`, `range ${range(set)}`, `${formatNumber(set.ride.whPerKm, 1)} Wh/km`] : []),
    ...(set.ride && set.ride.chargedWh >= 0.5 ? [`${formatNumber(set.ride.chargedWh, 0)} Wh charged downhill`] : []),
    ...(typeof mass === "number" ? [`${formatNumber(mass, 1)} kg`] : []),
  ].join(", ");
}

/** The better of two sets, and why. */
function decide(a: Compared, b: Compared): { better: Compared; worse: Compared; says: string } | null {
  for (const { of: measure, says } of CRITERIA) {
    const [x, y] = [measure(a), measure(b)];
    if (x === y) continue;
    const [better, worse] = x < y ? [a, b] : [b, a];
    return { better, worse, says: says(better, worse) };
  }
  return null;
}

const better = (a: Compared | undefined, b: Compared | undefined): Compared | undefined =>
  a && b ? (decide(a, b)?.better ?? a) : (a ?? b);

/**
 * The three old questions, each between the sets that stand for its sides.
 * @param sets of several schools; of two of one school the better stands for it
 * @returns one line for each question of which both sides are there
 */
export function argue(sets: readonly Compared[]): Argument[] {
  const standing = (school: School) =>
    sets.filter((set) => set.school === school).reduce<Compared | undefined>(better, undefined);
  const [geared, direct, mid, two] = [
    standing("geared hub"),
    standing("direct hub"),
    standing("mid-drive"),
    standing("two motors"),
  ];
  const hub = better(geared, direct);
  const questions: [string, Compared | undefined, Compared | undefined][] = [
    ["Geared hub or direct drive?", geared, direct],
    ["Hub or crank?", hub, mid],
    ["One motor or two?", better(hub, mid), two],
  ];
  return questions.flatMap(([question, a, b]) => {
    if (!a || !b) return [];
    const decided = decide(a, b);
    return {
      question,
      answer: decided ? WORDS[decided.better.school!] : "either",
      decides: decided?.says ?? "nothing that is reckoned differs",
      sides: [a, b].map((set) => ({ school: set.school!, name: set.name, figures: figures(set) })),
    };
  });
}
