"use client";

import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import { Signing } from "../Signing";

/** Who takes the bike signs for it; who hands it over is who is signed in. */
export function Receiving({ onClose }: { onClose: () => void }) {
  const { act } = useJob();
  const { by } = useSettings();
  return (
    <Signing
      title="Hand it over"
      by="Received by"
      says="Write the name of whoever takes the bike."
      yes="Received"
      onClose={onClose}
      onSign={async (customer, strokes) => {
        const outcome = await act({ do: "hand over", customer, strokes }, "says here");
        return outcome.done ? "" : (outcome.says ?? "It was not stored.");
      }}
    >
      <p>
        {by} hands the bike over. The rider was shown charging, cut-offs, the settings, what to do when something smells, heats or
        loosens, and when to come back.
      </p>
    </Signing>
  );
}
