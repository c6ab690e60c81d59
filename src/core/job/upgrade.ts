import type { Build, Supplied } from "../fit/build";
import type { Fate } from "../fit/fates";
import type { Off, Renews } from "../fit/renews";
import { calledPart } from "../parts/calledPart";
import type { PartKind } from "../parts/kinds";
import { minutesOff } from "../work/minutesOff";
import { stateOf } from "../work/signature";
import type { Step } from "../work/steps";
import type { Assessment } from "./assess";
import type { Job } from "./job";
import { slotOf } from "./supplied";

/** A piece that may come off a finished bike: its mass, and about how long that takes. */
export type Removable = {
  readonly partId: string;
  readonly says: string;
  readonly kind: string;
  readonly quantity: number;
  readonly massKg: number | null;
  readonly minutes: number;
  /** What may become of it; what hurts second hand is never put on the shelf. */
  readonly fates: readonly Fate[];
};

/** Worn by use, or strained once: never sold again (common practice). */
const NEVER_AGAIN: ReadonlySet<PartKind> = new Set([
  "torque-arm",
  "fuse",
  "spoke",
  "chain",
  "tube",
  "washer",
  "axle-nut",
  "connector",
  "consumable",
]);

/** What can come off a finished bike, what weighs most first. */
export function removable(build: Build, steps: readonly Pick<Step, "id" | "minutes" | "parts">[]): Removable[] {
  const all = new Map<string, Supplied>();
  for (const one of build.supplied) {
    const before = all.get(one.part.id);
    all.set(one.part.id, before ? { ...before, quantity: before.quantity + one.quantity } : one);
  }
  return [...all.values()]
    .map(({ part, quantity }): Removable => {
      const step = steps.find(({ parts }) => parts.some((one) => one.part.id === part.id));
      return {
        partId: part.id,
        says: calledPart(part),
        kind: part.kind,
        quantity,
        massKg: part.massKg === null ? null : part.massKg * quantity,
        minutes: minutesOff(step, part.id),
        fates: NEVER_AGAIN.has(part.kind) ? ["disposal", "customer"] : ["shelf", "customer", "disposal"],
      };
    })
    .sort((a, b) => (b.massKg ?? 0) - (a.massKg ?? 0));
}

/** What comes off, of what there is, as it is kept with the job. */
const offOf = (all: readonly Removable[], off: Readonly<Record<string, Fate>>): Off[] =>
  all.flatMap(({ fates, ...one }) => {
    const goes = off[one.partId];
    return goes && fates.includes(goes) ? [{ ...one, goes }] : [];
  });

/**
 * What a job holds that upgrades a finished bike: its survey, and everything that is in it and stays, as decided then, each piece the
 * customer's own; what comes off is in it no more.
 *
 * @param was the finished bike's job and what it comes to   @param off what comes off, by part
 */
export function upgradeOf(
  was: Job,
  { fit, steps }: Pick<Assessment, "fit" | "steps">,
  off: Readonly<Record<string, Fate>>,
): Pick<Job, "wish" | "donor" | "choices" | "also" | "accepted" | "overrides" | "renews"> {
  const { build, applied } = fit;
  const gone = offOf(removable(build, steps), off);
  const isOff = (partId: string) => gone.some((one) => one.partId === partId);
  // A kit of which a piece comes off is the pieces that stay.
  const opened = build.supplied.some(({ part, origin }) => origin.type === "kit" && isOff(part.id));
  const choices: Job["choices"] = {};
  for (const [slot, partId] of Object.entries(was.choices) as [keyof Job["choices"], string][])
    if (!isOff(partId) && !(slot === "kit" && opened)) choices[slot] = partId;
  const also = was.also.filter(({ partId }) => !isOff(partId));
  for (const { part, quantity, origin } of build.supplied) {
    if (!opened || origin.type !== "kit" || isOff(part.id)) continue;
    const slot = slotOf(part.kind);
    if (slot && choices[slot] === undefined && quantity === 1) choices[slot] = part.id;
    else also.push({ partId: part.id, quantity });
  }
  const stay = new Map<string, number>();
  const { kit } = choices;
  if (kit !== undefined) stay.set(kit, 1);
  for (const { part, quantity } of build.supplied) if (!isOff(part.id)) stay.set(part.id, (stay.get(part.id) ?? 0) + quantity);
  const renews: Renews = {
    jobId: was.id,
    number: was.number,
    off: gone,
    stays: Object.fromEntries(stay),
    done: doneIn(was, steps),
  };
  return {
    wish: { ...was.wish, budgetMinor: null, readyBy: null, lateDayMinor: null, gives: [], notes: "" },
    donor: was.donor,
    choices,
    also,
    accepted: was.accepted.filter(
      ({ finding, remedy }) =>
        !applied.some(
          (one) =>
            one.finding === finding &&
            one.remedy.id === remedy &&
            one.remedy.parts.some(({ partId }) => partId !== null && isOff(partId)),
        ),
    ),
    overrides: was.overrides,
    renews,
  };
}

/** As it was signed for; of a bike that was signed for before states were kept, as it stands. */
const doneIn = (was: Job, steps: readonly Step[]): Renews["done"] => {
  const signed = was.signed?.steps.filter(({ id }) => id !== "") ?? [];
  const done =
    signed.length > 0
      ? signed.map(({ id, title, is }) => ({ id, title, is }))
      : steps.filter(({ id }) => was.ticks[id]).map((step) => ({ id: step.id, title: step.title, is: stateOf(step) }));
  // What an upgrade before found done is in the bike too.
  const before = (was.renews?.done ?? []).filter(({ id }) => !done.some((one) => one.id === id));
  return [...done, ...before].slice(0, 80);
};
