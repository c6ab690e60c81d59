import type { FaultLine, LogLine } from "./logLine";
import type { Currency } from "../parts/part";
import type { OverrideRecord, PooledLesson, PromiseRecord, WorkRecord } from "./learned";

/** A bike by its job. */
export type BikeName = { readonly id: string; readonly number: number; readonly customer: string; readonly bike: string };

/** A finished bike in the logbook's list. */
export type LogTicket = BikeName & { readonly line: LogLine };

/** @property behind jobs that are shown as they were, until they are worked out anew */
export type LogbookPage = { readonly rows: readonly LogTicket[]; readonly total: number; readonly behind: number };

/** A bike with a part that is called back, and what is known of its piece. */
export type Recalled = BikeName & {
  readonly contact: string;
  readonly handedAt: string | null;
  /** The job that renewed it: what it had may have come off. */
  readonly goesOnIn: number | null;
  readonly serials: readonly { readonly serial: string; readonly lot: string }[];
  /** `named`: its number or lot is on the notice, or the notice names none. `perhaps`: it is not known. `not`: it has another. */
  readonly is: "named" | "perhaps" | "not";
};
export type Recall = { readonly part: string; readonly bikes: readonly Recalled[] };

export type FaultFound = FaultLine & BikeName;

/** What finished bikes taught, over all of them. */
export type ShopLearned = {
  readonly bikes: number;
  readonly promises: readonly PromiseRecord[];
  readonly work: readonly WorkRecord[];
  readonly currency: Currency;
  readonly pooled: readonly PooledLesson[];
  readonly overrides: readonly OverrideRecord[];
};
