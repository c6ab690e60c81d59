import { DONOR_KEYS, donorItem, type DonorItem, type DonorKey, type NumberItem } from "./items";
import type { Reading } from "./readingSchema";
import { type How, LEVEL_PLUS_MINUS_DEG, TOOL_PLUS_MINUS_MM } from "./reading";
import { shownUnit, type UnitSystem } from "../units/dimension";
import { bad, good, type Result } from "../result";
import { contradictionsIn } from "./contradictions";
import { parseQuantity } from "../units/parseQuantity";
import { KIND_UNIT, type Only } from "./item";
import { formatNumber } from "../units/formatQuantity";

/** What the survey holds so far. A missing key was not measured. */
export type Donor = Partial<Record<DonorKey, Reading>>;

/** Uncertainty of a reading, from the tool it was taken with; a choice and a count have none when seen, what was only told the width of its neighbours. */
export function plusMinusOf(item: DonorItem, how: How, value: number | string): number {
  if (item.kind === "choice") return 0;
  if (how === "told")
    return typeof value === "number" ? Math.max(item.toldPlusMinus, toNeighbours(item, value)) : item.toldPlusMinus;
  if (item.kind === "mass") return how === "gauge" ? 0.1 : 0.5;
  if (item.kind === "angle") return LEVEL_PLUS_MINUS_DEG;
  if (
    item.kind === "count" ||
    item.kind === "torque" ||
    item.kind === "speed" ||
    how === "level" ||
    how === "nominal" ||
    how === "seen"
  )
    return 0;
  return TOOL_PLUS_MINUS_MM[how];
}

/** How far the usual sizes on either side of a figure lie: whoever tells one may mean the other. 0 with fewer than two usual sizes. */
function toNeighbours({ chips }: NumberItem, value: number): number {
  if (chips.length < 2) return 0;
  const below = chips.filter((chip) => chip < value);
  const above = chips.filter((chip) => chip > value);
  const gaps = [below.length > 0 ? value - Math.max(...below) : 0, above.length > 0 ? Math.min(...above) - value : 0];
  return Math.max(...gaps);
}

/** What came of a typed reading: taken, or to be asked about (with the likely slip), or not readable. */
export type Typed = { value: number | string } | { ask: string; perhaps: number | null; value: number };

/**
 * Reads what was typed for an item. A figure outside the plausible range is asked about, with the slip of the decimal point that would mend it.
 * @param text as typed, in the system's unit unless one is written   @example readTyped("shellWidthMm", "681", "metric") // asks “68.1?”
 */
export function readTyped(key: DonorKey, text: string, system: UnitSystem): Result<Typed> {
  const item = donorItem(key);
  if (item.kind === "choice")
    return Object.hasOwn(item.options, text)
      ? good({ value: text })
      : bad(`${item.label}: choose one of ${Object.values(item.options).join(", ")}`);
  if (item.kind === "count" && !/^\d{1,4}$/.test(text.trim()))
    return bad(`${item.label}: expected a whole number, got “${text.slice(0, 20)}”`);
  const read = readFigure(item, text, system);
  if (!read.ok) return bad(`${item.label}: ${read.error}`);
  return good(isPlausible(item, read.value) ? { value: read.value } : { ...questionOf(item, read.value), value: read.value });
}

function readFigure(item: NumberItem, text: string, system: UnitSystem): Result<number> {
  if (item.kind === "length" || item.kind === "mass" || item.kind === "speed")
    return parseQuantity(text, item.kind, shownUnit(item.kind, system));
  const unit = KIND_UNIT[item.kind];
  const plain = text
    .trim()
    .replace(unit, "")
    .replace(/\s*(newton[- ]?met(re|er)s?|n\s?[·.*]?\s?m|deg(rees?)?)$/i, "")
    .trim()
    .replace(",", ".");
  return /^\d{1,4}(\.\d{1,3})?$/.test(plain)
    ? good(Number(plain))
    : bad(`expected a figure${item.kind === "count" ? "" : ` in ${unit}`}, got “${text.slice(0, 20)}”`);
}

const isPlausible = (item: NumberItem, value: number) => value >= item.plausible[0] && value <= item.plausible[1];

function questionOf(item: NumberItem, value: number) {
  const unit = item.kind === "count" ? "" : ` ${KIND_UNIT[item.kind]}`;
  // A lost or stray decimal point, or inches taken for millimetres.
  const slips = item.kind === "count" ? [] : [value / 10, value * 10, value / 25.4, value * 25.4, value / 100];
  const perhaps = slips.find((slip) => isPlausible(item, slip)) ?? null;
  const guess = perhaps === null ? "" : ` ${formatNumber(perhaps, 1)}${unit}?`;
  return {
    ask: `${item.label} of ${formatNumber(value, 1)}${unit} is outside ${item.plausible[0]} to ${item.plausible[1]}${unit}.${guess}`,
    perhaps: perhaps === null ? null : Math.round(perhaps * 1000) / 1000,
  };
}

/** The bounds that even a confirmed reading must keep: under half of the plausible range or over twice it is a slip, whoever says yes. */
export const isPossible = (item: DonorItem, value: number) =>
  item.kind !== "choice" && Number.isFinite(value) && value >= item.plausible[0] / 2 && value <= item.plausible[1] * 2;

/** What is wrong with a figure that no sum may use: outside the plausible range, and nobody confirmed it. Undefined when it may be used. */
export function doubtOf(key: DonorKey, { value, confirmed }: Pick<Reading, "value" | "confirmed">): string | undefined {
  const item = donorItem(key);
  if (item.kind === "choice" || typeof value !== "number") return undefined;
  if (isPlausible(item, value) || (confirmed && isPossible(item, value))) return undefined;
  const unit = item.kind === "count" ? "" : ` ${KIND_UNIT[item.kind]}`;
  return `${item.label} of ${formatNumber(value, 2)}${unit} is outside ${item.plausible[0]} to ${item.plausible[1]}${unit}`;
}

/** The survey without the figures that are in doubt: what the rules, the drawings and the sums see, whichever door a figure came in by. */
export function trusted(donor: Donor): Donor {
  const doubted = new Set(doubtsIn(donor).map(({ key }) => key));
  if (doubted.size === 0) return donor;
  return Object.fromEntries(Object.entries(donor).filter(([key]) => !doubted.has(key as DonorKey)));
}

/** Every figure in doubt, and what is wrong with it. */
export function doubtsIn(donor: Donor): readonly Doubt[] {
  const known = doubts.get(donor);
  if (known) return known;
  const found = lookForDoubts(donor);
  doubts.set(donor, found);
  return found;
}

type Doubt = { readonly key: DonorKey; readonly says: string };
/** A survey is never changed in place, and is looked at anew for each part that is tried on it. */
const doubts = new WeakMap<Donor, readonly Doubt[]>();

function lookForDoubts(donor: Donor): Doubt[] {
  const single = (Object.entries(donor) as [DonorKey, Reading][]).flatMap(([key, reading]) => {
    const says = doubtOf(key, reading);
    return says === undefined ? [] : [{ key, says }];
  });
  const doubted = new Set(single.map(({ key }) => key));
  const between = contradictionsIn(donor).flatMap(({ keys, says }) =>
    keys.some((key) => doubted.has(key)) ? [] : keys.map((key) => ({ key, says })),
  );
  return [...single, ...between];
}

/** Whether an item is asked on this bike: some only make sense after another answer. */
export function isAsked(key: DonorKey, donor: Donor): boolean {
  const only = donorItem(key).only;
  return !only || holds(only, donor);
}

function holds({ key, is, or }: Only, donor: Donor): boolean {
  const answer = donor[key as DonorKey]?.value;
  return (typeof answer === "string" && is.includes(answer)) || (or !== undefined && holds(or, donor));
}

/**
 * The walk on this bike, in order.
 * @param wanted what the checks of a build ask for beside it: a rim brake that goes on wants a rim measured that a disc never touched
 */
export const walk = (donor: Donor, wanted?: Pick<ReadonlySet<DonorKey>, "has">): DonorKey[] =>
  DONOR_KEYS.filter((key) => isAsked(key, donor) || wanted?.has(key));
