type Raw = Readonly<Record<string, unknown>>;

const record = (value: unknown): Raw => (typeof value === "object" && value !== null ? (value as Raw) : {});
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/**
 * What somebody typed, over what stands now: only what they changed of what they had seen is theirs.
 * @param group the field whose own fields are held against each other one by one
 */
export function recordMerged(seen: Raw, mine: Raw, now: Raw, group: string): Raw {
  const merged = (was: Raw, typed: Raw, stands: Raw): Raw =>
    Object.fromEntries(
      [...new Set([...Object.keys(stands), ...Object.keys(typed)])].flatMap((key) => {
        const from = same(was[key], typed[key]) ? stands : typed;
        return key in from ? [[key, from[key]]] : [];
      }),
    );
  return { ...merged(seen, mine, now), [group]: merged(record(seen[group]), record(mine[group]), record(now[group])) };
}
