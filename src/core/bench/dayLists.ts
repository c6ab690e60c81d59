import type { Bar } from "./board";
import { DAY_MIN, midnightOf } from "./wall";

/** What somebody does on a day, in order. Wall minutes. */
export type DayList = { readonly midnight: number; readonly person: string; readonly bars: readonly Bar[] };

/** The lists of a week: by day, then in the order of the people; who does nothing on a day has none. */
export function dayLists(bars: readonly Bar[], people: readonly string[], monday: number): DayList[] {
  return [...Array(7).keys()].flatMap((day) => {
    const midnight = monday + day * DAY_MIN;
    return people.flatMap((person): DayList[] => {
      const own = bars.filter((bar) => bar.person === person && midnightOf(bar.from) === midnight);
      return own.length > 0 ? [{ midnight, person, bars: own }] : [];
    });
  });
}
