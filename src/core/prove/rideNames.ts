import type { RideLog } from "./rideLogSchema";

/** What is typed of a ride, as a sentence calls it; all else of it comes from the recording. */
export const RIDE_NAMES: Readonly<Partial<Record<keyof RideLog, string>>> = {
  name: "the ride's name",
  riderKg: "the rider's mass",
  loadKg: "the load",
  airC: "the air",
  windKmh: "the wind",
  windFromDeg: "where the wind came from",
};
