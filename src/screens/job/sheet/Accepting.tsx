"use client";

import { Input, Modal } from "antd";
import { useRef, useState } from "react";
import { letterOf } from "@/core/job/letters";
import { PAD } from "@/core/job/signaturePad";
import { promiseFigure } from "@/core/promise/promiseText";
import { money } from "@/ui/format";
import { useJob } from "../JobContext";
import { SignPad, type Drawn } from "../SignPad";

/** The customer accepts a sheet: with a finger or a pen on the screen, or on paper. */
export function Accepting({ index, onClose }: { index: number; onClose: () => void }) {
  const { view, act, busy } = useJob();
  const one = view.job.given[index]!;
  const { sheet, promises } = one.whole!;
  const [name, setName] = useState(view.job.wish.customer);
  const [says, setSays] = useState("");
  const pad = useRef<Drawn>(null);
  const accept = async (onPaper: boolean) => {
    if (name.trim().length < 2) return setSays("Write the name of whoever accepts it.");
    const drawn = onPaper ? null : pad.current!.strokes();
    if (drawn?.length === 0) return setSays("Nothing is drawn yet: sign in the box, or take it as signed on paper.");
    setSays("");
    const answer = { how: "accepted" as const, name: name.trim(), strokes: drawn };
    const outcome = await act({ do: "answer sheet", given: index, expectMinor: one.allInMinor, answer }, "says here");
    if (outcome.done) onClose();
    else setSays(outcome.says ?? "");
  };
  const ready = promises.find((promise) => promise.id === "ready");
  return (
    <Modal open onCancel={onClose} footer={null} title={`Accept sheet ${letterOf(index)}`} width={PAD.width + 48}>
      <p>
        <b>{money(one.allInMinor, one.currency)}</b> all in, of it {money(sheet.depositMinor, one.currency)} with the order
        {ready?.predicted ? `; ready by ${promiseFigure("ready", ready.predicted, one.currency)} as things stand` : ""}. What is
        asked beyond it is asked first.
      </p>
      <label className="field">
        <span>Accepted by</span>
        <Input value={name} onChange={(event) => setName(event.target.value)} maxLength={80} aria-label="Accepted by" />
      </label>
      <SignPad ref={pad} />
      <div className="sign-deeds">
        <button className="button quiet" onClick={() => pad.current?.wipe()}>
          Wipe
        </button>
        <span className="fill" />
        <button className="button" disabled={busy} onClick={() => void accept(true)}>
          It is signed on paper
        </button>
        <button className="button main-action" disabled={busy} onClick={() => void accept(false)}>
          Accept
        </button>
      </div>
      {says && <p className="bad">{says}</p>}
      <p className="small soft">
        What a signature on a screen is worth in law differs by place: where it matters, sign the paper.
      </p>
    </Modal>
  );
}
