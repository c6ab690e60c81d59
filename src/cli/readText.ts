const toStderr = (says: string): void => void process.stderr.write(says);

/** Input that is no UTF-8, in words. */
export class NotText extends Error {}

const hasMark = (bytes: Uint8Array): boolean => bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf;

/**
 * @param tell hears that a mark of byte order at the beginning was left out: whoever compares sizes or hashes wants to know
 * @throws NotText for bytes that are no UTF-8
 */
export function readText(bytes: Uint8Array, tell: (says: string) => void = toStderr): string {
  if (hasMark(bytes)) tell("a byte order mark stands at the beginning of the input: it is left out\n");
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    const wide = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
    throw new NotText(wide ? "the input is UTF-16: save it as UTF-8" : "the input is not UTF-8");
  }
}
