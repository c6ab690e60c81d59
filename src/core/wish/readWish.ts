import { bad, good, type Result } from "../result";
import { formatDay } from "../units/date";
import { shownUnit, type Dimension, type UnitSystem } from "../units/dimension";
import { formatNumber, formatQuantity } from "../units/formatQuantity";
import { parseQuantity } from "../units/parseQuantity";
import { WISH_LIMITS } from "./limits";
import type { Wish } from "./wish";

/** What a customer's figure is called, and what is ordinary for it; what cannot be is the wish's own schema. */
type FigureOf = {
  readonly label: string;
  readonly unit: string;
  readonly likely: readonly [least: number, most: number];
  /** What the chosen units show it in; its own unit where none changes it. */
  readonly dimension?: Dimension;
};

export const WISH_FIGURES = {
  riderKg: { label: "Rider", unit: "kg", likely: [35, 160], dimension: "mass" },
  loadKg: { label: "Load carried", unit: "kg", likely: [0, 120], dimension: "mass" },
  massKg: { label: "Bike no heavier than", unit: "kg", likely: [10, 80], dimension: "mass" },
  assistKmh: { label: "Assist ends at", unit: "km/h", likely: [10, 50], dimension: "speed" },
  hillPercent: { label: "Steepest hill", unit: "%", likely: [0, 25] },
  hillKm: { label: "Its length", unit: "km", likely: [0, 20] },
  rangeKm: { label: "Range wanted", unit: "km", likely: [5, 200], dimension: "distance" },
  hillKmh: { label: "Up the hill at", unit: "km/h", likely: [5, 35], dimension: "speed" },
  coldestC: { label: "Coldest ride", unit: "°C", likely: [-25, 20] },
  chargeHours: { label: "Charged in, from empty", unit: "h", likely: [1, 14] },
  riderW: { label: "Rider's own power", unit: "W", likely: [40, 400] },
} as const satisfies Partial<Record<keyof Wish, FigureOf>>;
export type WishFigure = keyof typeof WISH_FIGURES;
export const WISH_FIELDS = Object.keys(WISH_FIGURES) as WishFigure[];

/** What is asked about a figure before it is kept: the likely slip, and whether it can be at all. */
export type WishDoubt = { readonly says: string; readonly perhaps: number | null; readonly possible: boolean };

/** A stray decimal point, metres for kilometres. */
const SLIPS = [10, 100, 1000, 0.1];
/** Where metres are the likelier slip. */
const METRES_FIRST = [1000, 10, 100, 0.1];

/** The unit that a figure of the wish is shown and typed in. */
export function unitOfFigure(field: WishFigure, system: UnitSystem): string {
  const { unit, dimension }: FigureOf = WISH_FIGURES[field];
  return dimension ? shownUnit(dimension, system) : unit;
}

/** A figure of the wish as it is shown: in the chosen units where there is a choice. */
export function showFigure(field: WishFigure, value: number, system: UnitSystem): string {
  const { unit, dimension }: FigureOf = WISH_FIGURES[field];
  return dimension ? formatQuantity(value, dimension, system) : `${formatNumber(value, 2)} ${unit}`;
}

/** What is doubtful about a figure of the wish, asked in the chosen units; null where it is an ordinary one. */
export function doubtOfFigure(field: WishFigure, value: number, system: UnitSystem = "metric"): WishDoubt | null {
  const { label, unit, likely }: FigureOf = WISH_FIGURES[field];
  const show = (one: number) => showFigure(field, one, system);
  const within = (one: number) => one >= likely[0] && one <= likely[1];
  if (within(value)) return null;
  const possible = value >= WISH_LIMITS[field][0] && value <= WISH_LIMITS[field][1];
  const slips = unit === "km" ? METRES_FIRST : SLIPS;
  const slip = slips.map((by) => Math.round((value / by) * 1000) / 1000).find((one) => one !== 0 && within(one)) ?? null;
  const guess = slip === null ? "" : ` ${show(slip)}?`;
  const unitless = show(likely[0]).slice(0, show(likely[0]).lastIndexOf(" "));
  const range = `${unitless} to ${show(likely[1])}`;
  const what = `${label}: ${show(value)}`;
  return {
    says: `${possible ? `${what} is unusual, ${range} is usual.` : `${what} cannot be; as a rule it is ${range}.`}${guess}`,
    perhaps: slip,
    possible,
  };
}

/** A leap day is none in another year. */
const isDay = (day: string): boolean => {
  const at = new Date(`${day}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(day);
};

const YEAR_MS = 366 * 86_400_000;

/** What is doubtful about the day by which it is to be ready: one that is past, or more than two years off. */
export function doubtOfDay(day: string, today: string): { says: string; perhaps: string | null; possible: boolean } | null {
  const now = today.slice(0, 10);
  if (day >= now && Date.parse(day) - Date.parse(now) <= 2 * YEAR_MS) return null;
  const thisYear = `${now.slice(0, 4)}${day.slice(4)}`;
  const next = `${Number(now.slice(0, 4)) + 1}${day.slice(4)}`;
  const perhaps = [thisYear, next].find((one) => one >= now && isDay(one)) ?? null;
  const guess = perhaps === null ? "" : ` ${formatDay(perhaps)}?`;
  return day < now
    ? { says: `Ready by: ${formatDay(day)} is past.${guess}`, perhaps, possible: false }
    : { says: `Ready by: ${formatDay(day)} is more than two years off.${guess}`, perhaps, possible: true };
}

const plainFigure = (text: string) => {
  const plain = text.trim().replace("−", "-").replace(",", ".");
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : Number.NaN;
};

/** A figure with one of the units that people write it in, and how each is brought to the first. */
const WRITTEN: Partial<Record<WishFigure, readonly [words: RegExp, to: (value: number) => number][]>> = {
  hillPercent: [
    [/^(%|percent|per cent)?$/i, (percent) => percent],
    [/^(°|deg|degrees?)$/i, (degrees) => (degrees >= 0 && degrees < 89 ? 100 * Math.tan((degrees * Math.PI) / 180) : Number.NaN)],
  ],
  coldestC: [
    [/^(°\s*c?|c|celsius)?$/i, (celsius) => celsius],
    [/^(°?\s*f|fahrenheit)$/i, (fahrenheit) => ((fahrenheit - 32) * 5) / 9],
  ],
  chargeHours: [
    [/^(h|hours?|hrs?)?$/i, (hours) => hours],
    [/^(min|minutes?)$/i, (minutes) => minutes / 60],
  ],
  riderW: [
    [/^(w|watts?)?$/i, (watts) => watts],
    [/^kw$/i, (kilowatts) => kilowatts * 1000],
  ],
};

/**
 * A figure of the wish as typed: `72` in the chosen units or `11 lb`, `-5 C` or `23 F`, `4°` or `1:14` for a grade, `90 min`, `600 m`.
 *
 * @returns the figure in its stored unit, rounded to a thousandth, or a sentence that says what was expected
 */
export function readWishFigure(field: WishFigure, text: string, system: UnitSystem = "metric"): Result<number> {
  const { unit, dimension }: FigureOf = WISH_FIGURES[field];
  const rounded = (value: number) => good(Math.round(value * 1000) / 1000);
  const expected = bad(`expected a figure in ${unit}, got “${text.slice(0, 30)}”`);
  if (dimension || field === "hillKm") {
    const typed = parseQuantity(text, dimension ?? "distance", unitOfFigure(field, system));
    return typed.ok ? rounded(typed.value) : typed;
  }
  const ratio = field === "hillPercent" ? /^\s*1\s*(?::|in)\s*(\d+(?:[.,]\d+)?)\s*$/i.exec(text) : null;
  if (ratio) return plainFigure(ratio[1]!) > 0 ? rounded(100 / plainFigure(ratio[1]!)) : expected;
  const parts = /^\s*([-−]?\s*\d+(?:[.,]\d+)?)\s*([^\d]*?)\s*$/u.exec(text);
  if (!parts) return expected;
  const value = plainFigure(parts[1]!.replace(/\s/g, ""));
  const way = (WRITTEN[field] ?? []).find(([words]) => words.test(parts[2]!));
  const read = way ? way[1](value) : Number.NaN;
  return Number.isFinite(read) ? rounded(read) : expected;
}
