"use client";

import { Input, Modal, Select } from "antd";
import { useState } from "react";
import { formatMoment } from "@/core/units/date";
import { useKeptText } from "@/ui/useDraft";
import { useKeys } from "@/ui/useKeys";
import { Key } from "@/ui/Key";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import type { CheckView } from "./checkView";

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

/** What was seen, and which work is opened again for it. */
function Fails({ state, onClose }: { state: CheckView; onClose: () => void }) {
  const { view, act, busy, goTo } = useJob();
  const { check } = state;
  const [says, setSays, stored] = useKeptText(`${view.job.id} check ${check.id} fails`);
  const helps = view.steps.filter(({ id }) => (check.helps as readonly string[]).includes(id));
  const [task, setTask] = useState<string | null>(helps[0]?.id ?? null);
  const keep = async () => {
    if (says.trim().length < 3) return;
    const outcome = await act({ do: "fail check", check: check.id, says: says.trim(), task });
    if (!outcome.done) return;
    stored(says);
    onClose();
    if (task !== null) await goTo("Build", task);
  };
  const others = view.steps.filter(({ id }) => !helps.some((one) => one.id === id) && id !== "checks" && id !== "roadTest");
  return (
    <Modal
      open
      title={`${check.title} fails`}
      onCancel={onClose}
      okText={task === null ? "It fails" : "It fails: back to Build"}
      okButtonProps={{ danger: true, disabled: says.trim().length < 3 }}
      confirmLoading={busy}
      onOk={() => void keep()}
    >
      <label className="field">
        <span>What was seen</span>
        <Input.TextArea value={says} onChange={(event) => setSays(event.target.value)} rows={2} maxLength={400} autoFocus />
      </label>
      <label className="field">
        <span>Work that is opened again</span>
        <Select
          value={task}
          onChange={setTask}
          aria-label="Work that is opened again"
          options={[
            ...[...helps, ...others].map(({ id, title }) => ({ value: id as string | null, label: title })),
            { value: null, label: "none: it is decided in Fit" },
          ]}
        />
      </label>
      <p className="soft small">
        It stops all work until it is decided in Fit, or said to be right again here. Checks that waited for this one are made
        again.
      </p>
    </Modal>
  );
}
