import { Worker } from "node:worker_threads";
import { SEARCH_STEPS, type SearchStep } from "@/core/supply/searchStep";
import type { Searched, SearchInput } from "@/shop/buyingSearch";
import type { Helpers } from "@/shop/buying";
import type { Search } from "@/shop/searches";
import { jointAside } from "./jointPool";
import { bringAside } from "./linesPool";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";
import { newSlate, read, stop, type Slate } from "./slate";

/** After so long a search ends with what stands by then, as if somebody had stopped it. */
const LONG_ENOUGH_MS = 40_000;
/** What does not stop when it is told to is broken. */
const DEADLINE_MS = 60_000;

export type SlateInput = { readonly input: SearchInput; readonly slate: Slate };

const pool = oneForAll(
  "buying",
  () => new Pool<SlateInput, Searched | null>(() => new Worker(new URL("./buying.worker.ts", import.meta.url)), 16, 1),
);

/** A proposal, worked out beside the server's thread: how far it is can be read, and it can be stopped. */
export const searchAside: Search = (input) => {
  const slate = newSlate();
  const timer = setTimeout(() => stop(slate), LONG_ENOUGH_MS);
  timer.unref();
  const done = pool.run({ input, slate }, DEADLINE_MS).then((answer) => {
    clearTimeout(timer);
    return answer.ok ? answer.value : null;
  });
  const step = (): SearchStep => {
    const { what, done: behind, of, least } = read(slate);
    return { what: SEARCH_STEPS[what] ?? "waiting", done: behind, of, leastMinor: least < 0 ? null : least };
  };
  return { done, step, stop: () => stop(slate) };
};

/** How Buying works for pages: beside the server's thread, and no page waits long for what is not there yet. */
export const ASIDE: Helpers = {
  search: searchAside,
  bring: bringAside,
  patienceMs: 1_500,
  store: (placed) => jointAside("storeJoint", placed),
};
