import { bad, good, type Result } from "@/core/result";

/**
 * A request's body, counted as it comes in and cut off past the limit, whatever its head says of its length.
 * @param most bytes
 */
export async function readBody(request: Request, most: number): Promise<Result<Uint8Array<ArrayBuffer>>> {
  const tooLarge = bad(`The body is larger than ${most / 1_000_000} MB.`);
  if (Number(request.headers.get("content-length") ?? 0) > most) return tooLarge;
  const reader = request.body?.getReader();
  const pieces: Uint8Array[] = [];
  let length = 0;
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    length += value.length;
    if (length > most) {
      await reader.cancel().catch(() => undefined);
      return tooLarge;
    }
    pieces.push(value);
  }
  const whole = new Uint8Array(length);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return good(whole);
}

/** Brackets inside brackets so deep are nobody's figures: reading them would hold up everyone. */
const MOST_DEEP = 200;

/** JSON out of a body; refused when it is none, too large or too deep. */
export async function readJson(request: Request, most: number): Promise<Result<unknown>> {
  const body = await readBody(request, most);
  if (!body.ok) return body;
  const text = new TextDecoder().decode(body.value);
  let [deep, quoted] = [0, false];
  for (let i = 0; i < text.length; i += 1) {
    const letter = text[i];
    if (quoted) {
      if (letter === "\\") i += 1;
      else if (letter === '"') quoted = false;
    } else if (letter === '"') quoted = true;
    else if (letter === "[" || letter === "{") {
      deep += 1;
      if (deep > MOST_DEEP) return bad("not JSON of any use: it is nested too deep");
    } else if (letter === "]" || letter === "}") deep -= 1;
  }
  try {
    return good(JSON.parse(text) as unknown);
  } catch {
    return bad("not JSON");
  }
}
