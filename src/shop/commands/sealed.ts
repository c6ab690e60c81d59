import type { Job } from "@/core/job/job";
import { AFTER_SIGNING, changedSince } from "@/core/work/signature";
import type { Step } from "@/core/work/steps";

export const NAMELESS = "Say who it is: put your name at the top right.";
export const SEALED = "The work order is signed: undo the signature first.";

/** A signature stands for a state: while that is unchanged nothing is ticked, opened or measured under it but what comes after it. */
export const isSealed = ({ signed }: Pick<Job, "signed">, steps: readonly Step[], step?: string): boolean =>
  signed !== null && !(step !== undefined && AFTER_SIGNING.has(step)) && changedSince(signed, steps).length === 0;
