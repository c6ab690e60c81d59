"use client";

import { Input } from "antd";
import { typedNumber } from "@/core/figures/schema";
import { askTook, MOST_TOOK_MINUTES } from "@/core/work/took";
import { AskBefore, useEnterAsks } from "@/ui/AskBefore";
import { useKeptText } from "@/ui/useDraft";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import type { StepView } from "./stepView";

/** Minutes as typed; null where nothing is. */
export function readTook(text: string): number | null | "wrong" {
  if (text.trim() === "") return null;
  const minutes = typedNumber(text);
  return typeof minutes === "number" && minutes >= 0 && minutes <= MOST_TOOK_MINUTES ? minutes : "wrong";
}

/** The box for the minutes that a step took. */
export function TookBox({
  text,
  onChange,
  onEnter,
}: {
  text: string;
  onChange: (text: string) => void;
  onEnter: ReturnType<typeof useEnterAsks>[1];
}) {
  const wrong = readTook(text) === "wrong";
  return (
    <span className="step-took">
      <Input
        className="num"
        value={text}
        inputMode="decimal"
        onChange={(event) => onChange(event.target.value)}
        onPressEnter={onEnter}
        placeholder="took"
        suffix="min"
        aria-label="Minutes that the step took"
        status={wrong ? "error" : ""}
        maxLength={7}
      />
      {wrong && (
        <span className="bad small" role="status">
          minutes, such as 35; at most {MOST_TOOK_MINUTES}
        </span>
      )}
    </span>
  );
}

/** How long a step that is done took: noted now or later, signed or not. */
export function Took({ step }: { step: StepView }) {
  const { view, act, busy } = useJob();
  const { may } = useSettings();
  const [took, setTook, tookStored] = useKeptText(`${view.job.id} ${step.id} minutes`);
  const [noteButton, enterNote] = useEnterAsks();
  const noted = view.job.ticks[step.id]!.tookMinutes;
  if (noted !== null)
    return (
      <span>
        took <b className="num">{Math.round(noted)} min</b>, quoted {Math.round(step.minutes)}{" "}
        {may("note minutes") && (
          <button className="link" disabled={busy} onClick={() => void act({ do: "note minutes", step: step.id, minutes: null })}>
            not so
          </button>
        )}
      </span>
    );
  if (!may("note minutes")) return null;
  const minutes = readTook(took);
  const usable = minutes !== null && minutes !== "wrong";
  return (
    <>
      <TookBox text={took} onChange={setTook} onEnter={enterNote} />
      <AskBefore
        asks={usable ? askTook(minutes, step.minutes) : null}
        yes="It took that"
        quiet
        buttonRef={noteButton}
        disabled={busy || !usable}
        onYes={(asked) =>
          void act({
            do: "note minutes",
            step: step.id,
            minutes: usable ? minutes : null,
            ...(asked && { confirmed: true }),
          }).then(({ done }) => done && tookStored(took))
        }
      >
        Note the time
      </AskBefore>
    </>
  );
}
