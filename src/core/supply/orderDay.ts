import { NO_TERMS, WEEKDAYS, type Terms } from "../parts/terms";

const DAY_MS = 86_400_000;
const WORKING = ["Mon", "Tue", "Wed", "Thu", "Fri"] as const;
const dayOf = (iso: string) => WEEKDAYS[(new Date(`${iso.slice(0, 10)}T00:00:00Z`).getUTCDay() + 6) % 7]!;
const plus = (iso: string, days: number) =>
  new Date(Date.parse(`${iso.slice(0, 10)}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);

/**
 * Days from a day to the next one on which a supplier takes orders: 0 on such a day, before its hour.
 * @param at ISO day, or ISO time: after the cut-off the order goes with the next such day
 */
export function waitDays(at: string, terms: Pick<Terms, "orderDays" | "cutOff"> = NO_TERMS): number {
  const takes: readonly string[] = terms.orderDays.length > 0 ? terms.orderDays : WORKING;
  const late = terms.cutOff !== "" && at.length > 10 && at.slice(11, 16) >= terms.cutOff;
  for (let days = late ? 1 : 0; days <= 14; days += 1) if (takes.includes(dayOf(plus(at, days)))) return days;
  return 0;
}

/** The day on which an order that is placed then should be here: it leaves on the next order day, and nothing is delivered at a weekend. */
export function arrivalDay(at: string, leadDays: number, terms?: Pick<Terms, "orderDays" | "cutOff">): string {
  let day = plus(at, waitDays(at, terms) + leadDays);
  while (!(WORKING as readonly string[]).includes(dayOf(day))) day = plus(day, 1);
  return day;
}
