/** The kinds of quantity that people type into Gull Bench, each with its stored unit and the others it may be shown in. */
export type Dimension = "length" | "mass" | "distance" | "speed";

type UnitRow = { readonly unit: string; readonly words: readonly string[]; readonly perUnit: number; readonly digits: number };

/** `perUnit`: stored units in one of this unit. Exact by definition: inch 25.4 mm, pound 0.45359237 kg, mile 1.609344 km
 *  (S, international yard and pound agreement of 1959). The first row of each is the stored unit. */
export const DIMENSIONS: Record<Dimension, readonly UnitRow[]> = {
  length: [
    { unit: "mm", words: ["mm"], perUnit: 1, digits: 1 },
    { unit: "in", words: ["in", "inch", "inches", '"', "″", "”", "''"], perUnit: 25.4, digits: 3 },
    { unit: "cm", words: ["cm"], perUnit: 10, digits: 2 },
    { unit: "m", words: ["m"], perUnit: 1000, digits: 4 },
    { unit: "ft", words: ["ft", "foot", "feet", "'", "′", "’"], perUnit: 304.8, digits: 3 },
  ],
  mass: [
    { unit: "kg", words: ["kg", "kilo", "kilos"], perUnit: 1, digits: 1 },
    { unit: "lb", words: ["lb", "lbs", "pound", "pounds"], perUnit: 0.45359237, digits: 1 },
    { unit: "g", words: ["g"], perUnit: 0.001, digits: 0 },
  ],
  distance: [
    { unit: "km", words: ["km"], perUnit: 1, digits: 1 },
    { unit: "mi", words: ["mi", "mile", "miles"], perUnit: 1.609344, digits: 1 },
    { unit: "m", words: ["m", "metre", "metres"], perUnit: 0.001, digits: 0 },
  ],
  speed: [
    { unit: "km/h", words: ["km/h", "kmh", "kph"], perUnit: 1, digits: 1 },
    { unit: "mph", words: ["mph"], perUnit: 1.609344, digits: 1 },
  ],
};

/** Which of the two shown systems a screen is in. */
export type UnitSystem = "metric" | "imperial";

/** The unit that a dimension is shown and typed in under a system. */
export function shownUnit(dimension: Dimension, system: UnitSystem): string {
  const rows = DIMENSIONS[dimension];
  return (system === "metric" ? rows[0] : rows[1])!.unit;
}
