export type Asked<T> = { ok: true; value: T } | { ok: false; says: string };

/** Asks a route of the bench; what it does not answer is said in words. */
export async function asked<T>(path: string, body: unknown, signal?: AbortSignal): Promise<Asked<T>> {
  try {
    const answer = await fetch(path, { method: "POST", body: JSON.stringify(body), signal: signal ?? null });
    const read = (await answer.json()) as T & { error?: string };
    return answer.ok ? { ok: true, value: read } : { ok: false, says: read.error ?? "The bench did not understand this." };
  } catch {
    return { ok: false, says: "The bench does not answer. Nothing is lost: try again." };
  }
}
