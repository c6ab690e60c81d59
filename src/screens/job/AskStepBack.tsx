"use client";

import { Dialog } from "@/ui/Dialog";

/** Asks before an edit is taken back, or done again, that others rely on already. */
export function AskStepBack({
  way,
  says,
  onYes,
  onClose,
}: {
  way: "undo" | "redo";
  says: string;
  onYes: () => void;
  onClose: () => void;
}) {
  return (
    <Dialog
      open
      title={way === "undo" ? "Take it back?" : "Do it again?"}
      okText={way === "undo" ? "Take it back" : "Do it again"}
      cancelText="Leave it"
      onOk={onYes}
      onCancel={onClose}
    >
      <p>{says}</p>
    </Dialog>
  );
}
