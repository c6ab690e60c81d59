import type { DonorKey } from "../donor/items";
import { buildSheet, type Sheet } from "../cost/sheet";
import { NO_PIECES, type Pieces } from "../cost/shelf";
import { fit, knownFit, type Fit } from "../fit/engine";
import type { Known } from "../fit/known";
import { RULES } from "../fit/rules";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { promises, type Bench, type Lead, type Promise } from "../promise/promises";
import { AFTER_SIGNING, changedSince, isOwn } from "../work/signature";
import { curesLeft } from "../work/cures";
import { stillToDo } from "../work/stillToDo";
import { quoteMinutes } from "../work/quoteMinutes";
import { waitDays, workSteps, type Step } from "../work/steps";
import type { Asked } from "../fit/build";
import { agreedOf, atAgreedPrices, type Agreed } from "./given";
import type { Job } from "./job";
import { expectedDay } from "../supply/expected";
import { daysBetween } from "../units/days";
import { dueDay, standing } from "../supply/standing";
import type { Wish } from "../wish/wish";
import { shelfFor } from "./shelfFor";
import { canRide, massOf } from "./rideOf";
import { stages, type StageState } from "./stages";
import { provedOf } from "./proof";
import { chosenParts } from "./supplied";

/** Everything that follows from a job, the catalogue, the house rules and the day. Nothing of it is stored as truth. */
export type Assessment = {
  readonly fit: Fit;
  readonly steps: readonly Step[];
  readonly sheet: Sheet;
  readonly promises: readonly Promise[];
  readonly stages: readonly StageState[];
  /** The day on which what is still to be ordered is here, by supplier, if it is ordered today. */
  readonly arrivals: Readonly<Record<string, string>>;
  /** The sheet that the customer accepted last, and how the bench stands to it; null while none is. */
  readonly agreed: Agreed | null;
};

/** What a job comes to in work and money, with nothing of when or how it rides. */
export type Priced = Pick<Assessment, "fit" | "steps" | "sheet" | "agreed">;

/**
 * @param heldElsewhere pieces of the shop's shelf that other jobs hold
 * @param known what the rules answered on the same bike before, where much of it will be answered alike
 */
export function priced(
  job: Job,
  catalogue: Catalogue,
  house: HouseRules,
  heldElsewhere: Pieces = NO_PIECES,
  known?: Known,
): Priced {
  const fitted = fitOf(job, catalogue, house, known);
  const steps = stepsOf(job, fitted);
  const fresh = buildSheet(job, fitted, steps, catalogue, house, shelfFor(job, heldElsewhere));
  // What was agreed, and after it what was signed for, is not priced anew while it stands; what it still has to buy is.
  const frozen = signedOf(job, steps)?.sheet;
  const agreed = agreedOf(job.given, job, fitted, fresh);
  const agreedSheet = agreed && agreed.changes.length === 0 ? job.given[agreed.index]!.whole!.sheet : null;
  const sheet = frozen ? { ...frozen, plan: fresh.plan } : agreedSheet ? atAgreedPrices(fresh, agreedSheet) : fresh;
  return { fit: fitted, steps, sheet, agreed };
}

/** What was signed for, as long as it is what is to be built. */
const signedOf = ({ signed }: Pick<Job, "signed">, steps: readonly Step[]): Job["signed"] =>
  signed && changedSince(signed, steps).length === 0 ? signed : null;

/** All that a job comes to. @param heldElsewhere pieces of the shop's shelf that other jobs hold */
export function assess(
  job: Job,
  catalogue: Catalogue,
  house: HouseRules,
  today: string,
  heldElsewhere: Pieces = NO_PIECES,
): Assessment {
  const { fit: fitted, steps, sheet, agreed } = priced(job, catalogue, house, heldElsewhere);
  const coming = toCome(sheet, catalogue, house, today);
  const made = promises({
    wish: job.wish,
    fit: fitted,
    sheet,
    donorMassKg: typeof fitted.build.donor.bikeMassKg?.value === "number" ? fitted.build.donor.bikeMassKg.value : undefined,
    today,
    lead: leadOf(job, sheet, today, coming),
    bench: benchOf(job, steps, house, today),
    closedDays: house.closedDays,
    signedOn: signedOf(job, steps)?.at.slice(0, 10) ?? null,
  });
  const ridden = canRide(fitted.build, job.wish, massOf(made));
  const arrivals = Object.fromEntries(coming.map(({ supplierId, day }) => [supplierId, day]));
  return {
    fit: fitted,
    steps,
    sheet,
    promises: provedOf(job, fitted.build, made),
    stages: stages(job, fitted, sheet, steps, ridden),
    arrivals,
    agreed,
  };
}

/** The steps of a job, without those that are in a finished bike already. A step that the shop made its own after the bike was signed for is none of that bike's. */
function stepsOf({ signed, renews }: Pick<Job, "signed" | "renews">, { build, applied }: Fit): Step[] {
  const all = workSteps(build, applied);
  const steps = renews ? stillToDo(all, renews) : all;
  return signed ? steps.filter((step) => !isOwn(step.id) || signed.steps.some(({ id }) => id === step.id)) : steps;
}

/** The work of a job alone. */
export const stepsOn = (job: Job, catalogue: Catalogue, house: HouseRules): readonly Step[] =>
  stepsOf(job, fitOf(job, catalogue, house));

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

/** The fit of a job's build with everything it accepted. @param reads collects the survey items that its rules look at */
export function fitOf(
  job: Bike & Pick<Job, "accepted" | "overrides">,
  catalogue: Catalogue,
  house: HouseRules,
  known?: Known,
  reads?: Set<DonorKey>,
): Fit {
  return fit(givenOf(job, catalogue, house), job.accepted, job.overrides, RULES, known, reads);
}

type Bike = Pick<Job, "donor" | "choices" | "also" | "wish" | "readings" | "found"> & Partial<Pick<Job, "renews" | "leftIn">>;
const NOTHING: readonly never[] = [];
const givenOf = (job: Bike, catalogue: Catalogue, house: HouseRules) => ({
  donor: job.donor,
  supplied: chosenParts(job, catalogue),
  house,
  catalogue,
  asked: askedOf(job.wish),
  readings: job.readings,
  found: job.found,
  off: job.renews?.off ?? NOTHING,
  leftIn: job.leftIn ?? NOTHING,
});

/** What the rules answer on a job as it stands, for fits of it with other remedies. @param fitted the job's own fit */
export function knownOf(job: Bike, fitted: Fit, catalogue: Catalogue, house: HouseRules): Known {
  // A fit is of one job, catalogue and house: what was learnt for the list's line serves the job's view.
  const before = learnt.get(fitted);
  if (before) return before;
  const known = knownFit(givenOf(job, catalogue, house), fitted);
  learnt.set(fitted, known);
  return known;
}

const learnt = new WeakMap<Fit, Known>();

/** What is still to be done before the hand-over: a step that is ticked takes no more time, what comes after it is another visit. */
function benchOf(job: Job, steps: readonly Step[], house: HouseRules, today: string): Bench {
  const left = steps.filter((step) => !job.ticks[step.id] && !AFTER_SIGNING.has(step.id));
  const { paint, ...others } = curesLeft(steps, job.ticks, today);
  // Once nothing is left to do here, what was away is back.
  const away = left.length > 0 ? job.hand.filter((line) => line.awayDays !== undefined) : [];
  return {
    days: Math.ceil(quoteMinutes(left) / 60 / house.hoursPerDay),
    waitDays: waitDays(left),
    hardIn: paint ?? 0,
    curedIn: Math.max(0, ...Object.values(others).map((days) => days ?? 0)),
    away: { days: away.reduce((sum, line) => sum + line.awayDays!, 0), what: away.map((line) => line.says) },
  };
}

type Coming = { readonly supplierId: string; readonly day: string; readonly what: string };

/** What is still to be ordered, a supplier each: when the last of it is here if it is ordered today, and which part that is. */
const toCome = (sheet: Sheet, catalogue: Catalogue, house: HouseRules, today: string): Coming[] =>
  sheet.plan.orders.map(({ supplier, lines }) =>
    lines
      .map(({ part, offer }) => ({
        supplierId: supplier.id,
        day: expectedDay(offer, today, catalogue, house),
        what: `${part.name} from ${supplier.name}`,
      }))
      .reduce((last, one) => (one.day > last.day ? one : last)),
  );

/**
 * Days until the last part is here: orders still to place, and those under way. What is late comes tomorrow at the earliest; a bought
 * line that nobody is known to send has no date.
 */
function leadOf(job: Job, sheet: Sheet, today: string, toOrder: readonly Coming[]): Lead {
  const underWay = standing(job.orders)
    .filter((order) => !order.arrived)
    .map((order) => ({ order, left: daysBetween(today, dueDay(order)) }));
  const late = underWay.filter(({ left }) => left < 0);
  const waits = [
    ...toOrder.map(({ day, what }) => ({ days: daysBetween(today, day), what })),
    ...underWay.map(({ order, left }) => ({ days: left < 0 ? 1 : left, what: `order ${order.number} of ${order.supplierName}` })),
  ];
  const last = waits.reduce((most, one) => (one.days > most.days ? one : most), { days: 0, what: "" });
  return {
    ...last,
    undated: sheet.lines.filter((line) => line.source === "buy" && line.priceMinor === null).map((line) => line.says),
    late: late.map(({ order, left }) => `order ${order.number} is ${-left} day${left === -1 ? "" : "s"} late`),
  };
}
