import { LRUCache } from "lru-cache";

type Read<T> = { readonly text: string; readonly is: T };

/** Holds for all that it holds: nobody changes for others what all of them are given. */
function frozen<T>(value: T): T {
  if (typeof value !== "object" || value === null || Object.isFrozen(value)) return value;
  for (const one of Object.values(value)) frozen(one);
  return Object.freeze(value);
}

/**
 * What is stored is read and checked once: as long as the same text stands under a name, the same thing is given again, which nobody can
 * change. What does not read is not kept.
 *
 * @param most names at once; the one that was not asked for the longest goes
 */
export function readOnce<T>(most: number): (name: string, text: string, read: () => T) => T {
  const known = new LRUCache<string, Read<T>>({ max: most });
  return (name, text, read) => {
    const before = known.get(name);
    if (before?.text === text) return before.is;
    const is = frozen(read());
    known.set(name, { text, is });
    return is;
  };
}
