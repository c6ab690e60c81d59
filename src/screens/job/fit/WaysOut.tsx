"use client";

import type { Slot } from "@/core/job/slots";
import { useState } from "react";
import type { WaysOut as Ways } from "@/core/job/candidates";
import { VerdictCounts } from "@/ui/VerdictCounts";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";

/** For a stop: kits and motors of the catalogue that would go on this very bike, found by trying them. */
export function WaysOut() {
  const { view, act } = useJob();
  const { may } = useSettings();
  const [found, setFound] = useState<Ways | null>(null);
  const [says, setSays] = useState("");
  const look = () => {
    setSays("Trying every kit and motor …");
    fetch(`/api/jobs/${view.job.id}/ways-out`)
      .then((answer) => answer.json())
      .then((ways: Ways) => {
        setFound(ways);
        setSays("");
      })
      .catch(() => setSays("The bench does not answer: try again."));
  };
  const choose = async (slot: Slot, id: string) => {
    if (slot === "motor" && view.job.choices.kit) await act({ do: "choose", slot: "kit", partId: null });
    await act({ do: "choose", slot, partId: id });
  };
  if (!found)
    return (
      <p>
        <button className="button main-action" onClick={look}>
          Show the ways out
        </button>{" "}
        <span className="soft">{says}</span>
      </p>
    );
  return (
    <div className="ways card" ref={(box) => box?.scrollIntoView({ block: "nearest" })}>
      <h3>What would go on this bike</h3>
      <p className="soft small">
        {found.tried} of {found.all} kits and motors tried; these have no stop.
      </p>
      {found.ways.length === 0 && <p>None. This bike is better not converted with what is in the catalogue.</p>}
      <ul>
        {found.ways.map((way) => (
          <li key={way.id}>
            <span>
              <b>{way.name}</b> <span className="soft small">{way.summary}</span>
            </span>
            <VerdictCounts verdicts={way.verdicts} />
            <button className="button" hidden={!may("choose")} onClick={() => void choose(way.slot, way.id)}>
              Choose it
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
