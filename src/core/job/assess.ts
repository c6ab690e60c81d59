import { buildSheet, type Sheet } from "../cost/sheet";
import { NO_PIECES, type Pieces } from "../cost/shelf";
import { fit, type Fit } from "../fit/engine";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { promises, type Bench, type Lead, type Promise } from "../promise/promises";
import { AFTER_SIGNING, changedSince } from "../work/signature";
import { quoteMinutes, waitDays, workSteps, type Step } from "../work/steps";
import type { Asked } from "../fit/build";
import type { Job } from "./job";
import { daysLeft, standing } from "../supply/placedOrder";
import type { Wish } from "../wish/wish";
import { canRide, massOf } from "./rideOf";
import { stages, type StageState } from "./stages";
import { chosenParts } from "./supplied";

/** Everything that follows from a job, the catalogue, the house rules and the day. Nothing of it is stored as truth. */
export type Assessment = {
  readonly fit: Fit;
  readonly steps: readonly Step[];
  readonly sheet: Sheet;
  readonly promises: readonly Promise[];
  readonly stages: readonly StageState[];
};

/** @param heldElsewhere pieces of the shop's shelf that other jobs hold */
export function assess(
  job: Job,
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
  heldElsewhere: Pieces = NO_PIECES,
): Assessment {
  const fitted = fitOf(job, catalogue, house);
  const steps = workSteps(fitted.build, fitted.applied);
  const fresh = buildSheet(job, fitted, steps, catalogue, house, { heldElsewhere, taken: job.taken });
  // What was signed for is not priced anew while it stands; what it still has to buy is.
  const signed = job.signed && changedSince(job.signed, steps).length === 0 ? job.signed : null;
  const frozen = signed?.sheet;
  const sheet = frozen ? { ...frozen, plan: fresh.plan } : fresh;
  const made = promises({
    wish: job.wish,
    fit: fitted,
    sheet,
    donorMassKg: typeof fitted.build.donor.bikeMassKg?.value === "number" ? fitted.build.donor.bikeMassKg.value : undefined,
    today,
    lead: leadOf(job, sheet, today),
    bench: benchOf(job, steps, house),
    signedOn: signed?.at.slice(0, 10) ?? null,
  });
  const ridden = canRide(fitted.build, job.wish, massOf(made));
  return { fit: fitted, steps, sheet, promises: made, stages: stages(job, fitted, sheet, steps, ridden) };
}

/** The part of the wish that a fit depends on. */
const askedOf = ({
  throttle,
  where,
  riderKg,
  loadKg,
  assistKmh,
  hillPercent,
  hillKm,
  coldestC,
  chargeHours,
  tows,
}: Wish): Asked => ({
  throttle,
  where,
  riderKg,
  loadKg,
  assistKmh,
  hillPercent,
  hillKm,
  coldestC,
  chargeHours,
  tows,
});

/** The fit of a job's build with everything it accepted. */
export function fitOf(
  job: Pick<Job, "donor" | "choices" | "also" | "accepted" | "overrides" | "wish">,
  catalogue: Catalogue,
  house: HouseRules,
): Fit {
  return fit(
    { donor: job.donor, supplied: chosenParts(job, catalogue), house, catalogue, asked: askedOf(job.wish) },
    job.accepted,
    job.overrides,
  );
}

/** What is still to be done before the hand-over: a step that is ticked takes no more time, what comes after it is another visit. */
function benchOf(job: Job, steps: readonly Step[], house: HouseRules): Bench {
  const left = steps.filter((step) => !job.ticks[step.id] && !AFTER_SIGNING.has(step.id));
  return { days: Math.ceil(quoteMinutes(left) / 60 / house.hoursPerDay), waitDays: waitDays(left) };
}

/**
 * Days until the last part is here: orders still to place, and those under way. What is late comes tomorrow at the earliest; a bought
 * line that nobody is known to send has no date.
 */
function leadOf(job: Job, sheet: Sheet, today: string): Lead {
  const underWay = standing(job.orders)
    .filter((order) => !order.arrived)
    .map((order) => ({ order, left: daysLeft(order, today) }));
  const late = underWay.filter(({ left }) => left < 0);
  return {
    days: Math.max(
      0,
      ...sheet.plan.orders.map((order) => order.leadDays),
      ...underWay.map(({ left }) => left),
      ...late.map(() => 1),
    ),
    undated: sheet.lines.filter((line) => line.source === "buy" && line.priceMinor === null).map((line) => line.says),
    late: late.map(({ order, left }) => `order ${order.number} is ${-left} day${left === -1 ? "" : "s"} late`),
  };
}
