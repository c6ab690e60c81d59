"use client";

import { useEffect, useRef, useState } from "react";

/** Long enough that a word typed at speed is one question to the server, ms. */
const TYPING_PAUSE_MS = 120;

/** What is being worked out is asked for again after so long, ms. */
const AGAIN_MS = 1_500;

const NEVER = () => false;

/**
 * A list that follows what is typed: the page's own first answer until the address asks for another, then the server's latest. As long
 * as some of it is behind, it is asked for again.
 */
export function useListing<T>(address: string, first: T, isBehind: (list: T) => boolean = NEVER): T {
  const asked = useRef(address);
  const [list, setList] = useState(first);
  useEffect(() => {
    if (address === asked.current && !isBehind(list)) return;
    const stop = new AbortController();
    const timer = setTimeout(
      () => {
        fetch(address, { signal: stop.signal })
          .then((answer) => answer.json())
          .then((rows: T) => {
            asked.current = address;
            setList(rows);
          })
          .catch(() => undefined);
      },
      address === asked.current ? AGAIN_MS : TYPING_PAUSE_MS,
    );
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [address, list, isBehind]);
  return list;
}
