"use client";

import { Modal } from "antd";
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
