"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Purchase } from "@/core/supply/purchase";
import { formatMoment } from "@/core/units/date";
import { Only } from "../Only";

/** Pictures of what came: a dented box, a broken part, a label. */
export function DeliveryPhotos({ number, photos }: { number: string; photos: Purchase["photos"] }) {
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const box = useRef<HTMLInputElement>(null);
  const router = useRouter();
  const take = async (files: FileList | null) => {
    if (!files || files.length === 0) return;
    setBusy(true);
    setSays("");
    for (const file of files) {
      try {
        const answer = await fetch(`/api/buying/${number}/photos`, { method: "POST", body: file });
        if (!answer.ok) setSays(`${file.name}: ${((await answer.json()) as { error?: string }).error ?? "not taken"}`);
      } catch {
        setSays(`${file.name}: the bench does not answer; the picture is still in the camera.`);
      }
    }
    setBusy(false);
    if (box.current) box.current.value = "";
    router.refresh();
  };
  return (
    <div className="delivery-photos">
      <Only may="receive">
        <label className="button photo-add">
          {busy ? "storing …" : "Add a photo of damage"}
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
      {says && <p className="note bad">{says}</p>}
      <div className="delivery-photos-row">
        {photos.map((photo) => (
          <a key={photo.id} href={`/api/photos/${photo.id}`} target="_blank" rel="noreferrer">
            {/* eslint-disable-next-line @next/next/no-img-element -- already re-encoded and sized by the server */}
            <img src={`/api/photos/${photo.id}`} alt={`Photograph, ${formatMoment(photo.at)}`} width={120} height={90} />
          </a>
        ))}
      </div>
    </div>
  );
}
