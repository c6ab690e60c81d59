import { bad, good, type Result } from "../result";
import { climbOf, type Profile } from "./profile";

export type RouteByHand = { distanceKm: number; climbM: number; hillPercent: number | null; hillKm: number | null };

/**
 * A route of which only the figures are known, as a profile: the worst hill in its middle, the rest of the climb in even waves of
 * 4 % (common practice for rolling country), all of it down again, so that it ends as high as it began.
 * @param p distance over 0, climb 0 or more; the hill's grade and length, or null for none
 * @returns the profile, or which figure does not go with the others
 */
export function routeByHand(p: RouteByHand): Result<Profile> {
  const lengthM = 1000 * p.distanceKm;
  if (!(lengthM >= 50 && lengthM <= 2_000_000)) return bad("The distance must be 0.05 to 2,000 km.");
  const stepM = Math.max(25, lengthM / 2000);
  const steps = Math.max(2, Math.round(lengthM / stepM));
  const grade = (p.hillPercent ?? 0) / 100;
  const hillM = grade > 0 ? 1000 * (p.hillKm ?? 0) : 0;
  const rise = Math.sin(Math.atan(grade)) * hillM;
  if (rise > p.climbM + 0.5)
    return bad(
      `The worst hill alone climbs ${Math.round(rise)} m, more than the ${Math.round(p.climbM)} m asked for the whole way.`,
    );
  if (2 * hillM > lengthM) return bad("The worst hill up and down again is longer than the whole way.");
  const rest = p.climbM - rise;
  const flatM = lengthM - 2 * hillM;
  // As steep as it must be where 4 % over half of the rest would not climb enough.
  const wave = flatM > 0 ? Math.max(0.04, (2 * rest) / flatM) : 0;
  if (rest > 0.5 && !(wave < 0.4)) return bad("So much climb on so short a way would be over 40 %: check both.");
  const waves = Math.max(1, Math.round(flatM / 4000));
  const wavyM = rest > 0.5 ? rest / wave : 0;
  const heightAt = (at: number): number => {
    const start = lengthM / 2 - hillM;
    const hill =
      at <= start
        ? 0
        : at <= start + hillM
          ? (at - start) * (rise / (hillM || 1))
          : Math.max(0, rise - (at - start - hillM) * (rise / (hillM || 1)));
    const flatAt = at <= start ? at : at >= lengthM - start ? at - 2 * hillM : start;
    const period = flatM / waves;
    const within = flatAt - Math.floor(flatAt / period) * period;
    const up = wavyM / waves;
    return hill + wave * Math.max(0, Math.min(within, 2 * up - within, up));
  };
  const even = lengthM / steps;
  const elevationM = Array.from({ length: steps + 1 }, (_, k) => Number(heightAt(Math.min(lengthM, k * even)).toFixed(2)));
  const climbM = climbOf(elevationM);
  return good({ stepM: even, elevationM, plan: [], origin: null, climbBeforeM: climbM, climbM, repairs: [] });
}
