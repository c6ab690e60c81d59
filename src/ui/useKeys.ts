"use client";

import { useHotkeys, type Options } from "react-hotkeys-hook";

/** Something that wants an answer first: a dialog or a question at a button. */
const ASKING = ".ant-modal-wrap, .ant-popconfirm:not(.ant-popover-hidden)";

/**
 * A key of the screen. It rests while something is typed and while a dialog is open, and what it does is all that it does: the letter
 * never ends in a field that it opens.
 */
export function useKeys(keys: string, act: (event: KeyboardEvent) => void, options: Options = {}) {
  useHotkeys(keys, act, {
    preventDefault: true,
    ...options,
    ignoreEventWhen: (event) => document.querySelector(ASKING) !== null || (options.ignoreEventWhen?.(event) ?? false),
  });
}
