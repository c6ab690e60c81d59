import { isUnlikely, limitText, passes } from "@/core/fit/measures";
import { readMeasured } from "@/core/fit/readMeasured";
import { visitsByDay } from "@/core/logbook/logbook";
import { visitMeasuresOf } from "@/core/logbook/visitMeasures";
import { MOST_KM, type Visit } from "@/core/logbook/visitSchema";
import { bad, good, type Result } from "@/core/result";
import type { CommandOf } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { VISITS } from "@/core/standards/visits";
import { formatDay, parseDay } from "@/core/units/date";
import { daysAfter } from "@/core/units/days";
import { formatNumber } from "@/core/units/formatQuantity";
import { parseQuantity } from "@/core/units/parseQuantity";
import { shownUnit } from "@/core/units/dimension";
import { NAMELESS } from "./sealed";
import { assessOn, done, refused, type Bench, type UseCase } from "../useCase";

type Asked = { readonly visit: Visit; readonly asks: readonly string[]; readonly says: string };

/** A finished bike came back: what was read, wrong and done goes into its logbook. What can hardly be is asked about, all of it at once. */
export const noteVisit: UseCase<"note visit"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  if (!job.handed) return refused("The bike is not handed over yet: what is found before then stands in Build and Prove.");
  if (job.visits.length >= 80) return refused("A bike holds at most 80 visits: take one out first.");
  const read = visitFrom(job, command, bench);
  if (!read.ok) return refused(read.error);
  const { visit, asks, says } = read.value;
  if (asks.length > 0 && !command.confirmed)
    return { ok: false, error: { kind: "ask", says: `${asks.join("; ")}: is that right?`, perhaps: null, value: asks.length } };
  return done({ visits: visitsByDay([...job.visits, visit]) }, says);
};

function visitFrom(job: Job, command: CommandOf<"note visit">, bench: Bench): Result<Asked> {
  const built = job.handed!.at.slice(0, 10);
  const today = bench.at.slice(0, 10);
  const day = dayOf(command.day, today, built);
  if (!day.ok) return day;
  const km = wayOf(command.way, command.system);
  if (!km.ok) return bad(`Way on its counter: ${km.error}`);
  const asks: string[] = [];
  const before = visitsByDay(job.visits).findLast((visit) => visit.km !== null && visit.day <= day.value);
  const after = visitsByDay(job.visits).find((visit) => visit.km !== null && visit.day > day.value);
  if (km.value !== null && before && km.value < before.km!)
    asks.push(`${formatNumber(km.value, 0)} km, less than the ${formatNumber(before.km!, 0)} of ${formatDay(before.day)}`);
  if (km.value !== null && after && km.value > after.km!)
    asks.push(`${formatNumber(km.value, 0)} km, more than the ${formatNumber(after.km!, 0)} of ${formatDay(after.day)}`);
  const measures = visitMeasuresOf(assessOn(job, bench).fit.build);
  const readings: Record<string, Visit["readings"][string]> = {};
  const told: string[] = [];
  for (const [key, text] of Object.entries(command.readings)) {
    if (text === "") continue;
    const measure = measures.find((one) => one.key === key);
    if (!measure) return bad("One of these is not measured on this bike any more: look again.");
    const figure = readMeasured(text, measure.unit);
    if (!figure.ok) return bad(`${measure.says}: ${figure.error}`);
    const unlikely = isUnlikely(measure, figure.value);
    if (unlikely) asks.push(`${formatNumber(figure.value, 2)} ${measure.unit} for ${measure.says.toLowerCase()}`);
    readings[key] = { value: figure.value, ...(unlikely && command.confirmed && { confirmed: true as const }) };
    if (passes(measure, { value: figure.value, confirmed: true }) === "red")
      told.push(`${measure.says} ${formatNumber(figure.value, 2)} ${measure.unit}, outside: ${limitText(measure)}`);
  }
  const { faults, did } = command;
  if (Object.keys(readings).length + faults.length === 0 && did === "")
    return bad("Nothing is noted: a reading, a fault or what was done.");
  const visit: Visit = {
    id: bench.newId(),
    kind: command.kind,
    day: day.value,
    km: km.value,
    readings,
    faults,
    did,
    minutes: command.minutes ?? null,
    at: bench.at,
    by: bench.by,
  };
  const row = VISITS.find(({ id }) => id === command.kind);
  const says = [
    `Visit of ${formatDay(day.value)}${row ? `, ${row.when}` : ""}${km.value === null ? "" : `, ${formatNumber(km.value, 0)} km`}`,
    ...told,
    ...faults.map(({ symptom, over }) => `${symptom}${over ? ", put right" : ", not put right"}`),
  ].join("; ");
  return good({ visit, asks, says: says.slice(0, 600) });
}

/** @returns the ISO day, or why it can be none: not before the hand-over, and not to come */
function dayOf(text: string, today: string, built: string): Result<string> {
  // A day without a year is the last such day: a visit was, it is not to come.
  const read = parseDay(text, daysAfter(today, -364));
  if (!read.ok) return read;
  if (read.value > today) return bad(`${formatDay(read.value)} is still to come.`);
  if (read.value < built) return bad(`${formatDay(read.value)} is before the hand-over of ${formatDay(built)}.`);
  return read;
}

/** What a bike's counter shows; null where nothing was read off it. */
function wayOf(text: string, system: "metric" | "imperial"): Result<number | null> {
  if (text === "") return good(null);
  const read = parseQuantity(text, "distance", shownUnit("distance", system));
  if (!read.ok) return read;
  if (read.value < 0) return bad("it cannot be less than 0");
  return read.value <= MOST_KM ? read : bad("no bike's counter shows more than 300,000 km");
}

export const takeOutVisit: UseCase<"take out visit"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const gone = job.visits.find(({ id }) => id === command.id);
  return gone
    ? done({ visits: job.visits.filter(({ id }) => id !== command.id) }, `Visit of ${formatDay(gone.day)} taken out`)
    : refused("There is no such visit.");
};
