"use client";

import { letterOf } from "@/core/job/letters";
import { promiseFigure } from "@/core/promise/promiseText";
import { money } from "@/ui/format";
import { useJob } from "../JobContext";
import { Signing } from "../Signing";

/** The customer accepts a sheet: with a finger or a pen on the screen, or on paper. */
export function Accepting({ index, onClose }: { index: number; onClose: () => void }) {
  const { view, act } = useJob();
  const one = view.job.given[index]!;
  const { sheet, promises } = one.whole!;
  const ready = promises.find((promise) => promise.id === "ready");
  return (
    <Signing
      title={`Accept sheet ${letterOf(index)}`}
      by="Accepted by"
      says="Write the name of whoever accepts it."
      yes="Accept"
      onClose={onClose}
      onSign={async (name, strokes) => {
        const answer = { how: "accepted" as const, name, strokes };
        const outcome = await act({ do: "answer sheet", given: index, expectMinor: one.allInMinor, answer }, "says here");
        return outcome.done ? "" : (outcome.says ?? "It was not stored.");
      }}
    >
      <p>
        <b>{money(one.allInMinor, one.currency)}</b> all in, of it {money(sheet.depositMinor, one.currency)} with the order
        {ready?.predicted ? `; ready by ${promiseFigure("ready", ready.predicted, one.currency)} as things stand` : ""}. What is
        asked beyond it is asked first.
      </p>
    </Signing>
  );
}
