"use client";

import { Input } from "antd";
import { Dialog } from "@/ui/Dialog";
import { useRef, useState, type ReactNode } from "react";
import { PAD, type Strokes } from "@/core/job/signaturePad";
import { useJob } from "./JobContext";
import { SignPad, type Drawn } from "./SignPad";

/**
 * Somebody signs, with a finger or a pen on the screen, or on paper.
 * @param onSign strokes are null where it was signed on paper   @returns why not, in words; empty where it is done
 */
export function Signing({
  title,
  by,
  says: asked,
  yes,
  children,
  onSign,
  onClose,
}: {
  title: string;
  /** The label of the name's box. */
  by: string;
  /** What is asked of who left no name. */
  says: string;
  yes: string;
  children: ReactNode;
  onSign: (name: string, strokes: Strokes | null) => Promise<string>;
  onClose: () => void;
}) {
  const { view, busy } = useJob();
  const [name, setName] = useState(view.job.wish.customer);
  const [says, setSays] = useState("");
  const pad = useRef<Drawn>(null);
  const sign = async (onPaper: boolean) => {
    if (name.trim().length < 2) return setSays(asked);
    const strokes = onPaper ? null : pad.current!.strokes();
    if (strokes?.length === 0) return setSays("Nothing is drawn yet: sign in the box, or take it as signed on paper.");
    setSays("");
    const why = await onSign(name.trim(), strokes);
    if (why === "") onClose();
    else setSays(why);
  };
  return (
    <Dialog open onCancel={onClose} footer={null} title={title} width={PAD.width + 48}>
      {children}
      <label className="field">
        <span>{by}</span>
        <Input value={name} onChange={(event) => setName(event.target.value)} maxLength={80} aria-label={by} />
      </label>
      <SignPad ref={pad} />
      <div className="sign-deeds">
        <button className="button quiet" onClick={() => pad.current?.wipe()}>
          Wipe
        </button>
        <span className="fill" />
        <button className="button" disabled={busy} onClick={() => void sign(true)}>
          It is signed on paper
        </button>
        <button className="button main-action" disabled={busy} onClick={() => void sign(false)}>
          {yes}
        </button>
      </div>
      {says && <p className="bad">{says}</p>}
      <p className="small soft">
        What a signature on a screen is worth in law differs by place: where it matters, sign the paper.
      </p>
    </Dialog>
  );
}
