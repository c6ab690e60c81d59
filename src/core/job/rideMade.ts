import { ridePromises } from "../promise/ridePromises";
import type { Promise } from "../promise/promises";
import { forecast, type Forecast } from "../ride/forecast";
import { roadSegments } from "../route/roadSegments";
import type { Wish } from "../wish/wish";
import type { RideOf } from "./rideOf";

/**
 * The ride on the customer's road as every screen and paper tells it: with its stops, surfaces and headings. A few ms for each 10 km of
 * road. @returns null where something is still wanted to reckon it
 */
export function rideMade(
  { input }: RideOf,
  { route }: Pick<Wish, "route">,
): { readonly forecast: Forecast; readonly promises: readonly Promise[] } | null {
  if (!input || !route) return null;
  const made = forecast(input, roadSegments(route));
  return { forecast: made, promises: ridePromises(made, input.asked) };
}

/** Pieces of road up to which a ride is reckoned while somebody waits for something else: some 50 ms. */
const MOST_PIECES = 2_000;
export const isQuickRide = ({ route }: Pick<Wish, "route">): boolean => (route?.elevationM.length ?? 0) <= MOST_PIECES;
