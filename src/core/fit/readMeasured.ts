import { typedNumber } from "../figures/schema";
import { bad, good, type Result } from "../result";
import type { StepMeasure } from "../standards/stepMeasures";
import { parseQuantity } from "../units/parseQuantity";

type Unit = StepMeasure["unit"];

/** Units that a figure may be typed in, and how many of the measure's one of them is. A milli is no mega: their letters count as they are. */
const UNITS: Readonly<Record<Exclude<Unit, "mm" | "m" | "km/h">, Readonly<Record<string, number>>>> = {
  N: { N: 1, n: 1, kN: 1000, kgf: 9.80665 },
  "%": { "%": 1 },
  s: { s: 1, S: 1, ms: 0.001 },
  A: { A: 1, a: 1, mA: 0.001, ma: 0.001 },
  V: { V: 1, v: 1, mV: 0.001, mv: 0.001 },
  kΩ: { kΩ: 1, k: 1, kOhm: 1, Ω: 0.001, Ohm: 0.001, ohm: 0.001, MΩ: 1000, M: 1000, MOhm: 1000 },
  Ah: { Ah: 1, ah: 1, mAh: 0.001, mah: 0.001 },
  "°C": { "°C": 1, C: 1, "°": 1 },
  MΩ: { MΩ: 1, M: 1, MOhm: 1, GΩ: 1000, kΩ: 0.001, k: 0.001, kOhm: 0.001, Ω: 0.000_001, Ohm: 0.000_001, ohm: 0.000_001 },
};

const REVERSED = "a minus says that the leads are the wrong way round: do not plug it in, and say that this check fails";

/**
 * What somebody typed of a reading, in the measure's unit; lengths and speeds in any unit that is read elsewhere.
 * @example readMeasured("150 mA", "A") // => { ok: true, value: 0.15 }
 */
export function readMeasured(text: string, unit: Unit): Result<number> {
  if (unit === "V" && /^\s*[-−–]/.test(text)) return bad(REVERSED);
  if (unit === "mm" || unit === "m" || unit === "km/h") {
    const read = parseQuantity(text, unit === "km/h" ? "speed" : "length", unit);
    if (!read.ok) return read;
    // Lengths are read in millimetres.
    return read.value >= 0 ? good(unit === "m" ? read.value / 1000 : read.value) : bad("it cannot be less than 0");
  }
  if (/^\s*\d{1,3},\d{3}(?!\d)/.test(text))
    return bad(`“${text.trim()}” can be read two ways: write it with a point, or without one`);
  const [, figure = "", word = ""] = /^\s*([-−+]?[\d.,]+)\s*(\S*)\s*$/u.exec(text) ?? [];
  const number = typedNumber(figure);
  // The two letters that look alike: Greek omega and the sign for ohm.
  const name = word.replace("\u2126", "Ω");
  const per = name === "" ? 1 : Object.hasOwn(UNITS[unit], name) ? UNITS[unit][name] : undefined;
  if (typeof number !== "number" || per === undefined || !Number.isFinite(number))
    return bad(`expected a figure in ${unit}, got “${text.slice(0, 40)}”`);
  return number >= 0 ? good(number * per) : bad("it cannot be less than 0");
}
