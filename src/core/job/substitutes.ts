import { isOpen, type Finding } from "../fit/finding";
import type { Supplied } from "../fit/build";
import { voltsOf } from "../fit/build";
import type { Part } from "../parts/part";
import { specDiffs } from "../parts/specDiffs";
import { expectedDay } from "../supply/expected";
import { notTaken, totalOf } from "../supply/supplyPlan";
import { daysBetween } from "../units/days";
import { formatNumber } from "../units/formatQuantity";
import { assess, type Assessment } from "./assess";
import type { Bench } from "./compare";
import type { Promise } from "../promise/promises";
import type { Job } from "./job";
import { rideMade } from "./rideMade";
import { massOf, rideOf } from "./rideOf";
import { slotOf } from "./supplied";

/** A part that would fit a job as well as one that is to be bought, and what it would be good for. */
export type Substitute = {
  readonly partId: string;
  readonly name: string;
  readonly quantity: number;
  readonly insteadId: string;
  readonly insteadName: string;
  /** What the shop would pay less for all that is to be bought, carriage with it, and for the minutes that it takes more; cents. */
  readonly savesMinor: number;
  /** Days by which the last part would be here earlier. */
  readonly daysSooner: number;
  readonly minutes: number;
  /** What would be another: figures of the part, promises, findings. */
  readonly changes: readonly string[];
};

/** How a part stands in a job: in a slot, put in by hand, or brought by a remedy. What is in a kit comes with the kit. */
type Place = Supplied["origin"];

/**
 * The job with another part in the place of one. A slot takes it; else it is put in by hand, and what it replaces, or the remedy that
 * brought that, goes.
 */
export function withInstead(
  job: Pick<Job, "choices" | "also" | "accepted">,
  insteadId: string,
  origin: Place,
  part: Pick<Part, "id" | "kind">,
  quantity: number,
): Pick<Job, "choices" | "also" | "accepted"> | null {
  if (origin.type === "kit") return null;
  if (origin.type === "choice" && origin.slot !== "by hand") {
    const slot = slotOf(part.kind);
    return slot === origin.slot ? { ...job, choices: { ...job.choices, [slot]: part.id } } : null;
  }
  const others = job.also.filter((one) => one.partId !== part.id && (origin.type === "remedy" || one.partId !== insteadId));
  const had = job.also.find((one) => one.partId === part.id)?.quantity ?? 0;
  const also = [...others, { partId: part.id, quantity: had + quantity }];
  if (also.some((one) => one.quantity > 50) || also.length > 60) return null;
  const accepted =
    origin.type === "remedy"
      ? job.accepted.filter((one) => one.finding !== origin.finding || one.remedy !== origin.remedy)
      : job.accepted;
  return { choices: job.choices, also, accepted };
}

/** Kinds that a customer chose by what they do: another one is another bike, and is chosen in Drive. */
const THEIR_CHOICE: ReadonlySet<string> = new Set(["kit", "hub-motor", "mid-motor", "frame-motor"]);
/** Packs of so much of another's watt-hours are told as the same size: labels differ by as much. */
const SAME_ENERGY_SHARE = 0.97;
/** Less of these than was chosen is no substitute. */
const noLess = (was: Part, is: Part): boolean => {
  if (was.kind === "battery" && is.kind === "battery")
    return voltsOf(is).nominal * is.spec.capacityAh >= SAME_ENERGY_SHARE * voltsOf(was).nominal * was.spec.capacityAh;
  if (was.kind === "charger" && is.kind === "charger") return is.spec.outputA >= was.spec.outputA;
  if (was.kind === "controller" && is.kind === "controller") return is.spec.batteryA >= was.spec.batteryA;
  return true;
};

/** Candidates of one part that are tried at most, the cheapest first. */
const MOST_TRIED = 24;
/** Less than this is not worth another part, cents. */
const WORTH_MINOR = 100;
const KEPT_EACH = 2;

/** Findings that are open and were not, or were less grave. */
function worse(before: readonly Finding[], after: readonly Finding[]): boolean {
  const grave = ({ verdict }: Finding) => ["clear", "adapt", "measure", "stop"].indexOf(verdict);
  const was = new Map(before.filter(isOpen).map((finding) => [finding.key, grave(finding)]));
  return after.some((finding) => isOpen(finding) && grave(finding) > (was.get(finding.key) ?? 0));
}

const lost = (before: readonly Promise[], after: readonly Promise[]): boolean =>
  after.some((now) => now.kept === false && before.find((was) => was.id === now.id)?.kept !== false);

/** The day on which the last part to be bought is here. */
const lastDay = ({ arrivals }: Assessment, today: string): string =>
  Object.values(arrivals).reduce((a, b) => (b > a ? b : a), today);

/**
 * Parts that fit a job as well as what it still has to buy and cost less or come sooner: worked out by putting each in, so that no check
 * is worse and no promise is lost by it. The drive itself is the customer's choice and is left alone, and so is what was put in by hand. Books hold one part of each
 * different sheet: of two alike the cheapest is bought anyway.
 *
 * @param only of this part alone
 */
export function* substitutes(job: Job, bench: Bench, only: string | null = null): Generator<Substitute> {
  const { catalogue, house, today, heldElsewhere } = bench;
  const works = (as: Job) => assess(as, catalogue, house, today, heldElsewhere);
  // What is signed for is built as it is.
  if (job.signed || job.aside) return;
  const now = works(job);
  const { plan } = now.sheet;
  const costNow = totalOf(plan);
  const rideOn = ({ fit, promises }: Assessment) => rideOf(fit.build, job.wish, massOf(promises));
  const rideNow = rideOn(now);
  let promisedNow: readonly Promise[] | null = null;
  /** A ride takes as long as ten fits: it is reckoned last, and only where what it rests on is another. */
  const lostRide = (then: Assessment): boolean => {
    const rideThen = rideOn(then);
    if (JSON.stringify(rideThen.input) === JSON.stringify(rideNow.input)) return false;
    promisedNow ??= rideMade(rideNow, job.wish)?.promises ?? [];
    return lost(promisedNow, rideMade(rideThen, job.wish)?.promises ?? []);
  };
  for (const want of plan.wants) {
    if (only !== null && want.partId !== only) continue;
    const was = catalogue.parts.get(want.partId);
    const supplied = now.fit.build.supplied.filter((one) => one.part.id === want.partId && one.origin.type !== "kit");
    if (!was || THEIR_CHOICE.has(was.kind) || supplied.length !== 1 || supplied[0]!.quantity !== want.quantity) continue;
    const { origin } = supplied[0]!;
    // What it is for is known to whoever put it in, and to no check: another of its kind need not do the same.
    if (origin.type === "choice" && origin.slot === "by hand") continue;
    const found: Substitute[] = [];
    for (const part of candidates(was, bench)) {
      const changed = withInstead(job, was.id, origin, part, want.quantity);
      if (!changed) continue;
      const then = works({ ...job, ...changed });
      const one = judged(now, then, was, part, want.quantity);
      if (one) found.push(one);
    }
    found.sort((a, b) => b.savesMinor - a.savesMinor || b.daysSooner - a.daysSooner);
    const soonest = found.filter((one) => one.daysSooner > 0).sort((a, b) => b.daysSooner - a.daysSooner)[0];
    yield* new Set([...found.slice(0, KEPT_EACH), ...(soonest ? [soonest] : [])]);
  }

  function judged(before: Assessment, then: Assessment, was: Part, part: Part, quantity: number): Substitute | null {
    if (then.sheet.plan.unpriced.length > plan.unpriced.length) return null;
    // Cheaper at somebody who does not take so small an order is no saving.
    if (notTaken(then.sheet.plan) > notTaken(plan)) return null;
    if (worse(before.fit.findings, then.fit.findings) || lost(before.promises, then.promises)) return null;
    // It is in the build, and what it replaces is not.
    const has = (id: string) => then.fit.build.supplied.some((one) => one.part.id === id && one.origin.type !== "kit");
    if (!has(part.id) || has(was.id)) return null;
    const minutes = minutesOf(then) - minutesOf(before);
    const savesMinor = costNow - totalOf(then.sheet.plan) - Math.round((minutes * house.hourCostMinor) / 60);
    const daysSooner = daysBetween(lastDay(then, today), lastDay(before, today));
    if (savesMinor < WORTH_MINOR && daysSooner <= 0) return null;
    if (lostRide(then)) return null;
    return {
      partId: part.id,
      name: part.name,
      quantity,
      insteadId: was.id,
      insteadName: was.name,
      savesMinor,
      daysSooner,
      minutes,
      changes: changesOf(before, then, was, part, minutes),
    };
  }
}

const minutesOf = ({ steps }: Assessment): number => Math.round(steps.reduce((sum, step) => sum + step.minutes, 0));

/** Parts of the kind that could be worth it: cheaper a piece, or here sooner. */
function candidates(was: Part, { catalogue, house, today }: Bench): Part[] {
  const piece = (part: Part) => Math.min(Infinity, ...catalogue.offersOf(part).map((offer) => offer.priceMinor / offer.packSize));
  const day = (part: Part) =>
    catalogue
      .offersOf(part)
      .map((offer) => expectedDay(offer, today, catalogue, house))
      .reduce((a, b) => (b < a ? b : a), "9999");
  const [price, arrives] = [piece(was), day(was)];
  return (catalogue.distinct(was.kind) as readonly Part[])
    .filter(
      (part) =>
        part.id !== was.id &&
        part.onlyFor === undefined &&
        catalogue.offersOf(part).length > 0 &&
        noLess(was, part) &&
        // Prices of several currencies are not compared here: what is tried decides.
        (piece(part) <= price ||
          day(part) < arrives ||
          catalogue.offersOf(part)[0]!.currency !== catalogue.offersOf(was)[0]?.currency),
    )
    .slice(0, MOST_TRIED);
}

function changesOf(before: Assessment, then: Assessment, was: Part, part: Part, minutes: number): string[] {
  const promises = then.promises.flatMap((now) => {
    const old = before.promises.find((one) => one.id === now.id);
    if (now.id !== "mass" || typeof now.predicted !== "number" || typeof old?.predicted !== "number") return [];
    const more = now.predicted - old.predicted;
    return Math.abs(more) < 0.05 ? [] : [`${formatNumber(Math.abs(more), 1)} kg ${more > 0 ? "heavier" : "lighter"}`];
  });
  const settled = before.fit.findings
    .filter((finding) => isOpen(finding) && !then.fit.findings.some((other) => other.key === finding.key && isOpen(other)))
    .map((finding) => `settles ${finding.title}`);
  return [
    ...specDiffs(was, part),
    ...promises,
    ...(minutes === 0 ? [] : [`${Math.abs(minutes)} min of work ${minutes > 0 ? "more" : "less"}`]),
    ...settled,
  ];
}
