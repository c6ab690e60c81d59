import { STAGE_NAMES, type StageName } from "./stageNames";
import type { Job } from "./job";
import type { Fit } from "../fit/engine";
import { checksOf } from "../prove/checks";
import { CHECKS } from "../standards/commissioning";
import type { Sheet } from "../cost/sheet";
import { AFTER_SIGNING, changedSince } from "../work/signature";
import type { Step } from "../work/steps";
import { standing } from "../supply/standing";
import { askedOfWish } from "../wish/asked";
import { walk } from "../donor/donor";
import { isOpen } from "../fit/finding";

/** A knot on the string: open (nothing done), half, tied (done), and how many things are still undone. */
export type StageState = { readonly name: StageName; readonly knot: "open" | "half" | "tied"; readonly undone: number };

/** Nothing done is open, something left is half, all done is tied. */
export const knot = (done: number, undone: number): StageState["knot"] =>
  undone === 0 ? (done > 0 ? "tied" : "open") : done > 0 ? "half" : "open";

/** @param ridden whether the ride on the customer's road is reckoned */
export function stages(job: Job, fit: Fit, sheet: Sheet, steps: readonly Step[], ridden: boolean): StageState[] {
  const asked = askedOfWish(job.wish);
  const items = walk(job.donor);
  const measured = items.filter((key) => job.donor[key] !== undefined).length;
  const toChoose = fit.findings.filter((finding) => isOpen(finding) && finding.choose);
  const toFit = fit.findings.filter((finding) => isOpen(finding) && !finding.choose);
  const started = fit.build.supplied.length > 0;
  const toPlace = sheet.plan.orders.length;
  const changed = job.signed ? changedSince(job.signed, steps).length : 0;
  const before = steps.filter((step) => !AFTER_SIGNING.has(step.id));
  const ticked = before.filter((step) => job.ticks[step.id]).length;
  const of: Record<StageName, [knot: StageState["knot"], undone: number]> = {
    Ask: [knot(asked.there, asked.missing.length), asked.missing.length],
    // As far as the whole walk goes; what this build's checks ask of it is known to who looks ahead (surveyOf).
    Survey: [knot(measured, items.length - measured), items.length - measured],
    Drive: [knot(Object.keys(job.choices).length, toChoose.length), toChoose.length],
    Fit: started ? [knot(fit.findings.length - toFit.length, toFit.length), toFit.length] : ["open", 0],
    Ride: ridden ? ["tied", 0] : job.wish.route || started ? ["half", started ? 1 : 0] : ["open", 0],
    Sheet: started ? [sheet.unpriced === 0 && job.given.length > 0 ? "tied" : "half", sheet.unpriced] : ["open", 0],
    Order: started ? [knot(standing(job.orders).length + (toPlace === 0 ? 1 : 0), toPlace), toPlace] : ["open", 0],
    Build:
      steps.length > 0
        ? [
            job.signed && changed === 0 ? "tied" : ticked > 0 ? "half" : "open",
            Math.max(before.length - ticked, changed > 0 ? 1 : 0),
          ]
        : ["open", 0],
    Prove: proveOf(job, steps, ticked),
    "Hand over": job.handed ? ["tied", 0] : ["open", job.signed && changed === 0 ? 1 : 0],
  };
  return STAGE_NAMES.map((name) => ({ name, knot: of[name][0], undone: of[name][1] }));
}

/** Tied once all checks have passed and the bike was weighed; nothing of it is due before the work has begun. */
function proveOf(job: Job, steps: readonly Step[], ticked: number): [knot: StageState["knot"], undone: number] {
  const begun = Object.keys(job.passed).length > 0;
  if (steps.length === 0 || (ticked === 0 && !begun)) return ["open", 0];
  const passed = begun ? checksOf(job, steps).filter(({ stands }) => stands === "passed").length : 0;
  const weighed = job.weighed ? 1 : 0;
  return [knot(passed + weighed, CHECKS.length - passed + 1 - weighed), CHECKS.length - passed + 1 - weighed];
}
