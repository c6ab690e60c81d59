"use client";

import { createContext, useCallback, useContext, useMemo, useRef, useState, type ReactNode } from "react";
import type { Command, Refusal } from "@/core/job/command";
import type { DonorKey } from "@/core/donor/items";
import type { FindingView, JobView } from "@/core/job/view";
import { useNotices } from "../notices";
import { useSettings } from "../settings";
import { useForecast, type Rides } from "./useForecast";

type ActAnswer =
  | { ok: true; view: JobView }
  | { ok: false; error: Refusal | { kind: "stale"; says: string; view: JobView } | { kind: "gone"; says: string } };
export type ActOnJob = (envelope: unknown) => Promise<ActAnswer>;

/** What came of an act: done, and the job after it, or why not. A question comes back for the caller to ask. */
export type Outcome =
  { done: true; view: JobView } | { done: false; ask?: { says: string; perhaps: number | null; value: number } };

type JobState = {
  view: JobView;
  busy: boolean;
  act: (command: Command | { do: "undo" }) => Promise<Outcome>;
  /** The finding pointed at, by key. */
  pointed: string | null;
  /** The finding that Fit shows: the one pointed at, else the first. */
  shown: FindingView | undefined;
  point: (key: string | null) => void;
  goTo: (stage: string) => void;
  stage: string;
  /** Goes to the walk, at an item. */
  measureItem: (key: DonorKey) => void;
  wantedItem: DonorKey | null;
  rides: Rides;
};

/** What is said stands over the tally, so that it never hides the button it speaks of. */
const SAYS_STYLE = { width: 252, marginRight: -16 };

const JobContext = createContext<JobState | null>(null);

export function useJob(): JobState {
  const state = useContext(JobContext);
  if (!state) throw new Error("useJob is called outside a job");
  return state;
}

/** Holds the job as last seen; every edit names the version it was made on, one after the other, so that nothing overwrites anything. */
export function JobProvider({
  first,
  actOnJob,
  stage,
  goTo,
  children,
}: {
  first: JobView;
  actOnJob: ActOnJob;
  stage: string;
  goTo: (stage: string) => void;
  children: ReactNode;
}) {
  const [view, setView] = useState(first);
  const [running, setRunning] = useState(0);
  const [pointed, point] = useState<string | null>(null);
  const [wantedItem, setWantedItem] = useState<DonorKey | null>(null);
  const measureItem = useCallback(
    (key: DonorKey) => {
      setWantedItem(key);
      goTo("Survey");
    },
    [goTo],
  );
  const { by } = useSettings();
  const notices = useNotices();
  const latest = useRef(first);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const underWay = useRef(new Set<string>());

  const act = useCallback(
    (command: Command | { do: "undo" }): Promise<Outcome> => {
      // A double click is one wish, not two.
      const same = JSON.stringify(command);
      if (underWay.current.has(same)) return Promise.resolve({ done: false });
      underWay.current.add(same);
      setRunning((n) => n + 1);
      const next = queue.current.then(async (): Promise<Outcome> => {
        try {
          const answer = await actOnJob({ jobId: latest.current.job.id, version: latest.current.job.version, by, command });
          if (answer.ok || answer.error.kind === "stale") {
            const fresh = answer.ok ? answer.view : (answer.error as { view: JobView }).view;
            latest.current = fresh;
            setView(fresh);
          }
          if (answer.ok) return { done: true, view: answer.view };
          const { error } = answer;
          if (error.kind === "ask") return { done: false, ask: error };
          notices.open({
            title:
              error.kind === "stale" ? "This job was changed elsewhere" : error.kind === "gone" ? "The job is gone" : "Not done",
            description: error.says,
            duration: error.kind === "refused" ? 8 : 0,
            placement: "bottomRight",
            className: "says",
            style: SAYS_STYLE,
          });
          return { done: false };
        } catch {
          notices.open({
            title: "The bench does not answer",
            description: "Nothing was stored. What you typed is still here: try again when the server is back.",
            duration: 0,
            placement: "bottomRight",
            className: "says",
            style: SAYS_STYLE,
          });
          return { done: false };
        } finally {
          underWay.current.delete(same);
          setRunning((n) => n - 1);
        }
      });
      queue.current = next;
      return next;
    },
    [actOnJob, by, notices],
  );

  const rides = useForecast(view);
  const shown = view.findings.find((finding) => finding.key === pointed) ?? view.findings[0];
  const state = useMemo(
    () => ({ view, busy: running > 0, act, pointed, shown, point, goTo, stage, measureItem, wantedItem, rides }),
    [view, running, act, pointed, shown, goTo, stage, measureItem, wantedItem, rides],
  );
  return <JobContext value={state}>{children}</JobContext>;
}
