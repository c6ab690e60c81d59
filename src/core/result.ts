/** An expected outcome: either a value, or what was wrong in words that say what to do. */
export type Result<T, E = string> = { ok: true; value: T } | { ok: false; error: E };

export const good = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const bad = <E>(error: E): { ok: false; error: E } => ({ ok: false, error });
