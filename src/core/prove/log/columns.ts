import type { LogPoint } from "./rawLog";

/** What a column of a recording can be. */
export const ROLES = [
  "time",
  "latitude",
  "longitude",
  "height",
  "way",
  "speed",
  "power from the pack",
  "current from the pack",
  "volts of the pack",
  "power of the rider",
  "cadence",
  "motor's temperature",
  "nothing that is used",
] as const;
export type Role = (typeof ROLES)[number];

/** Units of each role, the first the one that it is kept in, with how many of that one of them is. */
export const ROLE_UNITS: Readonly<Record<Role, Readonly<Record<string, number>>>> = {
  time: { s: 1, ms: 0.001, min: 60, "date and time": 1 },
  latitude: { "°": 1 },
  longitude: { "°": 1 },
  height: { m: 1, ft: 0.3048 },
  way: { m: 1, km: 1000, mi: 1609.344, ft: 0.3048 },
  speed: { "m/s": 1, "km/h": 1 / 3.6, mph: 0.44704 },
  "power from the pack": { W: 1, kW: 1000 },
  "current from the pack": { A: 1, mA: 0.001 },
  "volts of the pack": { V: 1, mV: 0.001 },
  "power of the rider": { W: 1 },
  cadence: { rpm: 1 },
  "motor's temperature": { "°C": 1, "°F": 1 },
  "nothing that is used": { "": 1 },
};

export const FIELDS: Readonly<Partial<Record<Role, Exclude<keyof LogPoint, "t">>>> = {
  latitude: "latDeg",
  longitude: "lonDeg",
  height: "heightM",
  way: "wayM",
  speed: "speedMs",
  "power from the pack": "motorW",
  "current from the pack": "packA",
  "volts of the pack": "packV",
  "power of the rider": "riderW",
  cadence: "cadenceRpm",
  "motor's temperature": "windingC",
};

/** What a column was said to be. */
export type Said = { readonly role: Role; readonly unit: string };

/** A column's head as it was understood; in doubt where a unit or a meaning is not said: `asks` says what to ask then. */
export type Understood = { readonly head: string; readonly said: Said; readonly asks: string | null };

const UNIT_WORDS: Readonly<Record<string, string>> = {
  kmh: "km/h",
  "km/h": "km/h",
  kph: "km/h",
  mph: "mph",
  "m/s": "m/s",
  mps: "m/s",
  ms: "ms",
  s: "s",
  sec: "s",
  seconds: "s",
  min: "min",
  m: "m",
  metres: "m",
  meters: "m",
  km: "km",
  mi: "mi",
  miles: "mi",
  ft: "ft",
  w: "W",
  watts: "W",
  kw: "kW",
  a: "A",
  amps: "A",
  ma: "mA",
  v: "V",
  volts: "V",
  mv: "mV",
  c: "°C",
  degc: "°C",
  "°c": "°C",
  f: "°F",
  "°f": "°F",
  rpm: "rpm",
};

/** Words of heads, as whole words, the first that is met counts; `unit` is taken where the head says none and it is the usual one. */
const HEADS: readonly { readonly words: readonly string[]; readonly role: Role; readonly unit: string | null }[] = [
  { words: ["timestamp", "datetime", "date"], role: "time", unit: "date and time" },
  { words: ["time", "elapsed", "t", "seconds"], role: "time", unit: "s" },
  { words: ["lat", "latitude"], role: "latitude", unit: "°" },
  { words: ["lon", "lng", "long", "longitude"], role: "longitude", unit: "°" },
  { words: ["cadence", "cad"], role: "cadence", unit: "rpm" },
  { words: ["human", "rider", "pedal", "legs"], role: "power of the rider", unit: "W" },
  { words: ["temperature", "temp", "winding"], role: "motor's temperature", unit: "°C" },
  { words: ["voltage", "volts", "volt"], role: "volts of the pack", unit: "V" },
  { words: ["current", "amps", "ampere"], role: "current from the pack", unit: "A" },
  { words: ["battery", "motor", "electric", "electrical", "pack"], role: "power from the pack", unit: "W" },
  { words: ["power", "watts"], role: "power from the pack", unit: null },
  { words: ["speed", "velocity"], role: "speed", unit: null },
  { words: ["altitude", "alt", "elevation", "ele", "height"], role: "height", unit: "m" },
  { words: ["distance", "dist", "way"], role: "way", unit: null },
];

/** Words of a head: `Speed (km/h)`, `battery_current`, `packV`. */
const wordsOf = (head: string): string[] =>
  head
    .replace(/([a-z]{3})([A-Z])/g, "$1 $2")
    .toLowerCase()
    .split(/[^a-z°/]+/)
    .filter((word) => word !== "");

/** What a column is by its head, and what is not sure about it. */
export function understood(head: string): Understood {
  const words = wordsOf(head);
  const units = words.flatMap((word) => (Object.hasOwn(UNIT_WORDS, word) ? [UNIT_WORDS[word]!] : []));
  const named = HEADS.find((one) => words.some((word) => one.words.includes(word)));
  const electrical = words.some((word) => ["battery", "pack", "motor", "electric", "electrical"].includes(word));
  // "Battery voltage" is volts: the quantity goes before the thing, which is told apart by the order of the rows.
  if (!named) return { head, said: { role: "nothing that is used", unit: "" }, asks: null };
  const { role } = named;
  const fits = units.find((unit) => Object.hasOwn(ROLE_UNITS[role], unit));
  // Of current, volts and power the unit alone tells the quantity: "Battery (V)".
  if (role === "power from the pack" && !fits && (units.includes("V") || units.includes("A")))
    return {
      head,
      said: units.includes("V") ? { role: "volts of the pack", unit: "V" } : { role: "current from the pack", unit: "A" },
      asks: null,
    };
  if (role === "power from the pack" && named.unit === null && !electrical)
    return { head, said: { role, unit: fits ?? "W" }, asks: "Is this power from the pack, or of the rider's legs?" };
  const unit = fits ?? named.unit;
  if (unit !== null) return { head, said: { role, unit }, asks: null };
  const [first] = Object.keys(ROLE_UNITS[role]);
  return { head, said: { role, unit: first! }, asks: `In what unit is it: ${Object.keys(ROLE_UNITS[role]).join(", ")}?` };
}
