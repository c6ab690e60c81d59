import type { Promise } from "../promise/promises";
import type { PromiseId } from "../wish/promiseIds";
import type { RideProof } from "./rideProof";

/** How a promise stands against what was measured; within the measurement's own ± of what was asked nobody can say. */
export type Stands = NonNullable<Promise["stands"]>;

/** A figure of the finished bike, and what it leaves open. */
export type ProvedFigure = { readonly value: number | string; readonly plusMinus: number; readonly by: string };

/** Promises that want so much at the least; the others want no more than what was asked. */
const AT_LEAST: ReadonlySet<PromiseId> = new Set(["range", "hill"]);

/** What the rides prove of a promise: the last one that says something of it. */
export function riddenFigure(id: PromiseId, rides: readonly Pick<RideProof, "range" | "hill">[]): ProvedFigure | null {
  const { range, hill } = rides.findLast((ride) => (id === "range" ? ride.range : id === "hill" ? ride.hill : null)) ?? {};
  if (id === "range" && range) return { value: range.value, plusMinus: range.plusMinus, by: range.by.join("; ") };
  if (id === "hill" && hill)
    return {
      value: hill.value,
      plusMinus: hill.plusMinus,
      by: `${hill.lengthM.toFixed(0)} m of ${hill.gradePercent.toFixed(1)} % on the ride`,
    };
  return null;
}

/** A promise with what was measured for it. */
export function withProof(promise: Promise, figure: ProvedFigure | null): Promise {
  if (figure === null) return promise;
  const { value, plusMinus, by } = figure;
  return { ...promise, proved: value, plusMinus, provedBy: by, stands: standsOf(promise, value, plusMinus) };
}

function standsOf({ id, asked }: Promise, value: number | string, plusMinus: number): Stands | null {
  if (asked === null) return null;
  if (typeof value === "string" || typeof asked === "string") return String(value) <= String(asked) ? "kept" : "not kept";
  const room = AT_LEAST.has(id) ? value - asked : asked - value;
  if (plusMinus > 0 && Math.abs(room) < plusMinus - 1e-9) return "too near to tell";
  return room >= -1e-9 ? "kept" : "not kept";
}
