import type { Consumable } from "../standards/consumables";
import type { StepId } from "../standards/tasks";
import { AFTER_SIGNING } from "./signature";

type StepToCome = {
  readonly id: StepId;
  readonly title: string;
  readonly tools: readonly string[];
  readonly uses: readonly Consumable[];
  readonly parts: readonly {
    readonly id: string;
    readonly name: string;
    readonly quantity: number;
    readonly bin: string;
    /** Why it is not there; null when it is. */
    readonly waits: string | null;
  }[];
};

/** Drawings of the build from which a template can be printed. */
type Drawn = {
  readonly bay: object | null;
  readonly plate: object | null;
  readonly axles: readonly { readonly end: string }[];
};

export type DryRun = {
  /** What is not there first; a part that several steps want once, with all its pieces. */
  readonly parts: readonly (StepToCome["parts"][number] & { readonly steps: readonly string[] })[];
  /** Each once, in the order in which it is wanted first. */
  readonly tools: readonly string[];
  readonly uses: readonly string[];
  /** Templates to print at 1:1, by what their drawing is called. */
  readonly templates: readonly { readonly what: string; readonly says: string }[];
  readonly missing: number;
};

/**
 * All that must lie on the bench before the first bolt is turned (common practice: lay it out dry, then begin), of the steps that are
 * still to be done; a visit after the hand-over has its own day.
 *
 * @param steps in the order of the work
 * @param isDone whether a step is ticked
 */
export function dryRunOf(steps: readonly StepToCome[], isDone: (id: StepId) => boolean, drawn: Drawn): DryRun {
  const left = steps.filter((step) => !isDone(step.id) && !AFTER_SIGNING.has(step.id));
  const parts = new Map<string, DryRun["parts"][number]>();
  for (const step of left)
    for (const part of step.parts) {
      // The same part may be there for one step and on its way for another: both are told.
      const key = `${part.id} ${part.waits ?? ""}`;
      const known = parts.get(key);
      parts.set(key, {
        ...part,
        quantity: (known?.quantity ?? 0) + part.quantity,
        steps: [...new Set([...(known?.steps ?? []), step.title])],
      });
    }
  const all = [...parts.values()];
  const missing = all.filter((part) => part.waits !== null);
  const comes = (...ids: StepId[]) => left.some((step) => ids.includes(step.id));
  return {
    parts: [...missing, ...all.filter((part) => part.waits === null)],
    tools: [...new Set(left.flatMap((step) => step.tools))],
    uses: [...new Set(left.flatMap((step) => step.uses.map((one) => one.says)))],
    templates: [
      ...(drawn.bay && comes("cradle", "bosses") ? [{ what: "cradle", says: "The cradle's foot" }] : []),
      ...(drawn.plate && comes("harness") ? [{ what: "plate", says: "The controller's plate" }] : []),
      ...(comes("fitHub") ? drawn.axles.map(({ end }) => ({ what: `arm-${end}`, says: `Torque arm, ${end}` })) : []),
    ],
    missing: missing.length,
  };
}
