"use client";

import { Modal, type ModalProps } from "antd";
import { CaretFirst } from "./CaretFirst";

/** A dialog: where it has a box to type in, the caret stands there as soon as it shows. */
export function Dialog({ children, ...props }: ModalProps) {
  return (
    <Modal {...props}>
      <CaretFirst>{children}</CaretFirst>
    </Modal>
  );
}
