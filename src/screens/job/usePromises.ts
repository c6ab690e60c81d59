"use client";

import type { Promise as Promised } from "@/core/promise/promises";
import { ridePromises, ridePromisesAsked } from "@/core/promise/ridePromises";
import { riddenFigure, withProof } from "@/core/prove/proved";
import { useJob } from "./JobContext";

/** Every promise of the job with what is proved of it. */
export function usePromises(): Promised[] {
  const { view, rides } = useJob();
  const ridden = view.job.rides.flatMap(({ id }) => rides.proofs[id] ?? []);
  const ofRide =
    rides.forecast && view.ride.input
      ? ridePromises(rides.forecast, view.ride.input.asked)
      : ridePromisesAsked(view.job.wish, view.ride.wants ?? []);
  return [...view.promises, ...ofRide.map((promise) => withProof(promise, riddenFigure(promise.id, ridden)))];
}
