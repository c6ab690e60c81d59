import { DIMENSIONS, shownUnit, type Dimension, type UnitSystem } from "./dimension";

/**
 * A stored value as it is shown: at most the dimension's digits, no trailing zeros, always with its unit.
 * @example formatQuantity(68.2625, "length", "imperial") // => "2.688 in"
 */
export function formatQuantity(value: number, dimension: Dimension, system: UnitSystem, digits?: number): string {
  const unit = shownUnit(dimension, system);
  const row = DIMENSIONS[dimension].find((candidate) => candidate.unit === unit)!;
  return `${formatNumber(value / row.perUnit, digits ?? row.digits)} ${unit}`;
}

/** A plain number with at most so many digits, a true minus sign and no minus zero. @example formatNumber(-1.25, 1) // => "−1.3" */
export function formatNumber(value: number, digits: number): string {
  const scale = 10 ** digits;
  const rounded = (Math.sign(value) * Math.round(Math.abs(value) * scale + 1e-9)) / scale || 0;
  const text = Math.abs(rounded) >= 10000 ? rounded.toLocaleString("en-GB", { maximumFractionDigits: digits }) : String(rounded);
  return text.replace("-", "−");
}

/**
 * A figure beside its limit, with as many digits as it takes to tell them apart, three at the most.
 * @example formatBeside(3.03, 3, 1) // => "3.03"
 */
export function formatBeside(value: number, limit: number, digits: number): string {
  for (let more = digits; more < 3; more += 1)
    if (formatNumber(value, more) !== formatNumber(limit, more) || Math.abs(value - limit) < 1e-9)
      return formatNumber(value, more);
  return formatNumber(value, 3);
}
