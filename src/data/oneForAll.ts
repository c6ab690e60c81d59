const holder = globalThis as unknown as { gullOnes?: Map<string, unknown> };

/**
 * One of it for the whole server: its pages, its routes and what starts with it are built apart, and each would have workers and
 * what is kept of its own. While it is worked on each has its own, as it was built last.
 */
export function oneForAll<T>(name: string, make: () => T): T {
  if (process.env.NODE_ENV !== "production") return make();
  const ones = (holder.gullOnes ??= new Map());
  if (!ones.has(name)) ones.set(name, make());
  return ones.get(name) as T;
}
