"use client";

import { Dialog } from "@/ui/Dialog";
import { Key } from "@/ui/Key";

/** Every key of the stand and what it does. */
export function KeyList({ onClose }: { onClose: () => void }) {
  const rows: [string, string][] = [
    ["1 … 0", "a stage: Ask, Survey, Drive …; in Survey and while typing with Alt, which keeps what is typed"],
    ["f  F", "next and previous finding that is open"],
    ["Enter", "in Fit: accept the first remedy; in Survey: keep the reading and go on"],
    ["Space", "in Survey: keep the likely size where nothing is kept yet"],
    ["Esc", "in Survey: skip the item; in a dialog: close it"],
    ["+ − arrows", "on a drawing: larger, smaller, along"],
    ["m", "the next measurement"],
    ["g", "to the next step on this screen, which Enter takes; while typing with Alt"],
    ["/", "find"],
    ["u", "millimetres or inches"],
    ["b", "in Build: begin the step's timer, or pause it; while typing with Alt"],
    ["k", "in Build: the next witness mark or signature of the step has your name; while typing with Alt"],
    ["p", "print: the sheet, or in Build the work order"],
    ["z  y", "undo the last edit, do it again"],
    ["n", "in Jobs: a new job"],
    ["?", "this list"],
  ];
  return (
    <Dialog open onCancel={onClose} footer={null} title="Keys">
      <dl className="key-list">
        {rows.map(([key, says]) => (
          <div key={key}>
            <dt>
              <Key>{key}</Key>
            </dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
