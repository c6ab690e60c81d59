import type { PromiseId } from "../wish/promiseIds";
import type { SettledLess } from "./proofSchema";

type Proved = {
  readonly less: readonly SettledLess[];
  readonly rides: readonly { readonly at: string }[];
  readonly weighed: { readonly at: string } | null;
  readonly readings: Readonly<Record<string, { readonly at: string }>>;
  readonly signed: { readonly at: string } | null;
};

/** When what proves a promise was measured last; empty where nothing was. */
function provedAt({ rides, weighed, readings, signed }: Proved, promise: PromiseId): string {
  if (promise === "range" || promise === "hill") return rides.map(({ at }) => at).reduce((a, b) => (b > a ? b : a), "");
  if (promise === "mass") return weighed?.at ?? "";
  if (promise === "assist") return readings["roadTest assist ends"]?.at ?? "";
  return signed?.at ?? "";
}

/** The customer's word on a promise that is not kept; one that was given before the bike was measured anew is of another figure. */
export const agreedTo = (job: Proved, promise: PromiseId): SettledLess | undefined =>
  job.less.findLast((one) => one.promise === promise && one.at >= provedAt(job, promise));
