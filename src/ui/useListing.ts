"use client";

import { useEffect, useRef, useState } from "react";

/** Long enough that a word typed at speed is one question to the server, ms. */
const TYPING_PAUSE_MS = 120;

/** A list that follows what is typed: the page's own first answer until the address asks for another, then the server's latest. */
export function useListing<T>(address: string, first: T): T {
  const asked = useRef(address);
  const [list, setList] = useState(first);
  useEffect(() => {
    if (address === asked.current) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      fetch(address, { signal: stop.signal })
        .then((answer) => answer.json())
        .then((rows: T) => {
          asked.current = address;
          setList(rows);
        })
        .catch(() => undefined);
    }, TYPING_PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [address]);
  return list;
}
