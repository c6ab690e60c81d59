import type { Pieces } from "@/core/cost/shelf";
import type { BenchPerson } from "@/core/bench/shopFloor";
import { assess, type Assessment } from "@/core/job/assess";
import type { Command, CommandOf, Done, Refusal } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import type { HouseRules } from "@/core/house/houseRules";
import type { Catalogue } from "@/core/parts/catalogue";
import type { Result } from "@/core/result";

/** What a use case may look at beside the job: nothing of it is read by the core itself. */
export type Bench = {
  readonly catalogue: Catalogue;
  readonly house: HouseRules;
  readonly at: string;
  readonly by: string;
  readonly newId: () => string;
  /** Who works here and when, for timers that ran through a break or a night. */
  readonly weeks: readonly Pick<BenchPerson, "name" | "week">[];
  /** Pieces of the shelf that other jobs hold. */
  readonly heldElsewhere: Pieces;
  /** Of which parts it was asked how many others hold, since the bench was laid out. */
  readonly asked: ReadonlySet<string>;
  /** Changes with every change of parts, suppliers, house rules or day. */
  readonly stamp: string;
  /** The same, but for what comes to the shelf and goes from it. */
  readonly stampButShelf: string;
};

/** A job as it stands on this bench. */
export const assessOn = (job: Job, bench: Bench): Assessment =>
  assess(job, bench.catalogue, bench.house, bench.at.slice(0, 10), bench.heldElsewhere);

/** One thing that the shop does to a job: from the job as it is to the job as it should be, or a refusal in words. */
export type UseCase<D extends Command["do"]> = (job: Job, command: CommandOf<D>, bench: Bench) => Result<Done, Refusal>;

export const refused = (says: string): { ok: false; error: Refusal } => ({ ok: false, error: { kind: "refused", says } });
export const done = (job: Done["job"], says: string): { ok: true; value: Done } => ({ ok: true, value: { job, says } });
