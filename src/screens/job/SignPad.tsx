"use client";

import SignaturePad from "signature_pad";
import { useEffect, useImperativeHandle, useRef, type Ref } from "react";
import { PAD, strokesOf, type Strokes } from "@/core/job/signaturePad";

/** What is drawn on a pad, in its own units; and a clean pad. */
export type Drawn = { readonly strokes: () => Strokes; readonly wipe: () => void };

/** A box to sign in, with a finger, a pen or the mouse. */
export function SignPad({ ref }: { ref: Ref<Drawn> }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  useEffect(() => {
    pad.current = new SignaturePad(canvas.current!, { penColor: "#1B2A32", minWidth: 1, maxWidth: 2.6 });
    return () => pad.current?.off();
  }, []);
  useImperativeHandle(ref, () => ({
    strokes: () =>
      strokesOf(
        pad.current!.toData().map((stroke) => stroke.points),
        canvas.current!.clientWidth,
      ),
    wipe: () => pad.current?.clear(),
  }));
  return (
    <canvas
      ref={canvas}
      className="sign-pad"
      width={PAD.width}
      height={PAD.height}
      role="img"
      aria-label="Sign here with a finger, a pen or the mouse"
    />
  );
}
