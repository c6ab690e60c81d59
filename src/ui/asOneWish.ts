/** Names one wish, so that it may be sent again when no answer came. */
function newRequest(): string {
  // Not every browser in a workshop makes whole ids: random bytes are had everywhere.
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}

const AGAIN_MS = 700;

/**
 * Sends once more what got no answer: whoever takes it in knows the request, and does it once.
 * @throws what the second sending throws
 */
async function sendSafely<T>(send: () => Promise<T>): Promise<T> {
  try {
    return await send();
  } catch {
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    return send();
  }
}

/** Why no answer came: signed out, or the bench does not answer. */
export async function whyNoAnswer(): Promise<{ title: string; says: string }> {
  const status = await fetch("/api/jobs?limit=1").then(
    (answer) => answer.status,
    () => 0,
  );
  return status === 401
    ? {
        title: "You are signed out",
        says: "Nothing was stored. Sign in again in another window; what you typed is still here.",
      }
    : {
        title: "The bench does not answer",
        says: "It is not known whether this was stored. What you typed is still here: do it again when the server is back, it is never done twice.",
      };
}

/** What got no answer, by what it asks for: asked again by hand, it is the same wish. */
const unanswered = new Map<string, string>();

/** Sends a wish with a request that names it; one that got no answer before is sent as the same wish again. @throws when none comes */
export async function asOneWish<T>(wish: string, send: (request: string) => Promise<T>): Promise<T> {
  const request = unanswered.get(wish) ?? newRequest();
  unanswered.set(wish, request);
  const answer = await sendSafely(() => send(request));
  unanswered.delete(wish);
  return answer;
}
