import type { Basis } from "../basis";
import type { DonorKey } from "../donor/items";
import type { PartKind } from "../parts/kinds";
import type { CautionId } from "../standards/cautions";
import type { TaskId } from "../standards/tasks";
import type { Effect } from "./effect";

/** clear: goes. adapt: goes with a named part or operation. measure: cannot be said yet. stop: does not go, or must not. */
export type Verdict = "clear" | "adapt" | "measure" | "stop";
export const VERDICTS: readonly Verdict[] = ["stop", "adapt", "measure", "clear"];

/** Where a finding is pinned on the drawings. */
export type PinPlace =
  | "shell"
  | "stay"
  | "chain"
  | "ring"
  | "front axle"
  | "rear axle"
  | "cluster"
  | "bar"
  | "front wheel"
  | "rear wheel"
  | "battery"
  | "fork"
  | "front brake"
  | "rear brake"
  | "wiring"
  | "frame"
  | "down tube"
  | "rider"
  | "kit";

export type Figure = {
  readonly label: string;
  readonly value: number | string;
  readonly unit?: string;
  readonly plusMinus?: number;
};

/** Signed: positive is room left. `plusMinus` is what the measurements leave open. */
export type Margin = { readonly value: number; readonly unit: string; readonly plusMinus: number };

/** A part that a remedy wants; partId null when nothing in the catalogue will do. */
export type PartNeed = {
  readonly kind: PartKind;
  readonly partId: string | null;
  readonly quantity: number;
  readonly says: string;
};

/** What makes an adapt go: parts for the sheet, steps for the work order, a change of the geometry. */
export type Remedy = {
  readonly id: string;
  readonly title: string;
  readonly says: string;
  readonly parts: readonly PartNeed[];
  /** Pieces that are needed once more, because the first were spoilt: bought, and not fitted beside them. */
  readonly again?: readonly { readonly partId: string; readonly quantity: number }[];
  readonly tasks: readonly TaskId[];
  readonly effect: Effect;
  readonly caution?: CautionId;
};

/** What a rule says, before the engine looks at uncertainty and acceptance. */
export type Outcome = {
  readonly verdict: Verdict;
  readonly says: string;
  readonly figures: readonly Figure[];
  readonly margin?: Margin;
  readonly remedies?: readonly Remedy[];
  /** For a stop: what would lift it. */
  readonly lifts?: string;
  /** A stop or adapt that nobody may override, because someone could be hurt. */
  readonly safety?: boolean;
  /** Survey items that would settle a `measure`. */
  readonly settle?: readonly DonorKey[];
  /** A part that must be chosen before this can be said. */
  readonly choose?: string;
  /** A part whose sheet leaves a figure out, by its id. */
  readonly sheetOf?: string;
  /** The wish leaves it open: it is asked in Ask. */
  readonly asks?: boolean;
  readonly caution?: CautionId;
  readonly basis?: readonly Basis[];
};

export type Override = { readonly finding: string; readonly reason: string; readonly by: string; readonly at: string };

/** What the job sees: a rule's outcome on one subject, with what was accepted for it. */
export type Finding = {
  readonly key: string;
  readonly rule: string;
  readonly title: string;
  readonly why: string;
  readonly place: PinPlace;
  readonly verdict: Verdict;
  readonly says: string;
  readonly figures: readonly Figure[];
  readonly margin?: Margin;
  readonly remedies: readonly Remedy[];
  readonly lifts?: string;
  readonly safety: boolean;
  readonly settle: readonly DonorKey[];
  readonly choose?: string;
  readonly sheetOf?: string;
  readonly asks?: boolean;
  readonly caution?: CautionId;
  readonly basis: readonly Basis[];
  /** Remedies of this finding that are in force. */
  readonly applied: readonly Remedy[];
  /** An adapt that was acknowledged in writing, or a rule of thumb overridden with a reason: nothing is left to do. */
  readonly settled: boolean;
  readonly overridden?: Override;
};

/** Whether somebody still has to do something about it. */
export const isOpen = (finding: Pick<Finding, "verdict" | "settled">) => finding.verdict !== "clear" && !finding.settled;

/** What is measured, or measured better, to settle open findings, and how many of them wait for each. */
export function settledBy(findings: readonly Pick<Finding, "verdict" | "settled" | "settle">[]): Map<DonorKey, number> {
  const counts = new Map<DonorKey, number>();
  for (const finding of findings)
    if (isOpen(finding) && finding.verdict === "measure")
      for (const key of finding.settle) counts.set(key, (counts.get(key) ?? 0) + 1);
  return counts;
}

/** How many findings of each verdict are still open, and how many are clear or settled. */
export function countVerdicts(findings: readonly Finding[]): Record<Verdict, number> {
  const counts: Record<Verdict, number> = { clear: 0, adapt: 0, measure: 0, stop: 0 };
  for (const finding of findings) counts[isOpen(finding) ? finding.verdict : "clear"] += 1;
  return counts;
}

/** The smaller the better a build fits: fewer stops before fewer things to measure before fewer to adapt. */
export const fitRank = (verdicts: Record<Verdict, number>): number =>
  1000 * verdicts.stop + 10 * verdicts.measure + verdicts.adapt;
