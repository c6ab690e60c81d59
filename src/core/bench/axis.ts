import type { Spans } from "./shifts";
import { DAY_MIN } from "./wall";

/** A day of a week's board. Shares are of the board's width, 0 to 1. */
export type AxisDay = {
  readonly midnight: number;
  /** Minutes of the day from which and to which it is drawn. */
  readonly from: number;
  readonly to: number;
  readonly left: number;
  readonly width: number;
  readonly isWorked: boolean;
};

/** A day on which nobody works is so much narrower. */
const NARROW = 0.18;
/** Drawn where nobody has any hours. */
const DAYTIME: readonly [number, number] = [8 * 60, 17 * 60];

/**
 * Days as they are drawn: those on which somebody works wide, from the first hour of all of them to the last, and the others narrow.
 * @param first wall minutes of the first midnight
 * @param count so many days: a week, or one of them
 * @param shifts of everybody
 */
export function axisOf(first: number, count: number, shifts: readonly Spans[]): AxisDay[] {
  const days = [...Array(count).keys()].map((day) => first + day * DAY_MIN);
  const spans = shifts.flat().filter(([from]) => from >= first && from < first + count * DAY_MIN);
  const hours = spans.length > 0 ? spans.flatMap(([from, to]) => [from % DAY_MIN, ((to - 1) % DAY_MIN) + 1]) : DAYTIME;
  const [from, to] = [Math.floor(Math.min(...hours) / 60) * 60, Math.ceil(Math.max(...hours) / 60) * 60];
  const worked = days.map((midnight) => spans.some(([a]) => a >= midnight && a < midnight + DAY_MIN));
  const total = worked.reduce((sum, is) => sum + (is ? 1 : NARROW), 0);
  let left = 0;
  return days.map((midnight, i) => {
    const isWorked = worked[i]!;
    const width = (isWorked ? 1 : NARROW) / total;
    const day = { midnight, from: isWorked ? from : 0, to: isWorked ? to : DAY_MIN, left, width, isWorked };
    left += width;
    return day;
  });
}

/** Where a moment lies, 0 to 1; what is outside the hours of its day lies at their edge. */
export function shareAt(axis: readonly AxisDay[], moment: number): number {
  const day = axis.findLast(({ midnight }) => midnight <= moment);
  if (!day) return 0;
  const within = (moment - day.midnight - day.from) / (day.to - day.from);
  return day.left + day.width * Math.min(1, Math.max(0, within));
}

/** The moment at a place of the board, to five minutes. */
export function momentAt(axis: readonly AxisDay[], share: number): number {
  const day = axis.findLast(({ left }) => left <= share) ?? axis[0]!;
  const within = Math.min(1, Math.max(0, (share - day.left) / day.width));
  return day.midnight + Math.round((day.from + within * (day.to - day.from)) / 5) * 5;
}
