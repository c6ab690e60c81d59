"use client";

import { Input, Modal } from "antd";
import { useRef, useState } from "react";
import { PAD } from "@/core/job/signaturePad";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import { SignPad, type Drawn } from "../SignPad";

/** Who takes the bike signs for it, on the screen or on the paper; who hands it over is who is signed in. */
export function Receiving({ onClose }: { onClose: () => void }) {
  const { view, act, busy } = useJob();
  const { by } = useSettings();
  const [name, setName] = useState(view.job.wish.customer);
  const [says, setSays] = useState("");
  const pad = useRef<Drawn>(null);
  const take = async (onPaper: boolean) => {
    if (name.trim().length < 2) return setSays("Write the name of whoever takes the bike.");
    const strokes = onPaper ? null : pad.current!.strokes();
    if (strokes?.length === 0) return setSays("Nothing is drawn yet: sign in the box, or take it as signed on paper.");
    setSays("");
    const outcome = await act({ do: "hand over", customer: name.trim(), strokes }, "says here");
    if (outcome.done) onClose();
    else setSays(outcome.says ?? "");
  };
  return (
    <Modal open onCancel={onClose} footer={null} title="Hand it over" width={PAD.width + 48}>
      <p>
        {by} hands the bike over. The rider was shown charging, cut-offs, the settings, what to do when something smells, heats or
        loosens, and when to come back.
      </p>
      <label className="field">
        <span>Received by</span>
        <Input value={name} onChange={(event) => setName(event.target.value)} maxLength={80} aria-label="Received by" />
      </label>
      <SignPad ref={pad} />
      <div className="sign-deeds">
        <button className="button quiet" onClick={() => pad.current?.wipe()}>
          Wipe
        </button>
        <span className="fill" />
        <button className="button" disabled={busy} onClick={() => void take(true)}>
          It is signed on paper
        </button>
        <button className="button main-action" disabled={busy} onClick={() => void take(false)}>
          Received
        </button>
      </div>
      {says && <p className="bad">{says}</p>}
      <p className="small soft">
        What a signature on a screen is worth in law differs by place: where it matters, sign the paper.
      </p>
    </Modal>
  );
}
