"use client";

import { useState } from "react";
import { donorItem, type DonorKey } from "@/core/donor/items";
import { formatDay } from "@/core/units/date";
import { AddPhoto } from "../AddPhoto";
import { Only } from "../Only";
import { useJob } from "./JobContext";
import "./photos.css";

type Kept = { id: string; widthPx: number; heightPx: number };

/** Photographs of the measurement or the step at hand, and of the bike: taken with the tablet's camera or from a file, kept beside the job. */
export function Photos({ item = null, step = null }: { item?: DonorKey | null; step?: string | null }) {
  const { view, act } = useJob();
  const one = item !== null || step !== null;
  const [of, setOf] = useState<"this" | "bike">(one ? "this" : "bike");
  const [says, setSays] = useState("");
  const wanted = of === "this" ? { item, step } : { item: null, step: null };
  const photos = view.job.photos.filter((photo) => photo.item === wanted.item && photo.step === wanted.step);
  const inAll = view.job.photos.length;
  return (
    <div className="photos">
      <div className="photos-head">
        {one && (
          <button className={`chip${of === "this" ? " on" : ""}`} onClick={() => setOf("this")}>
            Photos of {item === null ? "this step" : donorItem(item).label.toLowerCase()}
          </button>
        )}
        <button className={`chip${of === "bike" ? " on" : ""}`} onClick={() => setOf("bike")}>
          Of the bike
        </button>
        <AddPhoto<Kept>
          label="Add a photo"
          may="keep photo"
          address={`/api/jobs/${view.job.id}/photos`}
          onKept={(kept) => act({ do: "keep photo", photo: { ...kept, ...wanted, says: "" } })}
          onSays={setSays}
        />
        <span className="soft small">{inAll === 0 ? "none yet" : `${inAll} on this job`}</span>
      </div>
      {says && <p className="note bad">{says}</p>}
      <div className="photos-row">
        {photos.map((photo) => (
          <figure key={photo.id}>
            <a href={`/api/photos/${photo.id}`} target="_blank" rel="noreferrer">
              {/* eslint-disable-next-line @next/next/no-img-element -- already re-encoded and sized by the server */}
              <img src={`/api/photos/${photo.id}`} alt={`Photograph, ${formatDay(photo.at)}`} width={120} height={90} />
            </a>
            <Only may="drop photo">
              <button className="button quiet small" onClick={() => void act({ do: "drop photo", id: photo.id })}>
                Drop
              </button>
            </Only>
          </figure>
        ))}
      </div>
    </div>
  );
}
