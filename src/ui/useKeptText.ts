"use client";

import { useCallback, useState } from "react";

const PREFIX = "gull-typed ";

/** Text that is being typed: it is there again after another step, stage or reload on this machine, until it is stored or cleared. */
export function useKeptText(key: string): [text: string, setText: (text: string) => void] {
  const [text, setText] = useState(() =>
    typeof window === "undefined" ? "" : (window.sessionStorage.getItem(PREFIX + key) ?? ""),
  );
  const put = useCallback(
    (next: string) => {
      setText(next);
      if (next === "") window.sessionStorage.removeItem(PREFIX + key);
      else window.sessionStorage.setItem(PREFIX + key, next);
    },
    [key],
  );
  return [text, put];
}
