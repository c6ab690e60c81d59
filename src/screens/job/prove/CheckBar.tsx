"use client";

import { Input } from "antd";
import dynamic from "next/dynamic";
import { useState } from "react";
import { formatMoment } from "@/core/units/date";
import { useKeptText } from "@/ui/useDraft";
import { useKeys } from "@/ui/useKeys";
import { Key } from "@/ui/Key";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import type { CheckView } from "./checkView";

// The dialog comes when a check fails.
const Fails = dynamic(() => import("./CheckFails").then((m) => m.CheckFails), { ssr: false });

/** Under every check, in one place: it passes, or it fails. */
export function CheckBar({ state, onDone }: { state: CheckView; onDone: () => void }) {
  const [fails, setFails] = useState(false);
  return (
    <footer className="stand-bar">
      {state.stands === "passed" ? (
        <Passed state={state} />
      ) : (
        <Only may="pass check">
          <Open state={state} onDone={onDone} onFails={() => setFails(true)} />
        </Only>
      )}
      {fails && <Fails state={state} onClose={() => setFails(false)} />}
    </footer>
  );
}

function Passed({ state }: { state: CheckView }) {
  const { view, act, busy } = useJob();
  const passed = state.passed!;
  const sealed = view.job.signed !== null && view.work.changed.length === 0;
  return (
    <div className="step-foot">
      <span className="good">
        Passed, {passed.by || "no name"}, {formatMoment(passed.at)}
        {passed.says && `: ${passed.says}`}
      </span>
      <Only may="open check">
        <button
          className="button quiet"
          disabled={busy || sealed}
          title={sealed ? "The work order is signed: undo the signature first" : undefined}
          onClick={() => void act({ do: "open check", check: state.check.id })}
        >
          Make it again
        </button>
      </Only>
    </div>
  );
}

function Open({ state, onDone, onFails }: { state: CheckView; onDone: () => void; onFails: () => void }) {
  const { view, act, busy } = useJob();
  const { by } = useSettings();
  const [note, setNote, noteStored] = useKeptText(`${view.job.id} check ${state.check.id} note`);
  const held = [...state.waits, ...state.lacks];
  const ready = by.trim() !== "" && held.length === 0;
  const pass = async () => {
    if (!ready || busy) return;
    const outcome = await act({ do: "pass check", check: state.check.id, says: note.trim() });
    if (!outcome.done) return;
    noteStored(note);
    onDone();
  };
  useKeys("alt+enter", () => void pass(), { enableOnFormTags: true });
  return (
    <>
      {held.length > 0 && (
        <div className="step-held">
          <span>
            <b>{state.stands === "again" ? "To be made again." : "Not yet."}</b> {held.map((why) => `${why}.`).join(" ")}
          </span>
        </div>
      )}
      <div className="step-foot">
        <Input
          value={note}
          onChange={(event) => setNote(event.target.value)}
          onPressEnter={() => void pass()}
          placeholder="What was seen"
          aria-label="Note on this check"
          maxLength={200}
        />
        <button className="button stand-wrong" disabled={busy || by.trim() === ""} onClick={onFails}>
          Fails
        </button>
        <button className="button main-action" disabled={busy || !ready} onClick={() => void pass()}>
          {by.trim() === "" ? "Name first" : "Passes"} <Key>Alt ↵</Key>
        </button>
      </div>
    </>
  );
}
