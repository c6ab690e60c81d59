import { checksOf, type CheckState } from "../prove/checks";
import { withProof, type ProvedFigure } from "../prove/proved";
import { isUnlikely, measureOfKey } from "../fit/measures";
import type { Build } from "../fit/build";
import { isOddWeighing, weighingOf } from "../prove/weighing";
import type { Promise } from "../promise/promises";
import { heldByFit } from "../work/held";
import type { Fit } from "../fit/engine";
import type { Step } from "../work/steps";
import type { Job } from "./job";

/** The checks of commissioning on a job as it stands. */
export function checksOfJob(
  job: Job,
  { fit, steps }: { readonly fit: Pick<Fit, "findings">; readonly steps: readonly Step[] },
): CheckState[] {
  const { stop, why } = heldByFit(fit.findings);
  return checksOf(job, steps, stop ? why : []);
}

const ROAD_SPEED = "roadTest assist ends";

/** What is measured of the finished bike beside the ride, a promise each. */
export function provedOf(job: Job, build: Build, made: readonly Promise[]): Promise[] {
  const { weighed, signed, readings } = job;
  const figures: Partial<Record<Promise["id"], ProvedFigure>> = {};
  // What can hardly be, and nobody was asked about, decides nothing.
  if (weighed && (weighed.confirmed || !isOddWeighing(weighed))) {
    const { massKg, plusMinusKg, frontShare } = weighingOf(weighed);
    figures.mass = { value: massKg, plusMinus: plusMinusKg, by: `weighed, ${Math.round(100 * frontShare)} % on the front wheel` };
  }
  const ends = readings[ROAD_SPEED];
  const measure = ends && measureOfKey(ROAD_SPEED, build);
  if (measure && (ends.confirmed || !isUnlikely(measure, ends.value)))
    figures.assist = { value: ends.value, plusMinus: measure.plusMinus, by: "read on the road" };
  if (signed?.sheet) figures.price = { value: signed.sheet.allInMinor, plusMinus: 0, by: "as signed" };
  if (signed) figures.ready = { value: signed.at.slice(0, 10), plusMinus: 0, by: "the day it was signed" };
  return made.map((promise) => withProof(promise, figures[promise.id] ?? null));
}
