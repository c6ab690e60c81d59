"use client";

import { Modal, type ModalProps } from "antd";
import { useEffect, useRef, type ReactNode } from "react";

/** A box that a dialog is opened to type in. */
export const FIRST_BOX = { "data-first": true } as const;

/**
 * A dialog. Where it has a box to type in, the caret stands there as soon as it shows: until then the library's own way out has the
 * focus, and a space in what somebody types at once would press that.
 */
export function Dialog({ children, ...props }: ModalProps) {
  return (
    <Modal {...props}>
      <CaretFirst>{children}</CaretFirst>
    </Modal>
  );
}

/** So many frames a dialog may take to show. */
const PATIENCE = 60;

function CaretFirst({ children }: { children: ReactNode }) {
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
