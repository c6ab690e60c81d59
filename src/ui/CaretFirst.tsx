"use client";

import { useEffect, useRef, type ReactNode } from "react";

/** A box that a dialog or a question is opened to type in. */
export const FIRST_BOX = { "data-first": true } as const;

/** So many frames what opens may take to show. */
const PATIENCE = 60;

/**
 * Puts the caret into the first box of what opens over the page, as soon as it shows. Until then the focus is on the button that opened
 * it or on the library's own way out, and a space in what somebody types at once would press that.
 */
export function CaretFirst({ children }: { children: ReactNode }) {
  const body = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const box = body.current?.querySelector<HTMLElement>("[data-first]");
    if (!box) return;
    let frame = 0;
    const stand = (left: number) => {
      // What does not show yet takes no focus.
      box.focus();
      if (document.activeElement !== box && left > 0) frame = requestAnimationFrame(() => stand(left - 1));
    };
    stand(PATIENCE);
    return () => cancelAnimationFrame(frame);
  }, []);
  return <div ref={body}>{children}</div>;
}
