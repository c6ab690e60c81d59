/** Steps of a job given to somebody from a moment on, wall minutes. */
export type MoveWish = {
  readonly jobId: string;
  readonly steps: readonly string[];
  readonly personId: string;
  readonly startMin: number;
};

export type Asked<T> = { ok: true; value: T } | { ok: false; says: string };

/** Asks a route of the bench; what it does not answer is said in words. */
export async function asked<T>(path: string, body: unknown, signal?: AbortSignal): Promise<Asked<T>> {
  try {
    const answer = await fetch(path, { method: "POST", body: JSON.stringify(body), signal: signal ?? null });
    const read = (await answer.json()) as T & { error?: string };
    if (answer.ok && read.error === undefined) return { ok: true, value: read };
    return { ok: false, says: read.error ?? "The bench did not understand this." };
  } catch {
    return { ok: false, says: "The bench does not answer. Nothing is lost: try again." };
  }
}
