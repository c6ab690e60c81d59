import { bad, good, type Result } from "../result";

/**
 * Kinds of which each piece is known by the number on its label: what a maker calls back, and what a warranty asks for, goes by it
 * (common practice).
 */
const NUMBERED: ReadonlySet<string> = new Set(["hub-motor", "mid-motor", "frame-motor", "battery", "controller", "kit"]);
export const isNumbered = (kind: string): boolean => NUMBERED.has(kind);
/** A kit's number is on its box; what is fitted has a label of its own. */
export const hasOwnNumber = (kind: string): boolean => isNumbered(kind) && kind !== "kit";

/** Serial numbers as they are typed or scanned: one a line, or with commas between. @example readSerials("A1\n A2, A3") // => ["A1", "A2", "A3"] */
export const readSerials = (typed: string): string[] =>
  typed
    .split(/[\n\r,;]+/)
    .map((one) => one.trim())
    .filter((one) => one !== "");

/** A number is the same however its letters are typed, and wherever a reader put spaces. */
export const plainSerial = (serial: string): string => serial.replace(/\s+/g, "").toUpperCase();

export const sameSerial = (one: string, other: string): boolean => plainSerial(one) === plainSerial(other);

/**
 * Looks at the serial numbers written with one line of a delivery.
 * @param cameWith the order with which a piece of this part and number came before; undefined where none did
 * @returns what is wrong with them, in words
 */
export function checkSerials(
  serials: readonly string[],
  pieces: number,
  name: string,
  cameWith: (serial: string) => string | undefined,
): Result<true> {
  if (serials.length > pieces)
    return bad(
      `${name}: ${serials.length} serial numbers are written and ${pieces === 1 ? "one piece" : `${pieces} pieces`} came.`,
    );
  const seen = new Set<string>();
  for (const serial of serials) {
    const plain = plainSerial(serial);
    if (seen.has(plain)) return bad(`${name}: the serial number ${serial} is written twice.`);
    seen.add(plain);
    const before = cameWith(plain);
    if (before !== undefined)
      return bad(`${name}: a piece with the serial number ${serial} came with ${before} already. Look at the label again.`);
  }
  return good(true);
}
