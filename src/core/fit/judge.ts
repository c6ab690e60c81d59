import type { DonorKey } from "../donor/items";
import type { CautionId } from "../standards/cautions";
import type { Figure, Outcome } from "./finding";

/** What a limit's other side says: everything but what both sides share. */
export type Short = Omit<Outcome, "figures" | "margin" | "settle">;

/**
 * One figure against one limit, the commonest shape of a rule: clear with room left, else what `short` says.
 * @param p.room signed, positive is room left; the limit itself is clear   @param p.plusMinus what the measurements leave open
 */
export function judge(p: {
  room: number;
  unit: string;
  plusMinus?: number;
  figures: readonly Figure[];
  settle?: readonly DonorKey[];
  caution?: CautionId;
  clear: string;
  short: () => Short;
}): Outcome {
  const margin = { value: p.room, unit: p.unit, plusMinus: p.plusMinus ?? 0 };
  const outcome: { -readonly [K in keyof Outcome]: Outcome[K] } =
    p.room >= -1e-9
      ? { verdict: "clear", says: p.clear, figures: p.figures, margin }
      : { figures: p.figures, margin, ...p.short() };
  if (p.settle) outcome.settle = p.settle;
  if (p.caution && outcome.caution === undefined) outcome.caution = p.caution;
  return outcome;
}
