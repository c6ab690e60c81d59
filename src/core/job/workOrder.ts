import { standing } from "../supply/standing";
import type { Sheet } from "../cost/sheet";
import { goesBack, offToCustomer, staysInBox, type LeftOver } from "../work/leftOver";
import { heldByFit, heldStep, type Held } from "../work/held";
import { changedSince } from "../work/signature";
import { curesLeft } from "../work/cures";
import { checksOf, unproved, type CheckState } from "../prove/checks";
import type { Step } from "../work/steps";
import type { Assessment } from "./assess";
import type { Job } from "./job";

export type StepState = {
  readonly step: Step;
  /** Each of its parts, and why it is not there; null when it is. */
  readonly waits: readonly (string | null)[];
  readonly held: Held;
};

/** The work order as it stands: what holds each step, what holds the signature, what changed since it was given. */
export type WorkOrder = {
  readonly steps: readonly StepState[];
  readonly checks: readonly CheckState[];
  readonly signHeld: Held;
  readonly changed: readonly string[];
  readonly staysInBox: readonly LeftOver[];
  readonly goesBack: readonly LeftOver[];
};

/** @param today ISO day: what was painted is not touched before it is hard */
export function workOrderOf(
  job: Job,
  { fit, sheet, steps }: Pick<Assessment, "fit" | "sheet" | "steps">,
  today: string,
): WorkOrder {
  const byFit = heldByFit(fit.findings);
  const hardIn = curesLeft(steps, job.ticks, today).paint ?? 0;
  const left = (id: string) => (job.ticks[id] ? null : (steps.find((step) => step.id === id)?.title ?? null));
  const checks = checksOf(job, steps, byFit.stop ? byFit.why : []);
  return {
    checks,
    steps: steps.map((step) => {
      const waits = step.parts.map(({ part, origin }) =>
        part.onlyFor === undefined ? waitsFor(part.id, origin, job, sheet) : job.brought[part.id] ? null : NOT_BROUGHT,
      );
      return {
        step,
        waits,
        held: heldStep(
          step,
          byFit,
          left,
          step.parts.map(({ part }, i) => ({ name: part.name, waits: waits[i]! })),
          job.readings,
          step.after.includes("paint") ? hardIn : 0,
          unproved(step.id, checks),
        ),
      };
    }),
    signHeld: byFit,
    changed: job.signed ? changedSince(job.signed, steps) : [],
    staysInBox: steps.length > 0 ? staysInBox(fit.build) : [],
    goesBack:
      steps.length > 0
        ? job.renews
          ? offToCustomer(fit.build)
          : goesBack(fit.build).map(({ says, why }) => ({ says, why }))
        : [],
  };
}

/** What waits for the customer. */
const NOT_BROUGHT = "not brought by the customer yet";

/** Why a step cannot start yet for want of a part: not ordered, or ordered and not here. Null when it is here. */
function waitsFor(partId: string, origin: { type: string; kitId?: string }, job: Job, sheet: Sheet): string | null {
  if (origin.type !== "kit") return waitsForBought(partId, job, sheet);
  // Of what came in a kit a further piece may have been bought by itself.
  const alone = sheet.lines.some((line) => line.partId === partId && line.source !== "in the kit");
  return waitsForBought(origin.kitId!, job, sheet) ?? (alone ? waitsForBought(partId, job, sheet) : null);
}

function waitsForBought(buyId: string, job: Job, sheet: Sheet): string | null {
  const bought = sheet.lines.filter((line) => line.partId === buyId && line.source === "buy");
  if (bought.length === 0 && sheet.lines.some((line) => line.partId === buyId && line.source !== "in the kit")) return null;
  const wanted = bought.reduce((sum, line) => sum + line.quantity, 0);
  const orders = standing(job.orders).filter((order) => order.lines.some((line) => line.partId === buyId));
  // A line may be split over suppliers: all of its pieces must be here.
  const pieces = (of: typeof orders) =>
    of.flatMap((order) => order.lines).reduce((sum, line) => sum + (line.partId === buyId ? line.packs * line.packSize : 0), 0);
  const late = orders.filter((order) => !order.arrived);
  if (orders.length > 0 && pieces(orders.filter((order) => order.arrived)) >= wanted) return null;
  return late.length > 0 ? `not here yet (${late.map((order) => order.number).join(", ")})` : "not ordered yet";
}
