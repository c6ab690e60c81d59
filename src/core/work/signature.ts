import type { Step } from "./steps";

/** Steps that come after the signature: they are ticked under it and do not hold it back. */
export const AFTER_SIGNING: ReadonlySet<string> = new Set(["revisit"]);

/** A step that a shop made itself. */
export const isOwn = (id: string): boolean => id.startsWith("own-");

type Signed = { readonly steps: readonly { readonly id: string; readonly title: string; readonly is: readonly string[] }[] };

/** What a step is, in lines that are compared when it was signed: what goes in, what is decided, what is set. How any such step is done is no part of it. */
export const stateOf = (step: Pick<Step, "id" | "parts" | "because" | "does">): string[] => [
  ...step.parts.map(({ part, quantity }) => `${quantity} × ${part.name}`),
  ...step.because.map((b) => `${b.title}: ${b.says}`),
  ...(step.id === "settings" ? step.does : []),
];

/** What is different from what was signed, in sentences; empty while the signature holds. Order of steps apart. */
export function changedSince(signed: Signed, steps: readonly Step[]): string[] {
  const same = (a: { id: string; title: string }, b: { id: string; title: string }) =>
    a.id === "" ? a.title === b.title : a.id === b.id;
  // What the shop does no longer on other bikes was done on this one.
  const gone = signed.steps
    .filter((was) => !isOwn(was.id) && !steps.some((step) => same(was, step)))
    .map((was) => `Gone: ${was.title}`);
  const changed = steps.flatMap((step) => {
    const was = signed.steps.find((one) => same(one, step));
    if (!was) return [`New: ${step.title}`];
    // Signed before states were kept: only its title is known.
    if (was.id === "") return [];
    const now = stateOf(step);
    const more = now.filter((line) => !was.is.includes(line));
    const less = was.is.filter((line) => !now.includes(line));
    return [...more.map((line) => `${step.title}: now ${line}`), ...less.map((line) => `${step.title}: no longer ${line}`)];
  });
  return [...gone, ...changed];
}
