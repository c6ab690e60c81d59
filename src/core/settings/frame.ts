/** A message on the line, before it is framed. */
export type Message = { readonly sequence: number; readonly command: number; readonly payload: readonly number[] };

export const COMMANDS = { hello: 1, read: 2, stage: 3, commit: 4, drop: 5, refuse: 0x7f } as const;
/** An answer's command has this bit set. */
export const ANSWER = 0x80;

const START = 0xa5;
/** Start, length, sequence, command before the payload; two bytes of checksum after it. */
const HEAD = 4;
const TAIL = 2;
const MOST_PAYLOAD = 64;

/** CRC-16 of polynomial 0x1021 from 0xFFFF, most significant bit first (ITU-T V.41's polynomial). @example crc16([0x31, 0x32, 0x33, 0x34, 0x35, 0x36, 0x37, 0x38, 0x39]) // => 0x29b1 */
export function crc16(bytes: readonly number[]): number {
  let crc = 0xffff;
  for (const byte of bytes) {
    crc ^= byte << 8;
    for (let bit = 0; bit < 8; bit += 1) crc = crc & 0x8000 ? ((crc << 1) ^ 0x1021) & 0xffff : (crc << 1) & 0xffff;
  }
  return crc;
}

/** A message as bytes on the line: start, length of the payload, sequence, command, payload, checksum of all after the start. */
export function framed({ sequence, command, payload }: Message): number[] {
  if (payload.length > MOST_PAYLOAD) throw new RangeError("a message carries at most 64 bytes");
  const body = [payload.length, sequence & 0xff, command, ...payload];
  const crc = crc16(body);
  return [START, ...body, crc >> 8, crc & 0xff];
}

/**
 * The first whole message in what came over the line; what stands before it, and what does not hold its checksum, is passed over.
 * @returns the message and what is left after it; null while none is whole
 */
export function unframed(bytes: readonly number[]): { readonly message: Message; readonly rest: readonly number[] } | null {
  for (let at = 0; at < bytes.length; at += 1) {
    if (bytes[at] !== START) continue;
    const length = bytes[at + 1];
    if (length === undefined || length > MOST_PAYLOAD) continue;
    const end = at + HEAD + length + TAIL;
    if (end > bytes.length) continue;
    const body = bytes.slice(at + 1, at + HEAD + length);
    if (crc16(body) !== (bytes[end - 2]! << 8) + bytes[end - 1]!) continue;
    return { message: { sequence: body[1]!, command: body[2]!, payload: body.slice(3) }, rest: bytes.slice(end) };
  }
  return null;
}

/** A number of steps as four bytes, the most significant first. */
export const fourBytes = (steps: number): number[] => [24, 16, 8, 0].map((shift) => (steps >>> shift) & 0xff);
export const ofFour = (bytes: readonly number[]): number => bytes.slice(0, 4).reduce((sum, byte) => sum * 256 + byte, 0);
