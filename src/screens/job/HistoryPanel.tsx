"use client";

import { Input, Modal } from "antd";
import { useState } from "react";
import { formatMoment } from "@/core/units/date";
import { useJob } from "./JobContext";

/** What was done on this job, the newest first, by whom and when. */
export function HistoryPanel({ onClose }: { onClose: () => void }) {
  const { view } = useJob();
  return (
    <Modal open onCancel={onClose} footer={null} title="What was done">
      <p>
        <a className="button quiet" href={`/api/jobs/${view.job.id}/job.json`}>
          Save the whole job as a file
        </a>
      </p>
      <Aside />
      <ol className="history">
        {view.history.map((line) => (
          <li key={line.version} className={line.undone ? "undone" : ""}>
            <span className="num small soft">{formatMoment(line.at)}</span>
            <span>
              {line.says}
              {line.by && <span className="soft">, {line.by}</span>}
              {line.undone && <span className="soft"> (undone)</span>}
            </span>
          </li>
        ))}
      </ol>
    </Modal>
  );
}

/** Puts the job aside, with the reason, or takes it up again. */
function Aside() {
  const { view, act, busy } = useJob();
  const [why, setWhy] = useState("");
  if (view.job.aside)
    return (
      <p>
        <button className="button" disabled={busy} onClick={() => void act({ do: "take up" })}>
          Take it up again
        </button>
      </p>
    );
  return (
    <p className="aside-row">
      <Input
        value={why}
        onChange={(event) => setWhy(event.target.value)}
        placeholder="Why it is put aside"
        aria-label="Why it is put aside"
        maxLength={400}
      />
      <button className="button" disabled={busy || why.trim() === ""} onClick={() => void act({ do: "put aside", why })}>
        Put aside
      </button>
    </p>
  );
}
