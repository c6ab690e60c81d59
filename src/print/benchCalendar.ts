import ical, { ICalCalendarMethod } from "ical-generator";
import type { BenchPage } from "@/core/bench/page";
import { tagNumber } from "@/core/units/tagNumber";

type Feed = Pick<BenchPage, "bars" | "jobs" | "people" | "places" | "version">;

/**
 * The bench as a calendar (iCalendar, RFC 5545): a piece of work each, and the day on which each job is promised. The n-th piece that
 * somebody has of a job keeps its identifier whatever moves, so that a calendar that looks again moves it too.
 *
 * @param person whose pieces; "" for everybody's
 * @param instantOf the moment that a minute by the clock on the wall is
 * @param now when it is made
 */
export function benchCalendar(page: Feed, person: string, instantOf: (wallMin: number) => Date, now: Date): string {
  const who = page.people.find(({ id }) => id === person);
  const calendar = ical({
    name: who ? `Bench: ${who.name}` : "Bench",
    prodId: { company: "Gull Bench", product: "Bench", language: "EN" },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 15 * 60,
  });
  const counted = new Map<string, number>();
  for (const bar of page.bars) {
    if (person !== "" && bar.person !== person) continue;
    const job = page.jobs.find(({ id }) => id === bar.job);
    if (!job) continue;
    const key = `${bar.job}-${bar.person}`;
    const n = (counted.get(key) ?? 0) + 1;
    counted.set(key, n);
    calendar.createEvent({
      id: `${key}-${n}@gull-bench`,
      sequence: page.version,
      stamp: now,
      start: instantOf(bar.from),
      end: instantOf(bar.to),
      summary: `${tagNumber(job.number)} ${job.name}`,
      location: page.places.find(({ id }) => id === bar.place)?.name ?? null,
      description: [
        ...(person === "" ? [page.people.find(({ id }) => id === bar.person)?.name ?? ""] : []),
        ...bar.steps.map(({ title, minutes }) => `${title} (${minutes} min)`),
      ].join("\n"),
    });
  }
  if (person === "")
    for (const job of page.jobs) {
      if (job.due === null) continue;
      calendar.createEvent({
        id: `${job.id}-promised@gull-bench`,
        sequence: page.version,
        stamp: now,
        allDay: true,
        start: new Date(`${job.due}T12:00:00`),
        summary: `${tagNumber(job.number)} ${job.name}: promised${job.lateDays > 0 ? `, ${job.lateDays} days late as planned` : ""}`,
      });
    }
  return calendar.toString();
}
