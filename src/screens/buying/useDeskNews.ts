"use client";

import { useEffect, useRef } from "react";
import { NOTHING_NEW } from "@/core/supply/nothingNew";

/** A desk is asked so often while somebody looks; a page in the background asks nobody. */
const EVERY_MS = 60_000;

/**
 * Asks the order desks of suppliers what is new, at once and then every minute, as long as the page is looked at. What cannot be reached
 * is asked again later and said by nobody: whoever asks by hand is told.
 *
 * @param suppliers with whom something is open at their desk
 * @param onNews what a desk said, in words
 */
export function useDeskNews(suppliers: readonly string[], onNews: (says: string) => void) {
  const tell = useRef(onNews);
  useEffect(() => {
    tell.current = onNews;
  });
  const key = [...new Set(suppliers)].sort().join(" ");
  useEffect(() => {
    if (key === "") return;
    let ended = false;
    const round = async () => {
      if (document.visibilityState !== "visible") return;
      for (const supplierId of key.split(" ")) {
        // By a route: what is clicked meanwhile does not wait for a desk that is down.
        const answer = await fetch("/api/buying/news", { method: "POST", body: JSON.stringify({ supplierId }) }).catch(
          () => null,
        );
        const body = answer?.ok ? ((await answer.json().catch(() => null)) as { says?: string } | null) : null;
        if (!ended && body?.says !== undefined && body.says !== NOTHING_NEW) tell.current(body.says);
      }
    };
    void round();
    const timer = setInterval(() => void round(), EVERY_MS);
    return () => {
      ended = true;
      clearInterval(timer);
    };
  }, [key]);
}
