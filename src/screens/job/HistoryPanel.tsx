"use client";

import { Input } from "antd";
import { Dialog } from "@/ui/Dialog";
import { useState } from "react";
import { formatMoment } from "@/core/units/date";
import { useRouter } from "next/navigation";
import { useSettings } from "../settings";
import { Only } from "../Only";
import { useKeptText } from "@/ui/useDraft";
import { useJob } from "./JobContext";

/** What was done on this job, the newest first, by whom and when. */
export function HistoryPanel({ onClose }: { onClose: () => void }) {
  const { view } = useJob();
  return (
    <Dialog open onCancel={onClose} footer={null} title="What was done">
      <p className="aside-row">
        <a className="button quiet" href={`/api/jobs/${view.job.id}/job.json`}>
          Save the whole job as a file
        </a>
        <Only may="new job">
          <Copy />
        </Only>
      </p>
      <Only may="put aside">
        <Aside />
      </Only>
      <ol className="history" tabIndex={0} aria-label="What was done, the newest first">
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
    </Dialog>
  );
}

/** Puts the job aside, with the reason, or takes it up again. */
function Aside() {
  const { view, act, busy } = useJob();
  const [why, setWhy, stored] = useKeptText(`${view.job.id} aside`);
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
      <button
        className="button"
        disabled={busy || why.trim() === ""}
        onClick={() => void act({ do: "put aside", why }).then(({ done }) => done && stored(why))}
      >
        Put aside
      </button>
    </p>
  );
}

/** Another bike of the same kind for this customer: wish and build as they are, its readings as told. */
function Copy() {
  const { view } = useJob();
  const { createJob, by } = useSettings();
  const router = useRouter();
  const [says, setSays] = useState("");
  const copy = async () => {
    const { customer, bike } = view.job.wish;
    const made = await createJob({ customer, bike, by, start: { copyOf: view.job.id } }).catch(() => ({
      ok: false as const,
      says: "The bench does not answer: try again.",
    }));
    if (made.ok) router.push(`/jobs/${made.id}`);
    else setSays(made.says);
  };
  return (
    <>
      <button
        className="button quiet"
        onClick={() => void copy()}
        title="Wish and build as they are; the bike's readings as told"
      >
        Copy as a new job
      </button>
      {says && <span className="bad small">{says}</span>}
    </>
  );
}
