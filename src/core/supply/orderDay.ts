import { NO_TERMS } from "../parts/noTerms";
import type { Terms } from "../parts/terms";
import { WEEKDAYS } from "../parts/weekdays";
import { daysAfter } from "../units/days";

const WORKING: readonly string[] = ["Mon", "Tue", "Wed", "Thu", "Fri"];
const dayOf = (iso: string) => WEEKDAYS[(new Date(`${iso.slice(0, 10)}T00:00:00Z`).getUTCDay() + 6) % 7]!;

/** Days on which nobody works, sends or delivers, as ISO days; weekends apart. */
export type DaysOff = readonly string[];

/** From Monday to Friday, and no day off. */
export const isWorkingDay = (iso: string, off: DaysOff = []): boolean =>
  WORKING.includes(dayOf(iso)) && !off.includes(iso.slice(0, 10));

/** Nobody is closed for longer: a supplier whose order days are all days off is taken to answer then. */
const LONGEST_WAIT = 400;

/**
 * Days from a day to the next one on which a supplier takes orders: 0 on such a day, before its hour.
 * @param at ISO day, or ISO time: after the cut-off the order goes with the next such day
 */
export function waitDays(at: string, terms: Pick<Terms, "orderDays" | "cutOff"> = NO_TERMS, off: DaysOff = []): number {
  const takes: readonly string[] = terms.orderDays.length > 0 ? terms.orderDays : WORKING;
  const late = terms.cutOff !== "" && at.length > 10 && at.slice(11, 16) >= terms.cutOff;
  for (let days = late ? 1 : 0; days <= LONGEST_WAIT; days += 1) {
    const day = daysAfter(at, days);
    if (takes.includes(dayOf(day)) && !off.includes(day)) return days;
  }
  return 0;
}

/** The day on which an order that is placed then should be here: it leaves on the next order day, and nothing is delivered at a weekend or on a day off. */
export function arrivalDay(at: string, leadDays: number, terms?: Pick<Terms, "orderDays" | "cutOff">, off: DaysOff = []): string {
  let day = daysAfter(at, waitDays(at, terms, off) + leadDays);
  while (!isWorkingDay(day, off)) day = daysAfter(day, 1);
  return day;
}
