import { controllersOf, motorsOf } from "../fit/build";
import type { Fit } from "../fit/engine";
import { isOpen, type Finding } from "../fit/finding";
import { idleOf } from "../fit/rules/brakes/levers";
import { limitToSet } from "../fit/rules/law/limitToSet";
import type { Sheet } from "../cost/sheet";
import { isWorkingDay, type DaysOff } from "../supply/orderDay";
import type { Wish } from "../wish/wish";
import { PROMISE_TITLES } from "./promiseText";
import { goesBack } from "../work/leftOver";
import { memory } from "../basis";
import type { PromiseId } from "../wish/promiseIds";
import { DAY_MS } from "../units/days";

/** A measurable line of the wish: asked and predicted now, proved when the bike is finished. */
export type Promise = {
  readonly id: PromiseId;
  readonly title: string;
  readonly asked: number | string | null;
  readonly predicted: number | string | null;
  readonly proved: number | string | null;
  /** What the proof leaves open, in its unit; by what it was proved; and how it stands against what was asked, null where nothing was. */
  readonly plusMinus?: number;
  readonly provedBy?: string;
  readonly stands?: "kept" | "not kept" | "too near to tell" | null;
  readonly kept: boolean | null;
  readonly note: string;
};

const OLD_PARTS_BASIS = memory("typical of what comes off");

/** The promises that a wish makes, held against the build as it stands. @param p.today an ISO date */
export function promises(p: {
  wish: Wish;
  fit: Fit;
  sheet: Sheet;
  donorMassKg: number | undefined;
  today: string;
  /** When the last part is here, in calendar days; what has no date, and what is late. */
  lead: Lead;
  bench: Bench;
  /** Days on which nobody works, beside weekends. */
  closedDays: DaysOff;
  /** The day on which the bike was signed off, while that holds. */
  signedOn: string | null;
}): Promise[] {
  const missing = lacks(p.fit);
  return [
    price(p.wish, p.sheet, missing),
    mass(p.wish, p.fit, p.donorMassKg, missing),
    ready({ ...p, missing }),
    assist(p.wish, p.fit),
  ];
}

/**
 * What is still to be done at the bench: working days, the days by which paint or thread lock holds the bike back, and those for which
 * it is away with another shop.
 */
export type Bench = {
  readonly days: number;
  readonly waitDays: number;
  readonly away?: Away;
  /** Days from today until paint that is on is hard, and until all else that was done is cured. */
  readonly hardIn?: number;
  readonly curedIn?: number;
};
/** One after the other: who knows whether two shops can have a bike at once. */
export type Away = { readonly days: number; readonly what: readonly string[] };

/** Days until the last part is here, and what that is; empty where nothing is waited for. */
export type Lead = {
  readonly days: number;
  readonly what: string;
  readonly undated: readonly string[];
  readonly late: readonly string[];
};

/** What the build still lacks, in a few words; empty when it is whole. What is not chosen, worked or measured yet can cost, weigh and take time. */
export function lacks(fit: Pick<Fit, "build" | "findings">): string {
  const open = fit.findings.filter(isOpen);
  const count = (some: readonly Finding[], one: string, many: string) =>
    some.length === 0 ? [] : [`${some.length} ${some.length === 1 ? one : many}`];
  return [
    ...(motorsOf(fit.build).length === 0 ? ["no motor is chosen"] : []),
    ...count(
      open.filter((finding) => finding.choose),
      "part to choose",
      "parts to choose",
    ),
    ...count(
      open.filter((finding) => !finding.choose && finding.verdict !== "measure"),
      "finding without its remedy",
      "findings without their remedies",
    ),
    ...count(
      open.filter((finding) => !finding.choose && finding.verdict === "measure"),
      "check to measure",
      "checks to measure",
    ),
  ].join(", ");
}

/** Kept only once nothing is missing any more; what is broken already stays broken. */
const keptWhen = (within: boolean, missing: string): boolean | null => (!within ? false : missing === "" ? true : null);

function price(wish: Wish, sheet: Sheet, build: string): Promise {
  const asked = wish.budgetMinor;
  const hasLines = sheet.lines.length > 0;
  const missing = [
    ...(sheet.unpriced > 0 ? [`${sheet.unpriced} line${sheet.unpriced === 1 ? " has" : "s have"} no price`] : []),
    ...(build === "" ? [] : [build]),
  ].join(", ");
  const note = !hasLines ? "nothing is chosen yet" : missing === "" ? "all in, with tax" : `at least: ${missing}`;
  const predicted = hasLines ? sheet.allInMinor : null;
  const kept = asked === null || predicted === null ? null : keptWhen(predicted <= asked, missing);
  return { id: "price", title: PROMISE_TITLES.price, asked, predicted, proved: null, kept, note };
}

function mass(wish: Wish, fit: Fit, donorMassKg: number | undefined, missing: string): Promise {
  const idle = idleOf(fit.build);
  const parts = fit.build.supplied.filter((s) => s.part.kind !== "charger" && s.part.kind !== "kit" && !idle.has(s));
  const unknown = parts.filter((s) => s.part.massKg === null).length;
  const added = parts.reduce((sum, s) => sum + (s.part.massKg ?? 0) * s.quantity, 0);
  const off = goesBack(fit.build).reduce((sum, one) => sum + one.kg, 0);
  const asked = wish.massKg;
  const title = PROMISE_TITLES.mass;
  if (donorMassKg === undefined)
    return { id: "mass", title, asked, predicted: null, proved: null, kept: null, note: "weigh the bike first" };
  if (parts.length === 0)
    return { id: "mass", title, asked, predicted: donorMassKg, proved: null, kept: null, note: "as it came" };
  const predicted = Math.round((donorMassKg + added - off) * 10) / 10;
  const less = off > 0 ? `, less what comes off (${off.toFixed(1)} kg, ${OLD_PARTS_BASIS.source})` : "";
  const note =
    unknown > 0
      ? `${unknown} part${unknown === 1 ? "" : "s"} without a mass${less}`
      : `${donorMassKg} kg and ${added.toFixed(1)} of parts${less}`;
  const kept = asked === null ? null : keptWhen(predicted <= asked, unknown > 0 ? "a mass" : missing);
  return { id: "mass", title, asked, predicted, proved: null, kept, note: missing === "" ? note : `${note}; ${missing}` };
}

function ready(p: {
  wish: Wish;
  fit: Fit;
  today: string;
  lead: Lead;
  bench: Bench;
  closedDays: DaysOff;
  signedOn: string | null;
  missing: string;
}): Promise {
  const asked = p.wish.readyBy;
  const title = PROMISE_TITLES.ready;
  if (p.fit.build.supplied.length === 0)
    return { id: "ready", title, asked, predicted: null, proved: null, kept: null, note: "nothing is chosen yet" };
  const { missing, signedOn } = p;
  if (signedOn !== null) {
    const kept = asked === null ? null : signedOn <= asked;
    return { id: "ready", title, asked, predicted: signedOn, proved: null, kept, note: "signed off on that day" };
  }
  const { days, what, undated, late } = p.lead;
  if (undated.length > 0) {
    const note = `no date: nobody is known to send ${undated.slice(0, 3).join(", ")}${undated.length > 3 ? " and more" : ""}`;
    return { id: "ready", title, asked, predicted: null, proved: null, kept: null, note };
  }
  const predicted = workingDaysAfter(p.today, days, p.bench, p.closedDays);
  return {
    id: "ready",
    title,
    asked,
    predicted,
    proved: null,
    kept: asked === null ? null : keptWhen(predicted <= asked, missing),
    note: [
      [
        `parts ${daysOf(days)}${what === "" ? "" : ` (the last is ${what})`}`,
        `bench ${daysOf(p.bench.days)}`,
        ...(p.bench.waitDays > 0 ? [`curing ${daysOf(p.bench.waitDays)}`] : []),
        ...(p.bench.hardIn ? [`paint hardens for ${daysOf(p.bench.hardIn)} more`] : []),
        ...(p.bench.curedIn ? [`what was done cures for ${daysOf(p.bench.curedIn)} more`] : []),
        ...(p.bench.away && p.bench.away.days > 0
          ? [`away ${daysOf(p.bench.away.days)} (${p.bench.away.what.slice(0, 2).join(", ")})`]
          : []),
      ].join(", "),
      ...late,
      ...(missing === "" ? [] : [missing]),
    ].join("; "),
  };
}

const daysOf = (count: number) => `${count} day${count === 1 ? "" : "s"}`;

/**
 * Lead time in calendar days, then so many working days at the bench; what cures does so on a Sunday too, but nobody hands over then.
 * @example workingDaysAfter("2026-11-27", 0, { days: 1, waitDays: 0 }) // => "2026-11-30"
 */
export function workingDaysAfter(today: string, calendarDays: number, bench: Bench, off: DaysOff = []): string {
  const works = (at: number) => isWorkingDay(new Date(at).toISOString(), off);
  const now = Date.parse(`${today}T00:00:00Z`);
  // Nothing goes onto paint that is not hard.
  let time = now + Math.max(calendarDays, bench.hardIn ?? 0) * DAY_MS;
  for (let left = bench.days; left > 0;) {
    time += DAY_MS;
    if (works(time)) left -= 1;
  }
  time = Math.max(time + (bench.waitDays + (bench.away?.days ?? 0)) * DAY_MS, now + (bench.curedIn ?? 0) * DAY_MS);
  while (!works(time)) time += DAY_MS;
  return new Date(time).toISOString().slice(0, 10);
}

function assist(wish: Wish, fit: Fit): Promise {
  const asked = wish.assistKmh;
  const controller = controllersOf(fit.build)[0];
  const title = PROMISE_TITLES.assist;
  if (!controller || asked === null)
    return {
      id: "assist",
      title,
      asked,
      predicted: null,
      proved: null,
      kept: null,
      note: controller ? "no limit asked" : "no controller chosen",
    };
  if (!controller.speedSettable)
    return {
      id: "assist",
      title,
      asked,
      predicted: null,
      proved: null,
      kept: false,
      note: "this controller's limit cannot be set",
    };
  // What the step says that is set is what is promised, and nothing else.
  const set = limitToSet(fit.build) ?? { kmh: asked, why: "as the customer asked" };
  return {
    id: "assist",
    title,
    asked,
    predicted: set.kmh,
    proved: null,
    kept: set.kmh <= asked,
    note: `set in the controller ${set.why}, proved at hand-over; confirm the class locally`,
  };
}
