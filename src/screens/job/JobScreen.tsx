"use client";

import { tagNumber } from "@/core/units/tagNumber";
import dynamic from "next/dynamic";
import { usePathname, useSearchParams } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { STAGE_NAMES, type StageName } from "@/core/job/stageNames";
import type { JobView } from "@/core/job/view";
import { Key } from "@/ui/Key";
import { formatDay } from "@/core/units/date";
import { Only } from "../Only";
import { useSettings } from "../settings";
import { JobProvider, useIsOpen, useJob, type ActOnJob, type Invoicing, type Links } from "./JobContext";
import { Knots } from "@/ui/Knots";
import { useSent } from "@/ui/Sent";
import { Tally } from "./Tally";
import { useStandKeys } from "./useStandKeys";
import "./job.css";

/** A stage whose code is on its way before there is anything to show. */
const atStand = (Stage: React.ComponentType) =>
  function AtStand() {
    return useIsOpen() ? <Stage /> : null;
  };

// A stage's code, drawings, charts and styles load when it is opened; dialogs likewise.
const STAGES: Record<StageName, React.ComponentType> = {
  Ask: dynamic(() => import("./ask/AskStage").then((m) => atStand(m.AskStage))),
  Survey: dynamic(() => import("./survey/SurveyStage").then((m) => atStand(m.SurveyStage))),
  Drive: dynamic(() => import("./drive/DriveStage").then((m) => atStand(m.DriveStage))),
  Fit: dynamic(() => import("./fit/FitStage").then((m) => atStand(m.FitStage))),
  Ride: dynamic(() => import("./ride/RideStage").then((m) => atStand(m.RideStage)), { ssr: false }),
  Sheet: dynamic(() => import("./sheet/SheetStage").then((m) => atStand(m.SheetStage))),
  Order: dynamic(() => import("./order/OrderStage").then((m) => atStand(m.OrderStage))),
  Build: dynamic(() => import("./build/BuildStage").then((m) => atStand(m.BuildStage))),
  "Hand over": dynamic(() => import("./hand-over/HandOverStage").then((m) => atStand(m.HandOverStage))),
  Prove: dynamic(() => import("./prove/ProveStage").then((m) => atStand(m.ProveStage))),
};
const KeyList = dynamic(() => import("./KeyList").then((m) => m.KeyList), { ssr: false });
const AskStepBack = dynamic(() => import("./AskStepBack").then((m) => m.AskStepBack), { ssr: false });
const HistoryPanel = dynamic(() => import("./HistoryPanel").then((m) => m.HistoryPanel), { ssr: false });

const slug = (stage: string) => stage.toLowerCase().replace(" ", "-");
const stageOf = (path: string): StageName | undefined => {
  const last = path.split("/")[3];
  return STAGE_NAMES.find((name) => slug(name) === last);
};

type JobScreenProps = { stage: StageName; actOnJob: ActOnJob; links: Links; invoicing: Invoicing };

/**
 * A job is a bike on a stand, and this screen is the stand: ticket and string on top, hands, eyes and tally below.
 * @param sent the job's view as JSON: as one text it is on the page in a third of the time that its thousands of fields would take; null
 *   where it is filled in after the page was rendered
 */
export function JobScreen({ sent: given, ...props }: JobScreenProps & { sent: string | null }) {
  const sent = useSent(given);
  return sent === null ? <Opening {...props} /> : <OpenJob {...props} sent={sent} />;
}

/** What is the same for all jobs: here before any of them. */
function Opening({ stage }: { stage: StageName }) {
  const Stage = STAGES[stage];
  return (
    <div className="stand" aria-busy>
      <p className="stand-opening soft" role="status">
        Opening the job …
      </p>
      <Stage />
    </div>
  );
}

function OpenJob({ sent, stage: asked, actOnJob, links, invoicing }: JobScreenProps & { sent: string }) {
  const [first] = useState(() => JSON.parse(sent) as JobView);
  const path = usePathname();
  const query = useSearchParams();
  const [shown, setShown] = useState({ stage: stageOf(path) ?? asked, at: query.get("at") });
  const now = useRef(shown);
  const show = useCallback(
    (stage: StageName, at: string | null) => {
      const address = `/jobs/${first.job.id}/${slug(stage)}${at === null ? "" : `?at=${encodeURIComponent(at)}`}`;
      if (stage === now.current.stage) window.history.replaceState(null, "", address);
      else window.history.pushState(null, "", address);
      now.current = { stage, at };
      setShown(now.current);
    },
    [first.job.id],
  );
  // Back and forward move the screen, not only the address.
  useEffect(() => {
    const back = () => {
      const stage = stageOf(window.location.pathname);
      if (!stage) return;
      now.current = { stage, at: new URLSearchParams(window.location.search).get("at") };
      setShown(now.current);
    };
    window.addEventListener("popstate", back);
    return () => window.removeEventListener("popstate", back);
  }, []);
  return (
    <JobProvider
      first={first}
      actOnJob={actOnJob}
      links={links}
      invoicing={invoicing}
      stage={shown.stage}
      at={shown.at}
      show={show}
    >
      <Stand />
    </JobProvider>
  );
}

function Stand() {
  const { view, stage, goTo, act, busy } = useJob();
  const { system, toggleSystem } = useSettings();
  const [keys, setKeys] = useState(false);
  const [history, setHistory] = useState(false);
  const [asks, setAsks] = useState<{ way: "undo" | "redo"; says: string } | null>(null);
  const stepBack = async (way: "undo" | "redo", sure = false) => {
    setAsks(null);
    const outcome = await act({ do: way, ...(sure && { sure: true }) });
    if (!outcome.done && outcome.ask) setAsks({ way, says: outcome.ask.says });
  };
  useStandKeys(() => setKeys(true), stepBack);
  const Stage = STAGES[stage];
  const { job } = view;
  const last = view.history.find((line) => !line.undone);
  return (
    <div className="stand">
      <header className="ticket">
        <div className="ticket-tag">
          <span className="ticket-hole" aria-hidden />
          <span className="ticket-number num">{tagNumber(job.number)}</span>
          <div className="ticket-who">
            <b>{job.wish.customer}</b>
            <span className="soft">{job.wish.bike || "bike not named yet"}</span>
            <span className="soft small">
              {job.wish.readyBy ? `promised ${formatDay(job.wish.readyBy)}` : "no date promised"}
            </span>
          </div>
        </div>
        <Knots stages={view.stages} current={stage} onPick={(name) => void goTo(name as StageName)} />
      </header>
      {job.aside && (
        <p className="aside-bar" role="status">
          <b>Put aside</b> {formatDay(job.aside.at.slice(0, 10))}
          {job.aside.by && `, ${job.aside.by}`}: {job.aside.why}
          <Only may="take up">
            <button className="button" disabled={busy} onClick={() => void act({ do: "take up" })}>
              Take it up again
            </button>
          </Only>
        </p>
      )}
      <div className={`panes panes-${slug(stage)}`}>
        <Stage />
        <Tally />
      </div>
      <footer className="keys">
        <span>
          <Key>g</Key> next step
        </span>
        <span>
          <Key>f</Key> next finding
        </span>
        <span>
          <Key>m</Key> measure
        </span>
        <span>
          {stage === "Survey" && (
            <>
              <Key>Alt</Key> +{" "}
            </>
          )}
          <Key>1</Key> to <Key>0</Key> stage
        </span>
        <button onClick={toggleSystem}>
          <Key>u</Key> {system === "metric" ? "mm, kg" : "in, lb"}
        </button>
        <button onClick={() => setKeys(true)}>
          <Key>?</Key> all keys
        </button>
        <span className="fill" />
        <button onClick={() => setHistory(true)} className="keys-last" title="What was done on this job">
          {busy ? "storing …" : last ? `${last.at.slice(11, 16)} ${last.says}` : "nothing done yet"}
        </button>
        <button onClick={() => void stepBack("undo")} disabled={busy}>
          <Key>z</Key> undo
        </button>
        <button onClick={() => void stepBack("redo")} disabled={busy}>
          <Key>y</Key> redo
        </button>
      </footer>
      {asks && <AskStepBack {...asks} onYes={() => void stepBack(asks.way, true)} onClose={() => setAsks(null)} />}
      {keys && <KeyList onClose={() => setKeys(false)} />}
      {history && <HistoryPanel onClose={() => setHistory(false)} />}
    </div>
  );
}
