import type { Searching, SearchStep } from "@/core/supply/searchStep";
import { searchBuying, type SearchInput, type Searched } from "./buyingSearch";

/** A search that somebody works out. */
export type UnderWay = {
  /** null where it was given up */
  readonly done: Promise<Searched | null>;
  readonly step: () => SearchStep;
  /** It ends soon, with what stands by then. */
  readonly stop: () => void;
};
/** Begins a search, wherever it runs. */
export type Search = (input: SearchInput) => UnderWay;

const NOTHING_YET: SearchStep = { what: "waiting", done: 0, of: 1, leastMinor: null };

/** In this very thread: for who has nobody else to serve. */
export const searchHere: Search = (input) => ({
  done: searchBuying(input),
  step: () => NOTHING_YET,
  stop: () => undefined,
});

/** So long a search runs on that nobody asks for any more: a page asks again about every second. */
const UNASKED_MS = 8_000;
const LOOK_MS = 1_000;
const MOST_KEPT = 40;

type Run = UnderWay & { asked: number; waiting: number; dropped: boolean };

/** Proposals of before, and those that are being worked out: who asks for the same joins in. */
const kept = new Map<string, Searched>();
const running = new Map<string, Run>();

export type Found = { readonly found: Searched | null; readonly searching: Searching | null };

/**
 * What a search finds, once for all who ask for it.
 *
 * @param id names all that it is worked out of
 * @param patienceMs after so long the answer is how far it is; Infinity: to its end
 */
export async function searchFor(id: string, input: () => SearchInput, search: Search, patienceMs: number): Promise<Found> {
  const known = kept.get(id);
  if (known) return { found: known, searching: null };
  const run = running.get(id) ?? begin(id, search(input()));
  run.asked = Date.now();
  run.waiting += 1;
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<"late">((resolve) => {
    if (patienceMs < Infinity) timer = setTimeout(() => resolve("late"), patienceMs);
  });
  const found = await Promise.race([run.done, late]);
  clearTimeout(timer);
  run.waiting -= 1;
  return found === "late" ? { found: null, searching: { id, ...run.step() } } : { found, searching: null };
}

function begin(id: string, search: UnderWay): Run {
  const run: Run = { ...search, asked: Date.now(), waiting: 0, dropped: false };
  running.set(id, run);
  const look = setInterval(() => {
    if (run.waiting > 0 || Date.now() - run.asked < UNASKED_MS) return;
    run.dropped = true;
    run.stop();
  }, LOOK_MS);
  look.unref();
  void run.done.then(
    (found) => end(found),
    () => end(null),
  );
  const end = (found: Searched | null) => {
    clearInterval(look);
    running.delete(id);
    // What was stopped because nobody waited for it is half of what the next one wants.
    if (!found || (run.dropped && found.stopped)) return;
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(id, found);
  };
  return run;
}

/** Ends a search with what stands by then. */
export const stopSearch = (id: string): void => running.get(id)?.stop();

/** Forgets a search that was stopped: who asks next has it worked out to its end. */
export function searchOn(id: string): void {
  if (kept.get(id)?.stopped) kept.delete(id);
}
