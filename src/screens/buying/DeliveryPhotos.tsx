"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { formatMoment } from "@/core/units/date";
import { AddPhoto } from "../AddPhoto";

/** Pictures of what came: a dented box, a broken part, a label. */
export function DeliveryPhotos({ number, photos }: { number: string; photos: Purchase["photos"] }) {
  const [says, setSays] = useState("");
  const router = useRouter();
  return (
    <div className="delivery-photos">
      <AddPhoto
        label="Add a photo of damage"
        may="receive"
        address={`/api/buying/${number}/photos`}
        onKept={() => router.refresh()}
        onSays={setSays}
      />
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
