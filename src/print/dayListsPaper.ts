import type { Content } from "pdfmake/interfaces";
import { dayLists } from "@/core/bench/dayLists";
import type { BenchPage } from "@/core/bench/page";
import { clockAt, dayAt } from "@/core/bench/wall";
import { formatDay } from "@/core/units/date";
import { hoursOf } from "@/core/units/hours";
import { tagNumber } from "@/core/units/tagNumber";
import { table, type Paper } from "./paper";

/** The day lists of a week: what each person does, when and where, with a box for each step. A sheet for each day. */
export function dayListsPaper(page: BenchPage, monday: number): Paper {
  const lists = dayLists(
    page.bars,
    page.people.map(({ id }) => id),
    monday,
  );
  const nameOf = (id: string) => page.people.find((one) => one.id === id)?.name ?? "";
  const placeOf = (id: string) => page.places.find((one) => one.id === id)?.name ?? "";
  const jobOf = (id: string) => page.jobs.find((one) => one.id === id);
  const days = [...new Set(lists.map(({ midnight }) => midnight))];
  return {
    title: `Day lists, week of ${formatDay(dayAt(monday))}`,
    content:
      days.length === 0
        ? [{ text: `Nothing is planned in the week of ${formatDay(dayAt(monday))}.` }]
        : days.flatMap((midnight, i): Content[] => [
            { text: formatDay(dayAt(midnight)), style: "title", ...(i > 0 && { pageBreak: "before" as const }) },
            ...partsOf(page, dayAt(midnight)),
            ...lists
              .filter((list) => list.midnight === midnight)
              .flatMap(({ person, bars }): Content[] => [
                { text: nameOf(person), style: "heading" },
                table(
                  ["When", "Job", "Where", "What"],
                  bars.map((bar, k) => {
                    const job = jobOf(bar.job);
                    return [
                      `${clockAt(bar.from)}–${clockAt(bar.to)}`,
                      `${tagNumber(job?.number ?? 0)} ${job?.name ?? ""}`,
                      placeOf(bar.place),
                      {
                        stack: [
                          ...bar.steps.map(
                            ({ title, minutes }) => `[  ] ${title}, ${minutes < 60 ? `${minutes} min` : hoursOf(minutes)}`,
                          ),
                          ...(bar.holdsTo === null
                            ? []
                            : [
                                {
                                  text: `then dries until ${formatDay(dayAt(bar.holdsTo))}, ${clockAt(bar.holdsTo)}`,
                                  style: "soft",
                                },
                              ]),
                          ...(job?.lacks && bars.findIndex((one) => one.job === bar.job) === k
                            ? [{ text: `not settled: ${job.lacks}`, style: "soft" }]
                            : []),
                        ],
                      },
                    ];
                  }),
                  [62, 96, 72, "*"],
                ),
              ]),
            {
              text: "Torques, cautions and readings stand on each job's work order; what it holds back is not begun. Power last.",
              style: "soft",
            },
          ]),
  };
}

function partsOf({ jobs }: BenchPage, day: string): Content[] {
  const comes = jobs.flatMap((job) =>
    job.waits.filter((one) => one.day === day).map(({ what }) => `${tagNumber(job.number)}: ${what}`),
  );
  return comes.length === 0 ? [] : [{ text: `Parts that should come: ${comes.join("; ")}`, margin: [0, 2, 0, 4] }];
}
