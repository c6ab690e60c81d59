"use client";

import { useEffect, useState } from "react";
import type { Candidate, Candidates } from "@/core/job/candidates";

/** Fewer letters than this find everything and nothing. */
const FEWEST_LETTERS = 2;

/** Parts of the books whose name, maker or number holds what is typed; asked once the hand rests. */
export function usePartSearch(): {
  readonly find: string;
  readonly setFind: (text: string) => void;
  readonly found: readonly Candidate[];
  /** What the list says while it is empty. */
  readonly none: string;
} {
  const [find, setFind] = useState("");
  const [found, setFound] = useState<readonly Candidate[]>([]);
  const short = find.trim().length < FEWEST_LETTERS;
  useEffect(() => {
    if (short) return;
    const stop = new AbortController();
    const timer = setTimeout(
      () =>
        void fetch(`/api/parts/any?find=${encodeURIComponent(find)}`, { signal: stop.signal })
          .then((answer) => answer.json() as Promise<Candidates>)
          .then((list) => setFound(list.candidates))
          .catch(() => undefined),
      150,
    );
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [find, short]);
  return { find, setFind, found: short ? [] : found, none: short ? "type two letters or more" : "none" };
}
