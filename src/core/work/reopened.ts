import type { Supplied } from "../fit/build";
import type { Part } from "../parts/part";
import type { StepId } from "../standards/tasks";
import type { Step } from "./steps";

/** A step that was done and is open again, and why; `isGone`: it is not in the work any more. */
export type Reopened = { readonly id: StepId; readonly title: string; readonly why: string; readonly isGone: boolean };

type Done = Pick<Step, "id" | "title" | "after"> & {
  readonly parts: readonly (Pick<Supplied, "quantity" | "origin"> & { readonly part: Pick<Part, "id" | "name" | "kind"> })[];
};

/** What a step puts on the bike to stay. What it uses up is counted anew with every figure, and is no other work. */
const pieces = (step: Done): Map<string, { readonly says: string; readonly quantity: number }> => {
  const all = new Map<string, { says: string; quantity: number }>();
  for (const { part, quantity, origin } of step.parts) {
    if (part.kind === "consumable") continue;
    // One out of a kit's box and one off the shelf are two pieces, though of one part.
    const [id, says] = origin.type === "kit" ? [`${origin.kitId} ${part.id}`, `${part.name} (kit)`] : [part.id, part.name];
    all.set(id, { says, quantity: (all.get(id)?.quantity ?? 0) + quantity });
  }
  return all;
};

const counted = (quantity: number, says: string) => (quantity === 1 ? says : `${quantity} × ${says}`);

/** How what a step puts in differs from what was put in; empty where it does not. @param is null where it is not in the work any more */
function differsIn(was: Done, is: Done | null): string {
  const [before, now] = [pieces(was), is ? pieces(is) : new Map<never, never>()];
  const more = [...now].filter(([id, { quantity }]) => quantity > (before.get(id)?.quantity ?? 0));
  const less = [...before].filter(([id, { quantity }]) => quantity > (now.get(id)?.quantity ?? 0));
  const list = (of: typeof more, beside: typeof before) =>
    of.map(([id, { says, quantity }]) => counted(quantity - (beside.get(id)?.quantity ?? 0), says)).join("; ");
  const [out, into] = [list(less, now), list(more, before)];
  return out === "" ? into && `put in ${into}` : into === "" ? `take out ${out}` : `take out ${out}. Put in ${into}`;
}

/** Whether a step puts in other pieces than it did. @param was null where it was not in the work */
export const piecesDiffer = (was: Done | null, is: Done): boolean => was === null || differsIn(was, is) !== "";

/**
 * A tick stands for the parts that were put in when it was set. Where a build changes after it, what was ticked is open again: a step
 * that puts in other parts, or more or fewer of them, and one that is not in the work any more, so that it is not taken for done when it
 * comes back; and what comes after one of these where something was put in or is now.
 *
 * @param isDone whether a step was ticked before the change
 * @param was the steps before the change
 * @param is the steps after it
 * @returns those that are open again, in the order of the work; what is gone comes last
 */
export function reopenedBy(isDone: (id: StepId) => boolean, was: readonly Done[], is: readonly Done[]): Reopened[] {
  const [before, ids] = [new Map(was.map((step) => [step.id, step])), new Set(is.map(({ id }) => id))];
  const open = new Map<StepId, Reopened>();
  const gone = was
    .filter(({ id }) => isDone(id) && !ids.has(id))
    .map((step) => ({ id: step.id, title: step.title, out: differsIn(step, null) }));
  const takenOut = new Map(gone.filter(({ out }) => out !== "").map((one) => [one.id, one]));
  for (const step of is) {
    const old = before.get(step.id);
    if (!isDone(step.id) || !old) continue;
    const differs = differsIn(old, step);
    if (differs) open.set(step.id, { id: step.id, title: step.title, why: differs, isGone: false });
  }
  // The order of the work is one in which each comes behind what it waits for.
  for (const step of is) {
    if (open.has(step.id) || !isDone(step.id)) continue;
    const first =
      step.after.map((id) => open.get(id)).find((one) => one !== undefined) ??
      before
        .get(step.id)
        ?.after.map((id) => takenOut.get(id))
        .find((one) => one !== undefined);
    if (first) open.set(step.id, { id: step.id, title: step.title, why: `comes after “${first.title}”`, isGone: false });
  }
  return [
    ...is.flatMap(({ id }) => open.get(id) ?? []),
    ...gone.map(({ id, title, out }) => ({ id, title, why: `not in the work any more${out && `: ${out}`}`, isGone: true })),
  ];
}
