"use client";

import { useCallback, useMemo, useSyncExternalStore } from "react";

/**
 * One place for all that is typed and not stored yet, on this machine, for as long as the window lives: another stage, a reload, a
 * refusal and an answer that is late leave it as it is. It goes when what was stored is what stands in the box, or when it is dropped.
 */
const PREFIX = "gull-typed ";
type Kept = { readonly text: string; /** What stood in the box when typing began. */ readonly from: string };

const listeners = new Set<() => void>();
const memory = new Map<string, Kept | null>();

function read(key: string): Kept | null {
  const known = memory.get(key);
  if (known !== undefined) return known;
  const raw = window.sessionStorage.getItem(PREFIX + key);
  const kept = raw === null ? null : parsed(raw);
  memory.set(key, kept);
  return kept;
}

function parsed(raw: string): Kept | null {
  try {
    const { text, from } = JSON.parse(raw) as Partial<Kept>;
    return typeof text === "string" && typeof from === "string" ? { text, from } : null;
  } catch {
    return null;
  }
}

function write(key: string, kept: Kept | null): void {
  memory.set(key, kept);
  try {
    if (kept === null) window.sessionStorage.removeItem(PREFIX + key);
    else window.sessionStorage.setItem(PREFIX + key, JSON.stringify(kept));
  } catch {
    // A full store keeps no more: the text still stands in the box.
  }
  for (const listener of listeners) listener();
}

let going = false;

/** Asks before the window is closed while something typed is in it. */
function warn(event: BeforeUnloadEvent): void {
  if (![...memory.values()].some((kept) => kept !== null && kept.text !== kept.from)) return;
  going = true;
  event.preventDefault();
}

/** Whoever types or points again has stayed. */
const stays = () => void (going = false);

/**
 * The window was asked to close or to load anew, and nobody has touched it since. The question takes the focus out of the box, which is
 * not somebody leaving it: what would be stored then is stored while the next page is already drawn from what stood before.
 */
export const isGoing = (): boolean => going;

const subscribe = (listener: () => void): (() => void) => {
  if (listeners.size === 0) {
    window.addEventListener("beforeunload", warn);
    for (const act of ["keydown", "pointerdown"]) window.addEventListener(act, stays, true);
  }
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    window.removeEventListener("beforeunload", warn);
    for (const act of ["keydown", "pointerdown"]) window.removeEventListener(act, stays, true);
  };
};

export type Draft = {
  /** As typed; null while nothing is. */
  readonly draft: string | null;
  /** What the box shows. */
  readonly text: string;
  /** Something else stands there now than when typing began. */
  readonly overtaken: boolean;
  readonly put: (text: string | null) => void;
  /** This text is stored: it goes, if nothing was typed on meanwhile. */
  readonly stored: (text: string) => void;
};

/** @param stands what is stored, as the box would show it */
export function useDraft(key: string, stands: string): Draft {
  const kept = useSyncExternalStore(
    subscribe,
    () => read(key),
    () => null,
  );
  const put = useCallback(
    (text: string | null) => write(key, text === null ? null : { text, from: read(key)?.from ?? stands }),
    [key, stands],
  );
  const stored = useCallback(
    (text: string) => {
      const now = read(key);
      if (now?.text === text) write(key, null);
      // Typed on while it was stored: what stands is what was sent, and not somebody else's.
      else if (now !== null) write(key, { ...now, from: text });
    },
    [key],
  );
  return useMemo(
    () => ({
      draft: kept?.text ?? null,
      text: kept?.text ?? stands,
      overtaken: kept !== null && kept.from.trim() !== stands.trim(),
      put,
      stored,
    }),
    [kept, stands, put, stored],
  );
}

/** Text that begins empty and is stored elsewhere than in its box: a note, a line to add. An empty one is none. */
export function useKeptText(key: string): [text: string, setText: (text: string) => void, stored: (text: string) => void] {
  const { text, put, stored } = useDraft(key, "");
  const set = useCallback((next: string) => put(next === "" ? null : next), [put]);
  return [text, set, stored];
}

const never = () => () => undefined;

/** False while a page stands as the server sent it: what only this machine knows is shown after that. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
