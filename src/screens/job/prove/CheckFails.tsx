"use client";

import { Input, Select } from "antd";
import { FIRST_BOX } from "@/ui/CaretFirst";
import { Dialog } from "@/ui/Dialog";
import { useState } from "react";
import { useKeptText } from "@/ui/useDraft";
import { useJob } from "../JobContext";
import type { CheckView } from "./checkView";

/** What was seen, and which work is opened again for it. */
export function CheckFails({ state, onClose }: { state: CheckView; onClose: () => void }) {
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
    <Dialog
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
        <Input.TextArea value={says} onChange={(event) => setSays(event.target.value)} rows={2} maxLength={400} {...FIRST_BOX} />
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
    </Dialog>
  );
}
