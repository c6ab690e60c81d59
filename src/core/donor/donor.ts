import { z } from "zod";
import { bad, good, type Result } from "../result";
import { parseQuantity } from "../units/parseQuantity";
import { formatNumber } from "../units/formatQuantity";
import { shownUnit, type UnitSystem } from "../units/dimension";
import { DONOR_KEYS, donorItem, type DonorItem, type DonorKey, type NumberItem } from "./items";
import { readingSchema, TOOL_PLUS_MINUS_MM, type How, type Reading } from "./reading";

export const donorSchema = z.partialRecord(z.enum(DONOR_KEYS), readingSchema);
/** What the survey holds so far. A missing key was not measured. */
export type Donor = Partial<Record<DonorKey, Reading>>;

/** Uncertainty of a reading, from the tool it was taken with; a choice and a count have none when seen. */
export function plusMinusOf(item: DonorItem, how: How): number {
  if (item.kind === "choice") return 0;
  if (how === "told") return item.toldPlusMinus;
  if (item.kind === "mass") return how === "gauge" ? 0.1 : 0.5;
  if (item.kind === "count" || how === "nominal" || how === "seen") return 0;
  return TOOL_PLUS_MINUS_MM[how];
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
  const dimension = item.kind === "mass" ? "mass" : "length";
  const read = item.kind === "count" ? good(Number(text)) : parseQuantity(text, dimension, shownUnit(dimension, system));
  if (!read.ok) return bad(`${item.label}: ${read.error}`);
  return good(isPlausible(item, read.value) ? { value: read.value } : { ...questionOf(item, read.value), value: read.value });
}

const isPlausible = (item: NumberItem, value: number) => value >= item.plausible[0] && value <= item.plausible[1];

function questionOf(item: NumberItem, value: number) {
  const unit = item.kind === "length" ? " mm" : item.kind === "mass" ? " kg" : "";
  // A lost or stray decimal point, or inches taken for millimetres.
  const slips = item.kind === "count" ? [] : [value / 10, value * 10, value / 25.4, value * 25.4, value / 100];
  const perhaps = slips.find((slip) => isPlausible(item, slip)) ?? null;
  const guess = perhaps === null ? "" : ` ${formatNumber(perhaps, 1)}${unit}?`;
  return {
    ask: `${item.label} of ${formatNumber(value, 1)}${unit} is outside ${item.plausible[0]} to ${item.plausible[1]}${unit}.${guess}`,
    perhaps: perhaps === null ? null : Math.round(perhaps * 1000) / 1000,
  };
}

/** The bounds that even a confirmed reading must keep: what is under 0 or ten times over is a slip, whoever says yes. */
export const isPossible = (item: DonorItem, value: number) =>
  item.kind !== "choice" && Number.isFinite(value) && value >= 0 && value <= item.plausible[1] * 10;

/** Whether an item is asked on this bike: some only make sense after another answer. */
export function isAsked(key: DonorKey, donor: Donor): boolean {
  const only = donorItem(key).only;
  if (!only) return true;
  const answer = donor[only.key as DonorKey]?.value;
  return typeof answer === "string" && only.is.includes(answer);
}

/** The walk on this bike, in order. */
export const walk = (donor: Donor): DonorKey[] => DONOR_KEYS.filter((key) => isAsked(key, donor));
