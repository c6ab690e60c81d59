/** What a worker that is busy reckoning and the server's thread write for each other to read: whole numbers in shared memory. */
export type Slate = BigInt64Array;

const PLACES = { stopped: 0, what: 1, done: 2, of: 3, least: 4 } as const;
type Place = keyof typeof PLACES;

/** @returns a slate on which nothing is under way, and nothing is known to be the least */
export function newSlate(): Slate {
  const slate = new BigInt64Array(new SharedArrayBuffer(Object.keys(PLACES).length * BigInt64Array.BYTES_PER_ELEMENT));
  write(slate, { what: 0, done: 0, of: 1, least: -1 });
  return slate;
}

const get = (slate: Slate, place: Place) => Number(Atomics.load(slate, PLACES[place]));

export function write(slate: Slate, told: Readonly<Record<Exclude<Place, "stopped">, number>>): void {
  for (const [place, value] of Object.entries(told)) Atomics.store(slate, PLACES[place as Place], BigInt(Math.round(value)));
}

export const read = (slate: Slate) => ({
  what: get(slate, "what"),
  done: get(slate, "done"),
  of: get(slate, "of"),
  least: get(slate, "least"),
});

export const stop = (slate: Slate): void => void Atomics.store(slate, PLACES.stopped, 1n);
export const isStopped = (slate: Slate): boolean => get(slate, "stopped") === 1;
