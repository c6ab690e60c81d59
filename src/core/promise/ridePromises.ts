import { PROMISE_TITLES } from "./promiseText";
import type { Band, Forecast, ForecastInput } from "../ride/forecast";
import { formatNumber } from "../units/formatQuantity";
import type { Wish } from "../wish/wish";
import type { PromiseId } from "../wish/promiseIds";
import type { Promise } from "./promises";

/** Kept where even the low side keeps it, broken where the likely does not; between them nobody can say. */
const kept = (asked: number | null, band: Band): boolean | null =>
  asked === null ? null : band.low >= asked ? true : band.likely < asked ? false : null;

const from = (band: Band, unit: string): string =>
  `${formatNumber(band.low, 0)} to ${formatNumber(band.high, 0)} ${unit}, by wind, tyres, cold and the cells' age`;

/** What was asked of the ride before it can be reckoned, each with what it still needs. */
export function ridePromisesAsked(wish: Pick<Wish, "rangeKm" | "hillKmh">, wants: readonly string[]): Promise[] {
  const note = wants.length > 0 ? `needs ${wants.join(", ")}` : "being reckoned";
  const line = (id: PromiseId, title: string, asked: number | null): Promise[] =>
    asked === null ? [] : [{ id, title, asked, predicted: null, proved: null, kept: null, note }];
  return [...line("range", "Range on this road", wish.rangeKm), ...line("hill", "Up the steepest hill", wish.hillKmh)];
}

/** The promises that follow from the ride on the customer's road. */
export function ridePromises(forecast: Forecast, asked: ForecastInput["asked"]): Promise[] {
  const made: Promise[] = [];
  const { rangeKm, hill } = forecast;
  made.push({
    id: "range",
    title: PROMISE_TITLES.range,
    asked: asked.rangeKm,
    predicted: rangeKm ? rangeKm.likely : null,
    proved: null,
    kept: rangeKm ? kept(asked.rangeKm, rangeKm) : true,
    note: rangeKm ? from(rangeKm, "km") : "the rider's own power carries it: the charge does not end",
  });
  if (hill)
    made.push({
      id: "hill",
      title: `Up ${formatNumber(hill.gradePercent, 0)} %, ${formatNumber(hill.lengthM / 1000, 1)} km`,
      asked: asked.hillKmh,
      predicted: hill.kmh.likely,
      proved: null,
      kept: hill.starts ? kept(asked.hillKmh, hill.kmh) : false,
      note: hill.starts
        ? `${from(hill.kmh, "km/h")}; winding ${formatNumber(hill.windingC, 0)} °C at the top`
        : "it stalls there",
    });
  return made;
}
