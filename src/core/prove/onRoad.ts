import type { Route } from "../route/routeSchema";
import { lengthKm } from "../route/profile";
import { kmFrom } from "../route/trackPoint";
import type { RideLog } from "./rideLogSchema";

/** Whether a ride was ridden on the customer's road, and by what that is told. */
export type OnRoad = { readonly on: boolean; readonly share: number; readonly says: string };

/** A place is on the road within so much of it, km: receivers are off by ten metres, and junctions are cut. */
const NEAR_KM = 0.06;
/** So much of the road must have been ridden for what it proves to count. */
const LEAST_SHARE = 0.9;
/** Length of a ride against the road's, where nothing else tells. */
const ALIKE = 0.08;

/**
 * Whether the ride covers the customer's road: by its places on the earth, wherever it began (a road that was kept without its start is
 * taken to begin where the ride does); without places by heights along the way; without both by its length alone, which is said.
 */
export function onRoad(log: RideLog, road: Pick<Route, "stepM" | "elevationM" | "plan" | "origin">): OnRoad {
  const km = lengthKm(road);
  const ridden = log.wayM.reduce((sum, m) => sum + m, 0) / 1000;
  if (log.placeKm.length > 0 && road.plan.length > 2) {
    const [east, north] = log.origin && road.origin ? kmFrom(road.origin, log.origin) : [0, 0];
    const share = coveredShare(
      log.placeKm.map(([e, n]) => [e + east, n + north] as const),
      road.plan,
    );
    const on = share >= LEAST_SHARE;
    return { on, share, says: `${Math.round(100 * share)} % of the customer's road was ridden, by its places` };
  }
  const laps = Math.max(1, Math.round(ridden / km));
  const off = Math.abs(ridden / (laps * km) - 1);
  if (off > ALIKE)
    return {
      on: false,
      share: Math.min(1, ridden / km),
      says: `${ridden.toFixed(1)} km were ridden, the customer's road has ${km.toFixed(1)}`,
    };
  if (log.heightM.length > 0) {
    const rms = heightsApart(log, road, laps);
    const on = rms < 8;
    return {
      on,
      share: on ? 1 : 0,
      says: on
        ? `the customer's road${laps > 1 ? `, ${laps} times` : ""}, by its heights`
        : `as long as the customer's road${laps > 1 ? ` ${laps} times` : ""}, but its heights are ${rms.toFixed(0)} m off`,
    };
  }
  return { on: true, share: 1, says: `taken for the customer's road${laps > 1 ? `, ${laps} times` : ""}, by its length alone` };
}

/** Share of the road's points that the ride came near to. */
function coveredShare(places: readonly (readonly [number, number])[], plan: readonly (readonly [number, number])[]): number {
  const cells = new Map<string, (readonly [number, number])[]>();
  const cell = (value: number) => Math.floor(value / NEAR_KM);
  // Windows are longer than the nearness: points between them too.
  places.forEach((place, i) => {
    const next = places[Math.min(places.length - 1, i + 1)]!;
    const pieces = Math.min(40, Math.max(1, Math.ceil(Math.hypot(next[0] - place[0], next[1] - place[1]) / (NEAR_KM / 2))));
    for (let k = 0; k < pieces; k += 1) {
      const at = [place[0] + (k / pieces) * (next[0] - place[0]), place[1] + (k / pieces) * (next[1] - place[1])] as const;
      const key = `${cell(at[0])} ${cell(at[1])}`;
      cells.set(key, [...(cells.get(key) ?? []), at]);
    }
  });
  const near = ([east, north]: readonly [number, number]): boolean => {
    for (let x = -1; x <= 1; x += 1)
      for (let y = -1; y <= 1; y += 1)
        for (const at of cells.get(`${cell(east) + x} ${cell(north) + y}`) ?? [])
          if (Math.hypot(at[0] - east, at[1] - north) <= NEAR_KM) return true;
    return false;
  };
  return plan.filter(near).length / plan.length;
}

/** Root of the mean square of both heights' difference, each less its mean, m. */
function heightsApart(log: RideLog, road: Pick<Route, "stepM" | "elevationM">, laps: number): number {
  const total = log.wayM.reduce((sum, m) => sum + m, 0);
  const points = road.elevationM.length - 1;
  let way = 0;
  const pairs = log.heightM.map((height, i) => {
    if (i > 0) way += log.wayM[i - 1]!;
    const at = (((way / total) * laps) % 1) * points;
    const low = Math.min(points - 1, Math.floor(at));
    return [height, road.elevationM[low]! + (at - low) * (road.elevationM[low + 1]! - road.elevationM[low]!)] as const;
  });
  const mean = (side: 0 | 1) => pairs.reduce((sum, pair) => sum + pair[side], 0) / pairs.length;
  const [a, b] = [mean(0), mean(1)];
  return Math.sqrt(pairs.reduce((sum, [x, y]) => sum + (x - a - (y - b)) ** 2, 0) / pairs.length);
}
