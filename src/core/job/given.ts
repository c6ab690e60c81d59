import { costsMoved, earnedOf, type Earned } from "../cost/earned";
import { frozenOf } from "../cost/frozenOf";
import type { FrozenSheet } from "../cost/frozenSheet";
import type { Fit } from "../fit/engine";
import type { Sheet } from "../cost/sheet";
import { formatMoney } from "../money/money";
import type { Currency } from "../parts/part";
import type { Promise } from "../promise/promises";
import { givenLines, letterOf } from "./letters";
import type { Build, GivenSheet } from "./givenSheet";

/** What a sheet is compared and put back by. */
type Worked = {
  readonly choices: Build["choices"];
  readonly also: Build["also"];
  readonly accepted: readonly Omit<Build["accepted"][number], "says">[];
  readonly sources: Build["sources"];
  readonly hand: Build["hand"];
  readonly discount: Build["discount"];
};

const remedySays = (fit: Pick<Fit, "applied">, one: { finding: string; remedy: string }): string => {
  const found = fit.applied.find(({ finding, remedy }) => finding === one.finding && remedy.id === one.remedy);
  return found ? `${found.title}: ${found.remedy.title}`.slice(0, 400) : `${one.finding}: ${one.remedy}`.slice(0, 400);
};

export const buildOf = ({ choices, also, accepted, sources, hand, discount }: Worked, fit: Pick<Fit, "applied">): Build => ({
  choices: { ...choices },
  also: [...also],
  accepted: accepted.map((one) => ({ ...one, says: remedySays(fit, one) })),
  sources: { ...sources },
  hand: [...hand],
  discount,
});

/** The sheet as it is given now, whole. */
export const givenNow = (
  job: Worked,
  { fit, sheet, promises }: { readonly fit: Fit; readonly sheet: Sheet; readonly promises: readonly Promise[] },
  rates: Partial<Record<Currency, number>>,
  at: { readonly at: string; readonly by: string },
): GivenSheet => ({
  ...at,
  currency: sheet.currency,
  lines: [],
  allInMinor: sheet.allInMinor,
  whole: {
    title: titleOf(fit),
    sheet: frozenOf(sheet),
    build: buildOf(job, fit),
    rates,
    promises: promises.map(({ id, title, asked, predicted, kept, note }) => ({
      id,
      title,
      asked,
      predicted,
      kept,
      note: note.slice(0, 600),
    })),
  },
  answer: null,
});

/** What drives the bike, and its packs. */
function titleOf({ build }: Pick<Fit, "build">): string {
  const named = (kind: string) => build.supplied.filter(({ part }) => part.kind === kind).map(({ part }) => part.name);
  const motors = build.supplied.filter(({ part }) => part.kind.endsWith("motor")).map(({ part }) => part.name);
  return [...new Set([...motors, ...named("battery")])].join(", ").slice(0, 200) || "no drive yet";
}

/** An accepted sheet, and how the bench stands to it. */
export type Agreed = {
  readonly index: number;
  readonly letter: string;
  readonly at: string;
  readonly name: string;
  readonly allInMinor: number;
  readonly currency: Currency;
  /** What is on the bench and was not agreed, in sentences; empty while the agreed price stands. */
  readonly changes: readonly string[];
  /** What all in would be today, and where that comes from: the shop bears it while the price stands. */
  readonly todayMinor: number;
  readonly drift: readonly { readonly says: string; readonly minor: number }[];
  /** What it leaves the shop for the work: as it was agreed, and with what parts and carriage cost today or did when they were ordered. */
  readonly earned: { readonly agreed: Earned; readonly now: Earned };
  readonly costsMoved: readonly { readonly says: string; readonly minor: number }[];
};

/** The sheet that was accepted last; null while none is. */
export function agreedOf(given: readonly GivenSheet[], job: Worked, fit: Pick<Fit, "applied">, today: Sheet): Agreed | null {
  const index = given.findLastIndex(({ answer, whole }) => answer?.how === "accepted" && whole !== null);
  const one = given[index];
  if (!one?.whole || one.answer?.how !== "accepted") return null;
  const { sheet, build } = one.whole;
  return {
    index,
    letter: letterOf(index),
    at: one.answer.at,
    name: one.answer.name,
    allInMinor: one.allInMinor,
    currency: one.currency,
    changes: changesOf(sheet, build, job, fit, today),
    todayMinor: today.allInMinor,
    drift: one.currency === today.currency ? driftOf(sheet, today) : [],
    earned: { agreed: earnedOf(sheet), now: earnedOf(sheet, today) },
    costsMoved: costsMoved(sheet, today),
  };
}

/** What is on the bench and not on an accepted sheet, or the other way round. Prices, rates and rules are no change: these are the shop's. */
function changesOf(was: FrozenSheet, build: Build, job: Worked, fit: Pick<Fit, "applied">, now: Sheet): string[] {
  if (was.currency !== now.currency) return [`The shop reckons in ${now.currency} now, and it was agreed in ${was.currency}`];
  const key = (one: { finding: string; remedy: string }) => JSON.stringify([one.finding, one.remedy]);
  const [before, after] = [new Set(build.accepted.map(key)), new Set(job.accepted.map(key))];
  const line = ({ quantity, says }: { quantity: number; says: string }) => `${quantity} × ${says}`;
  const found = <L extends { key: string; partId: string | null }>(
    lines: readonly L[],
    one: { key: string; partId: string | null },
  ) => lines.find((other) => other.key === one.key && other.partId === one.partId);
  return [
    ...now.lines.flatMap((one) => {
      const old = found(was.lines, one);
      if (!old) return [`New: ${line(one)}`];
      if (old.quantity !== one.quantity) return [`${one.says}: ${one.quantity} instead of ${old.quantity}`];
      // Whether it is theirs or ours is agreed; from our shelf or from a supplier is the shop's affair.
      return (old.source === "customer") === (one.source === "customer")
        ? []
        : [`${one.says}: ${one.source === "customer" ? "theirs now" : "ours now"}`];
    }),
    ...was.lines.filter((one) => !found(now.lines, one)).map((one) => `No longer: ${line(one)}`),
    ...job.accepted.filter((one) => !before.has(key(one))).map((one) => `Accepted since: ${remedySays(fit, one)}`),
    ...build.accepted.filter((one) => !after.has(key(one))).map((one) => `Taken back since: ${one.says}`),
    ...(JSON.stringify(build.discount) === JSON.stringify(job.discount) ? [] : ["The discount is another one"]),
  ];
}

const DRIFT = [
  ["Parts", ({ runningMinor, dressingMinor }: FrozenSheet | Sheet) => runningMinor + dressingMinor],
  ["Labour", ({ labourMinor }: FrozenSheet | Sheet) => labourMinor],
  ["Carriage", ({ carriageMinor }: FrozenSheet | Sheet) => carriageMinor],
  ["Sundries", ({ consumablesMinor }: FrozenSheet | Sheet) => consumablesMinor],
  ["Reserve", ({ contingencyMinor }: FrozenSheet | Sheet) => contingencyMinor],
  ["Discount", ({ discountMinor }: FrozenSheet | Sheet) => -discountMinor],
  ["Tax", ({ taxMinor }: FrozenSheet | Sheet) => taxMinor],
] as const;

/** Between an agreed sheet and the same one today, sum by sum: together the difference of all in. */
const driftOf = (was: FrozenSheet, now: Sheet): Agreed["drift"] =>
  DRIFT.map(([says, of]) => ({ says, minor: of(now) - of(was) })).filter(({ minor }) => minor !== 0);

/**
 * A sheet at the prices that were agreed: the same lines, from where they come today. What they cost the shop is today's, and so is
 * the margin.
 */
export function atAgreedPrices(today: Sheet, agreed: FrozenSheet): Sheet {
  const prices = new Map(agreed.lines.map((line) => [`${line.key} ${line.partId}`, line.priceMinor]));
  const { lines: _lines, ...amounts } = agreed;
  const partsMinor = amounts.runningMinor + amounts.dressingMinor;
  const costMinor = today.lines.reduce((sum, line) => sum + (line.costMinor ?? 0), 0);
  return {
    ...today,
    ...amounts,
    budgetMinor: today.budgetMinor,
    lines: today.lines.map((line) => ({ ...line, priceMinor: prices.get(`${line.key} ${line.partId}`) ?? line.priceMinor })),
    partsMarginPercent: partsMinor > 0 ? ((partsMinor - costMinor) / partsMinor) * 100 : null,
  };
}

/** Over a tenth more than was agreed, nobody goes on without asking (common practice). */
export const STOP_AND_CALL_PERCENT = 10;

/** What is to be told to the customer, in a sentence; null while the agreed price stands. */
export function toTell(agreed: Agreed): { readonly says: string; readonly call: boolean } | null {
  if (agreed.changes.length === 0) return null;
  const more = agreed.todayMinor - agreed.allInMinor;
  const percent = agreed.allInMinor > 0 ? (more / agreed.allInMinor) * 100 : 0;
  const by = more === 0 ? "the same price" : `${formatMoney(Math.abs(more), agreed.currency)} ${more > 0 ? "more" : "less"}`;
  return {
    says: `${agreed.letter} was accepted at ${formatMoney(agreed.allInMinor, agreed.currency)}; what is on the bench now is ${by}`,
    call: percent > STOP_AND_CALL_PERCENT,
  };
}

/** Whether the bench holds just the build of a given sheet. */
export const isOnBench = ({ whole }: GivenSheet, job: Worked): boolean => {
  if (whole === null) return false;
  const bare = ({ choices, also, accepted, sources, hand, discount }: Worked) =>
    JSON.stringify([
      Object.entries(choices).sort(),
      also,
      accepted.map((one) => [one.finding, one.remedy]),
      Object.entries(sources).sort(),
      hand,
      discount,
    ]);
  return bare(whole.build) === bare(job);
};

/** Of several sheets what each has and not all of the others have, in words. */
export function onlyHere(sheets: readonly GivenSheet[]): string[][] {
  const lines = sheets.map((one) => givenLines(one).map(({ quantity, says }) => `${quantity} × ${says}`));
  return lines.map((own) => own.filter((line) => !lines.every((other) => other.includes(line))));
}
