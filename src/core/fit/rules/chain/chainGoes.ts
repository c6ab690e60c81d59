import type { Spec } from "../../../parts/specs";

/** Whether a chain is as wide as so many cogs want it; to eight they share one width (common practice). */
export const chainGoes = (spec: Pick<Spec<"chain">, "speeds">, cogs: number): boolean =>
  spec.speeds === cogs || (cogs > 1 && cogs <= 8 && spec.speeds > 1 && spec.speeds <= 8);
