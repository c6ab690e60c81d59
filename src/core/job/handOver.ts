import { agreedTo } from "../prove/agreedTo";
import { riderSheetOf, type RiderSheet } from "../prove/riderSheet";
import { calledPart } from "../parts/calledPart";
import { hasOwnNumber } from "../supply/serials";
import { standing } from "../supply/standing";
import { formatDay } from "../units/date";
import type { Assessment } from "./assess";
import type { Job } from "./job";
import type { WorkOrder } from "./workOrder";

/** A piece that a warranty or a recall goes by. */
export type WarrantyLine = { readonly part: string; readonly serials: readonly string[]; readonly from: string };

export type HandOver = {
  /** Why the bike cannot be handed over yet; empty when it can. */
  readonly holds: readonly string[];
  readonly rider: RiderSheet;
  readonly warranty: readonly WarrantyLine[];
};

/** What a hand-over still waits for: the signed work, the checks, and the customer's word where less is proved than was promised. */
export function handOverHolds(
  job: Job,
  { promises }: Pick<Assessment, "promises">,
  { checks, changed, signHeld }: Pick<WorkOrder, "checks" | "changed" | "signHeld">,
): string[] {
  const left = checks.filter(({ stands }) => stands !== "passed");
  const broken = promises.filter(({ id, stands }) => stands === "not kept" && !agreedTo(job, id));
  return [
    ...(checks.length === 0 ? ["There is no work order yet: choose a motor in Drive"] : []),
    ...(signHeld.stop ? signHeld.why : []),
    ...(left.length > 0
      ? [
          `${left.length} check${left.length === 1 ? " has" : "s have"} not passed: ${left
            .map(({ check }) => check.title)
            .slice(0, 3)
            .join("; ")}`,
        ]
      : []),
    ...(job.signed === null
      ? ["The work order is not signed"]
      : changed.length > 0
        ? ["The bike was changed after the work order was signed: it is signed anew first"]
        : []),
    ...(job.talks.at(-1)?.state === "unknown"
      ? ["It is not known what the controller holds: read it again, in Prove under Settings"]
      : []),
    ...broken.map(({ title }) => `${title} is not kept: the customer has not agreed to it, in Prove`),
  ];
}

/** @param today ISO day; once the bike is handed over its visits count from then */
export function handOverOf(job: Job, now: Pick<Assessment, "fit" | "promises">, work: WorkOrder, today: string): HandOver {
  return {
    holds: handOverHolds(job, now, work),
    rider: riderSheetOf(now.fit.build, job.handed?.at.slice(0, 10) ?? today),
    warranty: warrantyOf(job, now),
  };
}

/** Every piece that has a number of its own, with that number and with whom it was bought. */
function warrantyOf(job: Job, { fit }: Pick<Assessment, "fit">): WarrantyLine[] {
  const orders = standing(job.orders);
  return fit.build.supplied
    .filter(({ part }) => hasOwnNumber(part.kind))
    .map(({ part, origin }): WarrantyLine => {
      const buyId = origin.type === "kit" ? origin.kitId : part.id;
      const order = orders.find(({ lines }) => lines.some((line) => line.partId === buyId));
      return {
        part: calledPart(part),
        serials: job.serials.filter(({ partId }) => partId === part.id).map(({ serial }) => serial),
        from:
          part.onlyFor !== undefined
            ? "the customer's own"
            : order
              ? `${order.supplierName}, order ${order.number} of ${formatDay(order.placed.at.slice(0, 10))}`
              : "from the shop's shelf",
      };
    });
}
