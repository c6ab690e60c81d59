"use client";

import { useRef, useState } from "react";
import type { Deed } from "@/core/people/roles";
import { Only } from "./Only";

/** A button that takes pictures, from a tablet's camera or from files, and sends each to an address of the bench. */
export function AddPhoto<Kept>({
  label,
  may,
  address,
  onKept,
  onSays,
}: {
  label: string;
  may: Deed;
  address: string;
  /** What the bench answers of a picture that it kept. */
  onKept: (kept: Kept) => Promise<unknown> | void;
  /** What went wrong with one; empty as others begin. */
  onSays: (says: string) => void;
}) {
  const [busy, setBusy] = useState(false);
  const box = useRef<HTMLInputElement>(null);
  const take = async (files: FileList | null) => {
    if (!files || files.length === 0) return;
    setBusy(true);
    onSays("");
    for (const file of files) {
      try {
        const answer = await fetch(address, { method: "POST", body: file });
        const kept = (await answer.json()) as Kept & { error?: string };
        if (!answer.ok) onSays(`${file.name}: ${kept.error ?? "not taken"}`);
        else await onKept(kept);
      } catch {
        onSays(`${file.name}: the bench does not answer; the picture is still in the camera.`);
      }
    }
    setBusy(false);
    if (box.current) box.current.value = "";
  };
  return (
    <Only may={may}>
      <label className="button photo-add">
        {busy ? "storing …" : label}
        <input
          ref={box}
          type="file"
          accept="image/jpeg,image/png,image/webp"
          multiple
          hidden
          disabled={busy}
          onChange={(event) => void take(event.target.files)}
        />
      </label>
    </Only>
  );
}
