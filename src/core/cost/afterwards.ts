import type { FrozenSheet } from "./frozenSheet";
import { earnedOf } from "./earned";

/** What a finished job left, at one time of looking. In cents, before tax. */
export type Outcome = {
  readonly partsMinor: number;
  readonly carriageMinor: number;
  readonly minutes: number;
  /** The hours at what they cost the shop. */
  readonly hoursMinor: number;
  /** The price less parts, carriage, consumables and hours; negative where the job lost money. */
  readonly leftMinor: number;
};

/** A line or a step, three times: as it was quoted, as it was ordered, as it came out. */
export type LineAfter = {
  readonly key: string;
  readonly says: string;
  readonly quotedMinor: number | null;
  readonly orderedMinor: number | null;
  readonly realMinor: number | null;
};
export type StepAfter = {
  readonly id: string;
  readonly title: string;
  readonly quotedMinutes: number;
  /** null where nobody noted it: it counts as it was quoted. */
  readonly tookMinutes: number | null;
};

export type Afterwards = {
  readonly priceMinor: number;
  /** As charged: what was really used up of them nobody writes down. */
  readonly consumablesMinor: number;
  readonly hourCostMinor: number;
  readonly quoted: Outcome;
  readonly ordered: Outcome;
  readonly real: Outcome;
  readonly lines: readonly LineAfter[];
  readonly steps: readonly StepAfter[];
  /** Steps without a noted time, and orders without a noted bill: so far it is not known how it came out. */
  readonly untimed: number;
  readonly unbilled: number;
  /** What took away or gave most, the largest first, in cents of what is left: negative took it away. */
  readonly because: readonly { readonly says: string; readonly minor: number }[];
};

type Costs = Pick<FrozenSheet, "carriageMinor" | "lines">;

const hoursAt = (minutes: number, hourMinor: number) => Math.round((minutes * hourMinor) / 60);

/**
 * What became of a finished job's money, line by line and step by step.
 *
 * @param quoted the sheet that is paid
 * @param ordered the same build with what parts and carriage cost as they were ordered
 * @param real the same with what the suppliers billed
 * @param steps with their quoted minutes and the real ones
 */
export function afterwards(p: {
  readonly quoted: FrozenSheet;
  readonly ordered: Costs;
  readonly real: Costs;
  readonly steps: readonly StepAfter[];
  readonly hourCostMinor: number;
  readonly unbilled: number;
}): Afterwards {
  const { quoted, steps, hourCostMinor } = p;
  const price = { ...quoted, labourMinutes: 0 };
  // The reserve on top of the mean stands in the price, not among the minutes that are expected.
  const expected = steps.reduce((sum, step) => sum + step.quotedMinutes, 0);
  const took = steps.reduce((sum, step) => sum + (step.tookMinutes ?? step.quotedMinutes), 0);
  const outcome = (costs: Costs, minutes: number): Outcome => {
    const { partsMinor, carriageMinor, leftMinor } = earnedOf(price, { ...price, ...costs });
    const hoursMinor = hoursAt(minutes, hourCostMinor);
    return { partsMinor, carriageMinor, minutes, hoursMinor, leftMinor: leftMinor - hoursMinor - quoted.consumablesMinor };
  };
  const costOf = (costs: Costs, of: { key: string; partId: string | null }) =>
    costs.lines.find((line) => line.key === of.key && line.partId === of.partId)?.costMinor ?? null;
  const known = new Map(
    [...quoted.lines, ...p.ordered.lines, ...p.real.lines].map((line) => [`${line.key} ${line.partId ?? ""}`, line]),
  );
  const lines = [...known.values()].map((line) => ({
    key: `${line.key} ${line.partId ?? ""}`,
    says: line.says,
    quotedMinor: costOf(quoted, line),
    orderedMinor: costOf(p.ordered, line),
    realMinor: costOf(p.real, line),
  }));
  const [was, is] = [outcome(quoted, expected), outcome(p.real, took)];
  const because = [
    ...lines.map((line) => ({ says: line.says, minor: (line.quotedMinor ?? 0) - (line.realMinor ?? 0) })),
    { says: "Carriage", minor: was.carriageMinor - is.carriageMinor },
    ...byStep(steps, expected, hourCostMinor),
  ]
    .filter(({ minor }) => minor !== 0)
    .sort((a, b) => Math.abs(b.minor) - Math.abs(a.minor));
  return {
    priceMinor: quoted.beforeTaxMinor,
    consumablesMinor: quoted.consumablesMinor,
    hourCostMinor,
    quoted: was,
    ordered: outcome(p.ordered, expected),
    real: is,
    lines,
    steps,
    untimed: steps.filter((step) => step.tookMinutes === null).length,
    unbilled: p.unbilled,
    because,
  };
}

/** Parts, carriage and hours together, in cents. */
export const costMinor = ({ partsMinor, carriageMinor, hoursMinor }: Outcome): number => partsMinor + carriageMinor + hoursMinor;

/** Share by which work and parts cost more than was quoted, %; what the reserve was for. */
export function overrunPercent({ quoted, real }: Afterwards): number | null {
  return costMinor(quoted) > 0 ? (costMinor(real) / costMinor(quoted) - 1) * 100 : null;
}

/** What each step's time took away or gave, rounded so that they add up to the hours' own difference to the cent. */
function byStep(steps: readonly StepAfter[], expected: number, hourMinor: number): { says: string; minor: number }[] {
  let minutes = expected;
  return steps.map(({ title, quotedMinutes, tookMinutes }) => {
    const before = hoursAt(minutes, hourMinor);
    minutes += (tookMinutes ?? quotedMinutes) - quotedMinutes;
    return { says: title, minor: before - hoursAt(minutes, hourMinor) };
  });
}
