import { afterwards, type Afterwards } from "../cost/afterwards";
import { buildSheet } from "../cost/sheet";
import type { Pieces } from "../cost/shelf";
import type { HouseRules } from "../house/houseRules";
import type { Catalogue } from "../parts/catalogue";
import { asBilled } from "../supply/bill";
import { standing } from "../supply/standing";
import { AFTER_SIGNING } from "../work/signature";
import type { Assessment } from "./assess";
import type { Job } from "./job";
import { shelfFor } from "./shelfFor";

/**
 * How a signed job's money came out against the sheet that is paid: the accepted one, else the one that was signed with it. Null before
 * it is signed, and where the shop reckons in another currency since.
 */
export function cameOutOf(
  job: Job,
  { fit, steps }: Pick<Assessment, "fit" | "steps">,
  catalogue: Catalogue,
  house: HouseRules,
  heldElsewhere: Pieces,
): Afterwards | null {
  const { signed } = job;
  if (!signed?.sheet) return null;
  const quoted =
    job.given.findLast(({ answer, whole }) => answer?.how === "accepted" && whole !== null)?.whole?.sheet ?? signed.sheet;
  if (quoted.currency !== house.currency || signed.sheet.currency !== house.currency) return null;
  const atSigning = new Map(signed.sheet.lines.map((line) => [`${line.key} ${line.partId ?? ""}`, line.costMinor]));
  const sheetWith = (orders: Job["orders"]) => {
    const sheet = buildSheet({ ...job, orders }, fit, steps, catalogue, house, shelfFor(job, heldElsewhere));
    // What came from the shelf or a hand costs what it did when the work was signed for; only what was ordered has a bill.
    const lines = sheet.lines.map((line) =>
      line.source === "buy" && line.partId !== null
        ? line
        : { ...line, costMinor: atSigning.get(`${line.key} ${line.partId ?? ""}`) ?? line.costMinor },
    );
    return { ...sheet, lines };
  };
  const real = standing(job.orders).some((order) => order.billed !== null);
  const ordered = sheetWith(job.orders);
  const now = new Map(steps.map((step) => [step.id as string, step.minutes]));
  return afterwards({
    quoted,
    ordered,
    real: real ? sheetWith(job.orders.map(asBilled)) : ordered,
    steps: signed.steps.map(({ id, title, minutes }) => ({
      id,
      title,
      quotedMinutes: minutes ?? now.get(id) ?? 0,
      tookMinutes: job.ticks[id]?.tookMinutes ?? null,
    })),
    hourCostMinor: signed.hourCostMinor ?? house.hourCostMinor,
    unbilled: standing(job.orders).filter((order) => order.billed === null).length,
  });
}

/** Whether all of it is known: every step before the signature timed, every order billed. */
export const wholly = (out: Afterwards): boolean =>
  out.unbilled === 0 && out.steps.every((step) => step.tookMinutes !== null || AFTER_SIGNING.has(step.id));
