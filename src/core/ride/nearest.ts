import { formatNumber } from "../units/formatQuantity";
import { forecast, likelyHillKmh, likelyRangeKm, noChange, type Forecast, type ForecastInput, type WhatIf } from "./forecast";
import type { RoadSegment } from "../route/roadSegments";

/** Changes, one at a time, of which each alone would keep a promise on the likely ride. */
export type Nearest = { readonly range: readonly string[]; readonly hill: readonly string[] };

/** How far a setting or a figure may be moved in the search, and how fine it is told. */
const SEARCH = { leastKmh: 12, mostRiderW: 200, mostPack: 3, lessKg: 25, steps: 7 } as const;

/**
 * The nearest single changes that would keep a ride promise that the likely ride does not: a speed held, legs, a pack, less mass.
 * Each is searched by halving, as every one of them only ever helps in its direction.
 * @returns empty lists where the promise is kept, not asked, or out of reach by one change
 */
export function nearestChanges(
  p: ForecastInput,
  segments: readonly RoadSegment[],
  now: Forecast = forecast(p, segments),
): Nearest {
  return { range: rangeChanges(p, segments, now), hill: hillChanges(p, now) };
}

function rangeChanges(p: ForecastInput, segments: readonly RoadSegment[], now: Forecast): string[] {
  const asked = p.asked.rangeKm;
  if (asked === null || now.rangeKm === null || now.rangeKm.likely >= asked) return [];
  const reaches = (input: ForecastInput, change: Partial<WhatIf> = {}): boolean => {
    const km = likelyRangeKm(input, segments, { ...noChange(input), ...change });
    return km === null || km >= asked;
  };
  const kmh = nearestOf(p.targetKmh, SEARCH.leastKmh, (targetKmh) => reaches(p, { targetKmh }));
  const watt = nearestOf(p.riderW, SEARCH.mostRiderW, (riderW) => reaches(p, { riderW }));
  const withPack = (times: number) => ({
    ...p,
    battery: { ...p.battery, capacityAh: p.battery.capacityAh * times, internalOhm: p.battery.internalOhm / times },
  });
  const times = nearestOf(1, SEARCH.mostPack, (t) => reaches(withPack(t)));
  return [
    ...(kmh === null ? [] : [`hold ${formatNumber(Math.floor(2 * kmh) / 2, 1)} km/h`]),
    ...(times === null
      ? []
      : [
          `a pack of ${formatNumber(Math.ceil(10 * p.battery.capacityAh * times) / 10, 1)} Ah at the same volts, for ${formatNumber(p.battery.capacityAh, 1)}`,
        ]),
    ...(watt === null ? [] : [`${formatNumber(Math.ceil(watt / 5) * 5, 0)} W from the rider, for ${formatNumber(p.riderW, 0)}`]),
  ];
}

function hillChanges(p: ForecastInput, now: Forecast): string[] {
  const asked = p.asked.hillKmh;
  if (asked === null || now.hill === null || now.hill.kmh.likely >= asked || asked > p.targetKmh) return [];
  const reaches = (change: Partial<WhatIf>): boolean => likelyHillKmh(p, { ...noChange(p), ...change })! >= asked;
  const watt = nearestOf(p.riderW, SEARCH.mostRiderW, (riderW) => reaches({ riderW }));
  const kg = nearestOf(0, -SEARCH.lessKg, (moreKg) => reaches({ moreKg }));
  return [
    ...(watt === null ? [] : [`${formatNumber(Math.ceil(watt / 5) * 5, 0)} W from the rider, for ${formatNumber(p.riderW, 0)}`]),
    ...(kg === null ? [] : [`${formatNumber(Math.ceil(-kg), 0)} kg less`]),
  ];
}

/** The change nearest to now that does it, between now and the farthest that may be; null when not even that does. */
function nearestOf(now: number, end: number, does: (value: number) => boolean): number | null {
  if (!does(end)) return null;
  let [not, yes] = [now, end];
  for (let i = 0; i < SEARCH.steps; i += 1) {
    const middle = (not + yes) / 2;
    if (does(middle)) yes = middle;
    else not = middle;
  }
  return yes;
}
