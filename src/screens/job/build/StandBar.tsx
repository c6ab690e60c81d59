"use client";

import { Input, type InputRef } from "antd";
import dynamic from "next/dynamic";
import { useEffect, useRef, useState } from "react";
import { askTook } from "@/core/work/took";
import { heldUnmarked } from "@/core/work/held";
import { AFTER_SIGNING } from "@/core/work/signature";
import { formatMoment } from "@/core/units/date";
import { hours } from "@/ui/format";
import { Key } from "@/ui/Key";
import { AskBefore, useEnterAsks } from "@/ui/AskBefore";
import { useKeptText } from "@/ui/useDraft";
import { useKeys } from "@/ui/useKeys";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import { readTook, Took, TookBox } from "./Took";
import { useTimer } from "./useTimer";
import type { StepView } from "./stepView";

// The form comes when something is wrong.
const Problem = dynamic(() => import("./Problem").then((m) => m.Problem), { ssr: false });

/** Under every step, in one place: its timer, what is noted, what is wrong, and done. */
export function StandBar({ step, next, onDone }: { step: StepView; next: string | undefined; onDone: () => void }) {
  const { view } = useJob();
  const [wrong, setWrong] = useState(false);
  return (
    <footer className="stand-bar">
      {view.job.ticks[step.id] ? (
        <Ticked step={step} />
      ) : (
        <Only may="tick">
          <Working step={step} next={next} onDone={onDone} onWrong={() => setWrong(true)} />
        </Only>
      )}
      {wrong && <Problem step={step} onClose={() => setWrong(false)} />}
    </footer>
  );
}

function Ticked({ step }: { step: StepView }) {
  const { view, act, busy } = useJob();
  const tick = view.job.ticks[step.id]!;
  return (
    <div className="step-foot">
      <span className="good">
        Done by {tick.by || "no name"}, {formatMoment(tick.at)}
        {tick.note && `: ${tick.note}`}
        {tick.despite && `. All the same: ${tick.despite}`}
      </span>
      <Took step={step} />
      <Only may="untick">
        <button
          className="button quiet"
          disabled={busy || (view.job.signed !== null && view.work.changed.length === 0 && !AFTER_SIGNING.has(step.id))}
          onClick={() => void act({ do: "untick", step: step.id })}
        >
          Open it again
        </button>
      </Only>
    </div>
  );
}

function Working({
  step,
  next,
  onDone,
  onWrong,
}: {
  step: StepView;
  next: string | undefined;
  onDone: () => void;
  onWrong: () => void;
}) {
  const { view, act, busy } = useJob();
  const { by } = useSettings();
  const [note, setNote, noteStored] = useKeptText(`${view.job.id} ${step.id} note`);
  // Ready for the note, without scrolling the step's title and cautions away.
  const box = useRef<InputRef>(null);
  useEffect(() => {
    // A keypad that opens by itself would cover the step.
    if (!window.matchMedia("(pointer: coarse)").matches) box.current?.focus({ preventScroll: true });
  }, []);
  const [despite, setDespite, despiteStored] = useKeptText(`${view.job.id} ${step.id} despite`);
  const [took, setTook, tookStored] = useKeptText(`${view.job.id} ${step.id} minutes`);
  const typed = readTook(took);
  const timer = useTimer(step.id);
  const asks = typed === "wrong" ? null : typed !== null ? askTook(typed, step.minutes) : tooLong(timer?.minutes, step.minutes);
  const [doneButton, enterDone] = useEnterAsks();
  const { stop, why } = heldUnmarked(step.held, step.marks, view.job.marks);
  const held = why.length > 0;
  const ready = by.trim() !== "" && typed !== "wrong" && (!held || (!stop && despite.trim().length >= 8));
  const done = async (confirmed: boolean) => {
    if (!ready) return;
    const outcome = await act({
      do: "tick",
      step: step.id,
      note: note.trim(),
      minutes: typed,
      ...(next !== undefined && { next }),
      ...(confirmed && { confirmed: true }),
      ...(held && { despite: despite.trim() }),
    });
    if (!outcome.done) return;
    tookStored(took);
    noteStored(note);
    despiteStored(despite);
    onDone();
  };
  return (
    <>
      {held && (
        <div className={`step-held${stop ? " stop" : ""}`}>
          <span>
            <b>{stop ? "Not before that is settled." : "Held back."}</b>{" "}
            {why.map((one) => (one.endsWith("…") ? one : `${one}.`)).join(" ")}
          </span>
          {!stop && (
            <Input
              value={despite}
              onChange={(event) => setDespite(event.target.value)}
              placeholder="Reason to do it all the same: it is kept on the work order"
              aria-label="Reason to do it all the same"
              maxLength={400}
            />
          )}
        </div>
      )}
      <div className="step-foot">
        <Timer step={step} />
        <Input
          ref={box}
          value={note}
          onChange={(event) => setNote(event.target.value)}
          placeholder="What was set, what was torqued"
          aria-label="Note on this step"
          maxLength={200}
          onPressEnter={enterDone}
        />
        <TookBox text={took} onChange={setTook} onEnter={enterDone} />
        <button className="button stand-wrong" disabled={busy} onClick={onWrong}>
          Problem
        </button>
        <AskBefore
          asks={asks}
          yes={typed === null ? "Done, not timed" : "It took that"}
          disabled={busy || !ready}
          buttonRef={doneButton}
          onYes={(asked) => void done(asked)}
        >
          {by.trim() === "" ? "Name first" : "Done"}
        </AskBefore>
      </div>
    </>
  );
}

/** A timer that was forgotten is told before the step is done: what nobody believes is not noted. */
const tooLong = (minutes: number | undefined, quoted: number): string | null =>
  minutes !== undefined && minutes > quoted && askTook(minutes, quoted) !== null
    ? `The timer says ${hours(minutes)} for a step of about ${hours(quoted)}: that is not noted. Type the minutes, or go on.`
    : null;

/** Runs from the step before, or from a touch; what ran through a break or a night is not counted. */
function Timer({ step }: { step: StepView }) {
  const { act, busy } = useJob();
  const { may } = useSettings();
  const timer = useTimer(step.id);
  const runs = timer?.runs ?? false;
  const turn = () => {
    if (!busy && may("begin step")) void act(runs ? { do: "pause step", step: step.id } : { do: "begin step", step: step.id });
  };
  useKeys("b", turn);
  useKeys("alt+b", turn, { enableOnFormTags: true });
  return (
    <button className={`button stand-timer${runs ? " runs" : ""}`} disabled={busy} onClick={turn} aria-pressed={runs}>
      <span className="num stand-clock">{timer ? hours(timer.minutes) : "0 min"}</span>
      <span className="small">
        {runs ? "Pause" : timer ? "Go on" : "Begin"} <Key>b</Key>
      </span>
      {timer?.by && <span className="small soft">{timer.by}</span>}
      {timer?.overNight && <span className="small soft">nights not counted</span>}
    </button>
  );
}
