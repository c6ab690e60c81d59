"use client";

import { Checkbox, Input, Select } from "antd";
import { FIRST_BOX } from "@/ui/CaretFirst";
import { Dialog } from "@/ui/Dialog";
import { useState } from "react";
import { TASKS, type TaskId } from "@/core/standards/tasks";
import type { Found } from "@/core/fit/atBench";
import { Field } from "@/ui/boxes";
import { useKeptText } from "@/ui/useDraft";
import { useJob } from "../JobContext";
import type { StepView } from "./stepView";

const WHAT: readonly (readonly [Found["what"], string])[] = [
  ["part", "A part"],
  ["bike", "The bike"],
  ["work", "More work"],
];

/** What is wrong at a step: with which part, or which work, in words. It becomes a finding. */
export function Problem({ step, onClose }: { step: StepView; onClose: () => void }) {
  const { view, act, busy } = useJob();
  const [what, setWhat] = useState<Found["what"]>(step.parts.length > 0 ? "part" : "bike");
  const [partId, setPart] = useState<string | null>(step.parts.length === 1 ? step.parts[0]!.id : null);
  const [task, setTask] = useState<TaskId | null>(null);
  const [hurts, setHurts] = useState(false);
  const [says, setSays, stored] = useKeptText(`${view.job.id} ${step.id} problem`);
  const [refused, setRefused] = useState("");
  const others = view.parts.filter((part) => !step.parts.some((mine) => mine.id === part.id));
  const parts = [...step.parts, ...others].filter((part, i, all) => all.findIndex((one) => one.id === part.id) === i);
  const works = (Object.keys(TASKS) as TaskId[])
    .filter((id) => !view.job.ticks[id])
    .map((id) => ({ value: id, label: TASKS[id].title }));
  const report = async () => {
    const outcome = await act(
      {
        do: "report problem",
        step: step.id,
        what,
        partId: what === "part" ? partId : null,
        task: what === "part" ? null : task,
        says: says.trim(),
        hurts,
      },
      "says here",
    );
    if (!outcome.done) return setRefused(outcome.says ?? "");
    stored(says);
    onClose();
  };
  const lacks =
    what === "part" && partId === null
      ? "Say which part it is."
      : what === "work" && task === null
        ? "Say which work is to be done."
        : says.trim().length < 3
          ? "Say what is wrong."
          : "";
  return (
    <Dialog
      open
      title={`Problem at: ${step.title}`}
      okText="Report it"
      cancelText="Back to the step"
      okButtonProps={{ disabled: busy || lacks !== "" }}
      onOk={() => void report()}
      onCancel={onClose}
      className="problem"
    >
      <div className="problem-what" role="radiogroup" aria-label="What is wrong">
        {WHAT.map(([id, name]) => (
          <button
            key={id}
            className={`chip${what === id ? " on" : ""}`}
            role="radio"
            aria-checked={what === id}
            onClick={() => setWhat(id)}
          >
            {name}
          </button>
        ))}
      </div>
      {what === "part" ? (
        <Field label="Which part">
          <Select
            value={partId}
            onChange={setPart}
            options={parts.map(({ id, name }) => ({ value: id, label: name }))}
            placeholder="Choose the part"
            aria-label="Which part"
            showSearch
            optionFilterProp="label"
          />
        </Field>
      ) : (
        <Field label={what === "work" ? "Which work" : "Work that puts it right, if any"}>
          <Select
            value={task}
            onChange={setTask}
            options={works}
            placeholder="Choose the work"
            aria-label="Which work"
            allowClear
            showSearch
            optionFilterProp="label"
          />
        </Field>
      )}
      <Field label="What is wrong">
        <Input.TextArea
          value={says}
          onChange={(event) => setSays(event.target.value)}
          aria-label="What is wrong, in words"
          maxLength={400}
          autoSize={{ minRows: 2, maxRows: 6 }}
          {...FIRST_BOX}
        />
      </Field>
      <Checkbox checked={hurts} onChange={(event) => setHurts(event.target.checked)}>
        Nobody may ride it like that: all work stops until it is decided
      </Checkbox>
      <p className={refused ? "bad" : "soft"} role="status">
        {refused || lacks || "It becomes a finding: a photograph goes under the step."}
      </p>
    </Dialog>
  );
}
