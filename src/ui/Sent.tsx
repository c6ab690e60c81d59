"use client";

import { useSyncExternalStore } from "react";

const BLOCK = "sent";
const never = () => () => undefined;

/** What a page shows, as JSON, put where no script reads it as its own; the page's form has its mark there. */
export const Sent = ({ nonce, json }: { nonce: string; json: string }) => (
  <script id={BLOCK} type="application/json" nonce={nonce} dangerouslySetInnerHTML={{ __html: json }} suppressHydrationWarning />
);

let first: string | null = null;
/** Read once: should the page be rendered anew, its mark stands there. */
const read = (): string | null => (first ??= document.getElementById(BLOCK)?.textContent ?? null);

/**
 * What a page shows, as JSON.
 * @param given null where the page was filled in after it was rendered
 * @returns null on the server, and in the browser until it has taken the page over
 */
export function useSent(given: string | null): string | null {
  const inPage = useSyncExternalStore(
    never,
    () => (given === null ? read() : null),
    () => null,
  );
  return given ?? inPage;
}
