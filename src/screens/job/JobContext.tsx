"use client";

import { createContext, useCallback, useContext, useMemo, useRef, useState, type ReactNode } from "react";
import type { Command, Refusal } from "@/core/job/command";
import type { StageName } from "@/core/job/stageNames";
import type { FindingView, JobView } from "@/core/job/view";
import type { Invoice } from "@/core/cost/invoice";
import type { LinkView } from "@/core/people/links";
import { may, notTheirs } from "@/core/people/roles";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { useNotices } from "../notices";
import { useSettings } from "../settings";
import { useForecast, type Rides } from "./useForecast";

type ActAnswer =
  | { ok: true; view: JobView }
  | { ok: false; error: Refusal | { kind: "stale"; says: string; view: JobView } | { kind: "gone"; says: string } };
export type ActOnJob = (envelope: unknown) => Promise<ActAnswer>;

type Told<T> = Promise<{ ok: true; value: T } | { ok: false; says: string }>;
/** What is done with a customer's links to a job. */
export type Links = {
  readonly list: (jobId: string) => Told<readonly LinkView[]>;
  readonly give: (jobId: string, days: number, by: string) => Told<{ path: string; links: readonly LinkView[] }>;
  readonly end: (jobId: string, link: number) => Told<readonly LinkView[]>;
};

/** Issues and takes back a job's invoices; all of them come back. */
export type Invoicing = Readonly<Record<"issue" | "credit", (raw: unknown, by: string) => Told<readonly Invoice[]>>>;

/** What came of an act: done, and the job after it, or why not. A question comes back for the caller to ask. */
export type Outcome =
  { done: true; view: JobView } | { done: false; ask?: { says: string; perhaps: number | null; value: number }; says?: string };

type StepBack = { do: "undo" | "redo"; sure?: true };

type JobState = {
  view: JobView;
  busy: boolean;
  /** @param here the caller says itself, beside what was typed, why it was refused: no notice then */
  act: (command: Command | StepBack, here?: "says here") => Promise<Outcome>;
  /** What the stage shows: the finding, the item or the step, by its key; it stands in the address. */
  at: string | null;
  setAt: (key: string | null) => void;
  /** The finding that Fit shows: the one pointed at, else the first. */
  shown: FindingView | undefined;
  /** Goes to a stage, and there to a finding, an item or a step. What is being typed is kept first; false where it cannot be. */
  goTo: (stage: StageName, at?: string) => Promise<boolean>;
  stage: StageName;
  /** Registers what keeps a half-typed figure before the stage is left; false says that it cannot be kept as it is. */
  beforeLeaving: (keep: (() => Promise<boolean>) | null) => void;
  /** Keeps what is half typed now; false where it cannot be kept as it is. */
  keepTyped: () => Promise<boolean>;
  rides: Rides;
  links: Links;
  /** Issues an invoice, or takes one back. @returns why not; empty where it was done */
  invoice: (deed: "issue" | "credit", raw: object) => Promise<string>;
};

/** What is said stands over the tally, so that it never hides the button it speaks of. */
const SAYS_STYLE = { width: 252, marginRight: -16 };

const JobContext = createContext<JobState | null>(null);

export function useJob(): JobState {
  const state = useContext(JobContext);
  if (!state) throw new Error("useJob is called outside a job");
  return state;
}

/** Whether a job is there to be shown. */
export const useIsOpen = (): boolean => useContext(JobContext) !== null;

/** Holds the job as last seen; every edit names the version it was made on, one after the other, so that nothing overwrites anything. */
export function JobProvider({
  first,
  actOnJob,
  links,
  invoicing,
  stage,
  at,
  show,
  children,
}: {
  first: JobView;
  actOnJob: ActOnJob;
  links: Links;
  invoicing: Invoicing;
  stage: StageName;
  at: string | null;
  /** Puts a stage, and what it shows, on the screen and into the address; a new stage is a place to come back from. */
  show: (stage: StageName, at: string | null) => void;
  children: ReactNode;
}) {
  const [view, setView] = useState(first);
  const [running, setRunning] = useState(0);
  const halfTyped = useRef<(() => Promise<boolean>) | null>(null);
  const beforeLeaving = useCallback((keep: (() => Promise<boolean>) | null) => void (halfTyped.current = keep), []);
  const keepTyped = useCallback(async () => !halfTyped.current || (await halfTyped.current()), []);
  const goTo = useCallback(
    async (next: StageName, nextAt?: string) => {
      // A box that keeps its text when it is left does so now.
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      if (!(await keepTyped())) return false;
      show(next, nextAt ?? null);
      return true;
    },
    [show, keepTyped],
  );
  const setAt = useCallback((key: string | null) => show(stage, key), [show, stage]);
  const { by, who } = useSettings();
  const notices = useNotices();
  const latest = useRef(first);
  const invoice = useCallback(
    async (deed: "issue" | "credit", raw: object): Promise<string> => {
      const { id } = latest.current.job;
      const answer = await asOneWish(`${id} ${deed} ${JSON.stringify(raw)}`, (request) =>
        invoicing[deed]({ jobId: id, ...raw, request }, by),
      ).catch(async () => ({ ok: false as const, says: (await whyNoAnswer()).says }));
      if (!answer.ok) return answer.says;
      latest.current = { ...latest.current, invoices: answer.value };
      setView(latest.current);
      return "";
    },
    [invoicing, by],
  );
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const underWay = useRef(new Set<string>());

  const act = useCallback(
    (command: Command | StepBack, here?: "says here"): Promise<Outcome> => {
      // A key may stand for what is not offered: nothing is sent that would only come back.
      if (who && !may(who, command.do)) {
        const says = notTheirs(who, command.do);
        if (!here)
          notices.open({ title: "Not done", description: says, placement: "bottomRight", className: "says", style: SAYS_STYLE });
        return Promise.resolve({ done: false, says });
      }
      // A double click is one wish, not two.
      const same = JSON.stringify(command);
      if (underWay.current.has(same)) return Promise.resolve({ done: false });
      underWay.current.add(same);
      setRunning((n) => n + 1);
      const next = queue.current.then(async (): Promise<Outcome> => {
        try {
          const { id: jobId, version } = latest.current.job;
          const answer = await asOneWish(`${jobId} ${same}`, (request) => actOnJob({ jobId, version, by, command, request }));
          if (answer.ok || answer.error.kind === "stale") {
            const fresh = answer.ok ? answer.view : (answer.error as { view: JobView }).view;
            latest.current = fresh;
            setView(fresh);
          }
          if (answer.ok) return { done: true, view: answer.view };
          const { error } = answer;
          if (error.kind === "ask") return { done: false, ask: error };
          if (here && error.kind === "refused") return { done: false, says: error.says };
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
          const why = await whyNoAnswer();
          notices.open({
            title: why.title,
            description: why.says,
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
    [actOnJob, by, who, notices],
  );

  const rides = useForecast(view);
  const shown = view.findings.find((finding) => finding.key === at) ?? view.findings[0];
  const state = useMemo(
    () => ({ view, busy: running > 0, act, at, setAt, shown, goTo, stage, beforeLeaving, keepTyped, rides, links, invoice }),
    [view, running, act, at, setAt, shown, goTo, stage, beforeLeaving, keepTyped, rides, links, invoice],
  );
  return <JobContext value={state}>{children}</JobContext>;
}
