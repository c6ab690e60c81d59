import { controllersOf } from "../fit/build";
import type { Fit } from "../fit/engine";
import type { Sheet } from "../cost/sheet";
import type { Wish } from "../wish/wish";
import { memory } from "../basis";
import type { PromiseId } from "../wish/promiseIds";

/** A measurable line of the wish: asked and predicted now, proved when the bike is finished. */
export type Promise = {
  readonly id: PromiseId;
  readonly title: string;
  readonly asked: number | string | null;
  readonly predicted: number | string | null;
  readonly proved: number | string | null;
  readonly kept: boolean | null;
  readonly note: string;
};

/** What comes off the bike when a motor wheel goes in, kg. */
const OLD_WHEEL_KG = { front: 1.5, rear: 2.2 } as const;
const OLD_WHEEL_BASIS = memory("typical wheel without tyre");

/** Assist is set this much under the asked limit, so that every reading of the law is met, km/h. */
export const ASSIST_MARGIN_KMH = 0.5;

const DAY_MS = 86_400_000;

/** The promises that a wish makes, held against the build as it stands. @param p.today an ISO date */
export function promises(p: {
  wish: Wish;
  fit: Fit;
  sheet: Sheet;
  donorMassKg: number | undefined;
  today: string;
  leadDays: number;
  benchDays: number;
}): Promise[] {
  return [price(p.wish, p.sheet), mass(p.wish, p.fit, p.donorMassKg), ready(p), assist(p.wish, p.fit)];
}

function price(wish: Wish, sheet: Sheet): Promise {
  const asked = wish.budgetMinor;
  const hasLines = sheet.lines.length > 0;
  const note =
    sheet.unpriced > 0
      ? `at least: ${sheet.unpriced} line${sheet.unpriced === 1 ? " has" : "s have"} no price`
      : hasLines
        ? "all in, with tax"
        : "nothing is chosen yet";
  const predicted = hasLines ? sheet.allInMinor : null;
  const kept = asked === null || predicted === null ? null : predicted > asked ? false : sheet.unpriced > 0 ? null : true;
  return { id: "price", title: "Price, all in", asked, predicted, proved: null, kept, note };
}

function mass(wish: Wish, fit: Fit, donorMassKg: number | undefined): Promise {
  const parts = fit.build.supplied.filter((s) => s.part.kind !== "charger" && s.part.kind !== "kit");
  const unknown = parts.filter((s) => s.part.massKg === null).length;
  const added = parts.reduce((sum, s) => sum + (s.part.massKg ?? 0) * s.quantity, 0);
  const wheels = parts.reduce((sum, s) => sum + (s.part.kind === "hub-motor" ? OLD_WHEEL_KG[s.part.spec.end] : 0), 0);
  const asked = wish.massKg;
  const title = "Mass of the bike";
  if (donorMassKg === undefined)
    return { id: "mass", title, asked, predicted: null, proved: null, kept: null, note: "weigh the bike first" };
  if (parts.length === 0)
    return { id: "mass", title, asked, predicted: donorMassKg, proved: null, kept: null, note: "as it came" };
  const predicted = Math.round((donorMassKg + added - wheels) * 10) / 10;
  const less = wheels > 0 ? `, less the old wheel (${wheels} kg, ${OLD_WHEEL_BASIS.source})` : "";
  const note =
    unknown > 0
      ? `${unknown} part${unknown === 1 ? "" : "s"} without a mass${less}`
      : `${donorMassKg} kg and ${added.toFixed(1)} of parts${less}`;
  return { id: "mass", title, asked, predicted, proved: null, kept: asked === null ? null : predicted <= asked, note };
}

function ready(p: { wish: Wish; fit: Fit; today: string; leadDays: number; benchDays: number }): Promise {
  const asked = p.wish.readyBy;
  const title = "Ready";
  if (p.fit.build.supplied.length === 0)
    return { id: "ready", title, asked, predicted: null, proved: null, kept: null, note: "nothing is chosen yet" };
  const predicted = workingDaysAfter(p.today, p.leadDays, p.benchDays);
  return {
    id: "ready",
    title,
    asked,
    predicted,
    proved: null,
    kept: asked === null ? null : predicted <= asked,
    note: `parts ${p.leadDays} days, bench ${p.benchDays} day${p.benchDays === 1 ? "" : "s"}`,
  };
}

/** Lead time in calendar days, then so many bench days from Monday to Friday. @example workingDaysAfter("2026-11-27", 0, 1) // => "2026-11-30" */
export function workingDaysAfter(today: string, calendarDays: number, benchDays: number): string {
  let time = Date.parse(`${today}T00:00:00Z`) + calendarDays * DAY_MS;
  for (let left = benchDays; left > 0;) {
    time += DAY_MS;
    const weekday = new Date(time).getUTCDay();
    if (weekday !== 0 && weekday !== 6) left -= 1;
  }
  return new Date(time).toISOString().slice(0, 10);
}

function assist(wish: Wish, fit: Fit): Promise {
  const asked = wish.assistKmh;
  const controller = controllersOf(fit.build)[0];
  const title = "Assist ends";
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
  return {
    id: "assist",
    title,
    asked,
    predicted: asked - ASSIST_MARGIN_KMH,
    proved: null,
    kept: true,
    note: "set in the controller, proved at hand-over; confirm the class locally",
  };
}
