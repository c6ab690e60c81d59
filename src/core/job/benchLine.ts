import type { BenchLine } from "../bench/benchLine";
import { workKindOf } from "../bench/workKinds";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { lacks } from "../promise/promises";
import { isOpen } from "../fit/finding";
import { expectedDay } from "../supply/expected";
import { daysAfter, daysBetween } from "../units/days";
import { dueDay, standing } from "../supply/standing";
import { cureDays, curesLeft } from "../work/cures";
import { AFTER_SIGNING } from "../work/signature";
import type { Assessment } from "./assess";
import type { Job } from "./job";
import { workOrderOf } from "./workOrder";

/** When pieces of a part are here; null where nobody is known to send them. */
type Comes = { readonly day: string | null; readonly what: string };

/**
 * What the bench has to know of a job: what is left to do before the hand-over, and when each step's parts are here. Null for a job
 * with nothing to do: put aside, signed, or without a motor.
 * @param today ISO day
 */
export function benchLineOf(job: Job, now: Assessment, catalogue: Catalogue, house: HouseRules, today: string): BenchLine | null {
  if (job.aside || job.signed || now.steps.length === 0) return null;
  const left = workOrderOf(job, now, today).steps.filter(({ step }) => !job.ticks[step.id] && !AFTER_SIGNING.has(step.id));
  return {
    steps: left.map(({ step, waits }) => {
      const awaited = step.parts.flatMap(({ part, origin }, i): Comes[] => {
        if (waits[i] === null) return [];
        if (part.onlyFor !== undefined) return [{ day: today, what: `${part.name} from the customer` }];
        return [comesOn(origin.type === "kit" ? origin.kitId : part.id, part.name, job, now, catalogue, house, today)];
      });
      const last = awaited.reduce<Comes | null>(
        (a, b) => (a && (a.day === null || (b.day !== null && b.day <= a.day)) ? a : b),
        null,
      );
      return {
        id: step.id,
        place: step.place,
        work: workKindOf(step),
        title: step.title,
        minutes: step.minutes,
        spread: step.spread,
        after: [...step.after],
        cures: cureDays(step),
        parts: last === null ? "" : last.day,
        waitsFor: last?.what ?? "",
        leadDays: last?.day ? Math.max(0, daysBetween(today, last.day)) : 0,
      };
    }),
    hardOn: Object.fromEntries(
      Object.entries(curesLeft(now.steps, job.ticks, today)).map(([id, days]) => [id, daysAfter(today, days ?? 0)]),
    ),
    lateDayMinor: job.wish.lateDayMinor,
    lacks: lacks(now.fit),
    stopped: now.fit.findings.some((finding) => isOpen(finding) && finding.verdict === "stop"),
    agreed: now.agreed !== null,
    soldMinutes: now.sheet.labourMinutes,
    soldMinor: now.sheet.labourMinor,
  };
}

/** When the last pieces of a part come: those under way on their day, tomorrow where that is over; those still to be ordered as if today. */
function comesOn(
  partId: string,
  name: string,
  job: Job,
  { sheet }: Assessment,
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
): Comes {
  const underWay = standing(job.orders)
    .filter((order) => !order.arrived && order.lines.some((line) => line.partId === partId))
    .map((order) => ({ day: dueDay(order), what: `${name}, order ${order.number}` }))
    .map(({ day, what }) => (day < today ? { day: daysAfter(today, 1), what: `${what}, which is late` } : { day, what }));
  const toOrder = sheet.plan.orders.flatMap(({ supplier, lines }) =>
    lines
      .filter(({ part }) => part.id === partId)
      .map(({ offer }) => ({ day: expectedDay(offer, today, catalogue, house), what: `${name} from ${supplier.name}` })),
  );
  const all = [...underWay, ...toOrder];
  if (all.length === 0) return { day: null, what: name };
  return all.reduce((last, one) => (one.day > last.day ? one : last));
}
