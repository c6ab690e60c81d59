import { buildSheet, type Sheet } from "../cost/sheet";
import { fit, type Fit } from "../fit/engine";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { promises, type Promise } from "../promise/promises";
import { changedSince } from "../work/signature";
import { workSteps, type Step } from "../work/steps";
import type { Asked } from "../fit/build";
import type { Job } from "./job";
import type { Wish } from "../wish/wish";
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

export function assess(job: Job, catalogue: Catalogue, house: HouseRules, today: string): Assessment {
  const fitted = fitOf(job, catalogue, house);
  const steps = workSteps(fitted.build, fitted.applied);
  const fresh = buildSheet(job, fitted, steps, catalogue, house);
  // What was signed for is not priced anew while it stands; what it still has to buy is.
  const frozen = job.signed?.sheet && changedSince(job.signed, steps).length === 0 ? job.signed.sheet : null;
  const sheet = frozen ? { ...frozen, plan: fresh.plan } : fresh;
  const made = promises({
    wish: job.wish,
    fit: fitted,
    sheet,
    donorMassKg: typeof fitted.build.donor.bikeMassKg?.value === "number" ? fitted.build.donor.bikeMassKg.value : undefined,
    today,
    leadDays: leadDays(job, sheet, today),
    benchDays: Math.max(1, Math.ceil(sheet.labourMinutes / 60 / house.hoursPerDay)),
  });
  return { fit: fitted, steps, sheet, promises: made, stages: stages(job, fitted, sheet, steps) };
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

/** Days until the last part is here: orders still to place, and those under way. */
function leadDays(job: Job, sheet: Sheet, today: string): number {
  const toPlace = sheet.plan.orders.map((order) => order.leadDays);
  const underWay = job.orders
    .filter((order) => !order.arrived)
    .map((order) => order.leadDays - (Date.parse(today) - Date.parse(order.placed.at.slice(0, 10))) / 86_400_000);
  return Math.max(0, ...toPlace, ...underWay);
}
