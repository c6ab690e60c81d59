"use client";

import { Popconfirm } from "antd";
import { type KeyboardEvent, type ReactNode, type Ref, useCallback, useRef } from "react";

/** A button that asks before it acts where there is something to ask; else it acts at once. */
export function AskBefore({
  asks,
  yes,
  disabled,
  quiet = false,
  buttonRef,
  onYes,
  children,
}: {
  /** what is asked; null when there is nothing to ask */
  asks: string | null;
  yes: string;
  disabled: boolean;
  /** not the screen's main action */
  quiet?: boolean;
  /** for a box beside it whose Enter does the same as its click */
  buttonRef?: Ref<HTMLButtonElement>;
  onYes: (asked: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Popconfirm
      disabled={asks === null || disabled}
      title={asks}
      okText={yes}
      cancelText="Not yet"
      okButtonProps={{ autoFocus: true }}
      onConfirm={() => onYes(true)}
    >
      <button
        ref={buttonRef}
        className={`button${quiet ? "" : " main-action"}`}
        disabled={disabled}
        onClick={() => asks === null && onYes(false)}
      >
        {children}
      </button>
    </Popconfirm>
  );
}

/** The ref of such a button, and what Enter in a box beside it does: it presses the button, and does not answer its question too. */
export function useEnterAsks() {
  const button = useRef<HTMLButtonElement>(null);
  const enter = useCallback((event: KeyboardEvent) => {
    // The question takes the focus at once: the same key would go on to its answer.
    event.preventDefault();
    button.current?.click();
  }, []);
  return [button, enter] as const;
}
