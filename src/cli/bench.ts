import type { Knex } from "knex";
import { dayLists } from "@/core/bench/dayLists";
import { clockAt, DAY_MIN, dayAt, midnightOf, weekdayAt } from "@/core/bench/wall";
import { formatMoney } from "@/core/money/money";
import type { Currency } from "@/core/parts/part";
import { formatDay } from "@/core/units/date";
import { tagNumber } from "@/core/units/tagNumber";
import type { Told } from "./told";

/** The week of the bench as text: what each person does when, and how each job comes out. */
export async function tellWeek(db: Knex, words: readonly string[], now: string): Promise<Told> {
  const { benchPage } = await import("@/shop/benchPage");
  const { jobList } = await import("@/shop/jobList");
  // Every job's line is as it is today.
  await jobList(db, "", 600, now);
  const found = await benchPage(db, now);
  if (!found.ok) return { exit: 2, error: `${found.error}\n` };
  const page = found.value;
  if (words.includes("--json")) return { exit: 0, out: `${JSON.stringify(page)}\n` };
  const name = (all: readonly { id: string; name: string }[], id: string) => all.find((one) => one.id === id)?.name ?? "";
  const numberOf = (id: string) => tagNumber(page.jobs.find((job) => job.id === id)!.number);
  const monday = midnightOf(page.nowMin) - weekdayAt(page.nowMin) * DAY_MIN;
  const m = (minor: number) => formatMoney(minor, page.currency as Currency);
  const lines = [
    ...dayLists(
      page.bars,
      page.people.map(({ id }) => id),
      monday,
    ).flatMap(({ midnight, person, bars }) => [
      `${formatDay(dayAt(midnight))}, ${name(page.people, person)}`,
      ...bars.map(
        (bar) =>
          `  ${clockAt(bar.from)}–${clockAt(bar.to)} ${numberOf(bar.job)} ${bar.place ? `${name(page.places, bar.place)}: ` : ""}${bar.steps.map(({ title }) => title).join("; ")}`,
      ),
    ]),
    ...page.jobs.map((job) => {
      const when = job.doneMin === null ? "no day" : formatDay(dayAt(job.doneMin - 1));
      const promised = job.due === null ? "" : `, promised ${formatDay(job.due)}`;
      const likely = job.likely ? `, nine of ten by ${formatDay(job.likely.p90)}` : "";
      return `${tagNumber(job.number)} ${job.name}: ${when}${promised}${likely}${job.lateDays > 0 ? `, ${job.lateDays} days late` : ""}${job.cause ? `: ${job.cause}` : ""}`;
    }),
    ...page.notPlanned.map((job) => `${tagNumber(job.number)} ${job.name}: not planned, ${job.why}`),
    `being late costs ${m(page.lateMinor)}; at least ${m(page.leastMinor)}; taken as they came in ${m(page.plainLateMinor)}`,
  ];
  return { exit: 0, out: lines.map((line) => `${line}\n`).join("") };
}
