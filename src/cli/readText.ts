/** Input that is no UTF-8, in words. */
export class NotText extends Error {}

/** @throws NotText for bytes that are no UTF-8; a mark of order at the beginning is left out */
export function readText(bytes: Uint8Array): string {
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    const wide = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
    throw new NotText(wide ? "the input is UTF-16: save it as UTF-8" : "the input is not UTF-8");
  }
}
