import { riddenFigure, withProof } from "../prove/proved";
import { rideProof, type RideProof } from "../prove/rideProof";
import { ridePromisesAsked } from "../promise/ridePromises";
import type { Promise } from "../promise/promises";
import type { RideLog } from "../prove/rideLogSchema";
import type { Wish } from "../wish/wish";
import { rideMade } from "./rideMade";
import type { RideOf } from "./rideOf";

/** What a job's recorded rides say, and the ride's promises with what they prove of them. Some 30 ms a ride: where nobody waits for it. */
export function ridden(
  rides: readonly RideLog[],
  reckoned: RideOf,
  wish: Wish,
): { readonly proofs: readonly RideProof[]; readonly promises: readonly Promise[] } {
  const { input } = reckoned;
  const proofs = input === null ? [] : rides.map((ride) => rideProof(ride, input, wish.route));
  const made = rideMade(reckoned, wish)?.promises ?? ridePromisesAsked(wish, reckoned.wants ?? []);
  return { proofs, promises: made.map((promise) => withProof(promise, riddenFigure(promise.id, proofs))) };
}
