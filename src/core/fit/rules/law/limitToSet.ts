import { type LegalClass, legalClassOf, strictLimitKmh, UNDER_LIMIT_KMH } from "../../../standards/law";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, effectOf, partsOf } from "../../build";
import { isDone } from "../../remedies";

/** A throttle that pushes beyond walking pace. */
export const throttleRides = (build: Build) => partsOf(build, "throttle").length > 0 && !isDone(build, "throttle walks");

/** Where the assist ends in a class, km/h: as it is wished or was accepted; a wish of the class's own round figure is set under it, so that every reading of the text is met. */
export function kmhIn(row: LegalClass, build: Build): number {
  const wished = Math.min(build.asked.assistKmh ?? row.assistKmh, effectOf(build, "speedLimitKmh", Infinity));
  return wished > strictLimitKmh(row) && atMost(wished, row.assistKmh) ? row.assistKmh - UNDER_LIMIT_KMH : wished;
}

/** The limit that is set in the controller, km/h, and why that one; null while neither wish nor class says it. */
export function limitToSet(build: Build): { kmh: number; why: string } | null {
  const row = legalClassOf(build.asked.where, throttleRides(build));
  const accepted = effectOf(build, "speedLimitKmh", Infinity);
  if (!row) {
    // Of a place that is not among the classes the law's text is not known: under the figure every reading of it is met.
    const under = row === undefined ? UNDER_LIMIT_KMH : 0;
    const kmh = Math.min((build.asked.assistKmh ?? Infinity) - under, accepted);
    const asked = under > 0 ? `${formatNumber(under, 1)} km/h under what the customer asked` : "as the customer asked";
    return Number.isFinite(kmh) ? { kmh, why: kmh === accepted ? "as accepted in Fit" : asked } : null;
  }
  const kmh = kmhIn(row, build);
  return {
    kmh,
    why:
      kmh === accepted
        ? "as accepted in Fit"
        : kmh === build.asked.assistKmh
          ? "as the customer asked"
          : `under the ${formatNumber(row.assistKmh, 1)} km/h of the class, by every reading of it`,
  };
}
