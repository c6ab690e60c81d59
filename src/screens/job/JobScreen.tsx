"use client";

import { Modal } from "antd";
import dynamic from "next/dynamic";
import { useCallback, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { isOpen } from "@/core/fit/finding";
import { FUTURE_STAGES, STAGE_NAMES, type StageName } from "@/core/job/stages";
import type { JobView } from "@/core/job/view";
import { Key } from "@/ui/Key";
import { useSettings } from "../settings";
import { AskStage } from "./AskStage";
import { BuildStage } from "./BuildStage";
import { DriveStage } from "./DriveStage";
import { FitStage } from "./FitStage";
import { HistoryPanel } from "./HistoryPanel";
import { JobProvider, useJob, type ActOnJob } from "./JobContext";
import { Knots } from "./Knots";
import { OrderStage } from "./OrderStage";
import { SheetStage } from "./SheetStage";
import { SurveyStage } from "./SurveyStage";
import { Tally } from "./Tally";
import { shortDate } from "@/ui/format";
import "./job.css";
import "./stages.css";

// Loaded where it is shown: the charts weigh more than the rest of the job.
const RideStage = dynamic(() => import("./RideStage").then((m) => m.RideStage), { ssr: false });

const slug = (stage: string) => stage.toLowerCase().replace(" ", "-");

/** A job is a bike on a stand, and this screen is the stand: ticket and string on top, hands, eyes and tally below. */
export function JobScreen({ first, stage: asked, actOnJob }: { first: JobView; stage: StageName; actOnJob: ActOnJob }) {
  const [stage, setStage] = useState<string>(asked);
  const goTo = useCallback(
    (next: string) => {
      if (FUTURE_STAGES.has(next as StageName)) return;
      setStage(next);
      window.history.pushState(null, "", `/jobs/${first.job.id}/${slug(next)}`);
    },
    [first.job.id],
  );
  return (
    <JobProvider first={first} actOnJob={actOnJob} stage={stage} goTo={goTo}>
      <Stand />
    </JobProvider>
  );
}

const STAGES: Record<string, React.ComponentType> = {
  Ask: AskStage,
  Survey: SurveyStage,
  Drive: DriveStage,
  Fit: FitStage,
  Ride: RideStage,
  Sheet: SheetStage,
  Order: OrderStage,
  Build: BuildStage,
};

function Stand() {
  const { view, stage, goTo, act, busy } = useJob();
  const { system, toggleSystem } = useSettings();
  const [keys, setKeys] = useState(false);
  const [history, setHistory] = useState(false);
  useStandKeys(() => setKeys(true));
  const Stage = STAGES[stage] ?? FitStage;
  const { job } = view;
  const last = view.history.find((line) => !line.undone);
  return (
    <div className="stand">
      <header className="ticket">
        <div className="ticket-tag">
          <span className="ticket-hole" aria-hidden />
          <span className="ticket-number num">{String(job.number).padStart(4, "0")}</span>
          <div className="ticket-who">
            <b>{job.wish.customer}</b>
            <span className="soft">{job.wish.bike || "bike not named yet"}</span>
            <span className="soft small">
              {job.wish.readyBy ? `promised ${shortDate(job.wish.readyBy)}` : "no date promised"}
            </span>
          </div>
        </div>
        <Knots stages={view.stages} current={stage} onPick={goTo} />
      </header>
      <div className={`panes panes-${slug(stage)}`}>
        <Stage />
        <Tally />
      </div>
      <footer className="keys">
        <span>
          <Key>f</Key> next finding
        </span>
        <span>
          <Key>m</Key> measure
        </span>
        <span>
          <Key>1</Key>–<Key>0</Key> stage
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
        <button onClick={() => void act({ do: "undo" })} disabled={busy}>
          <Key>z</Key> undo
        </button>
      </footer>
      <Modal open={keys} onCancel={() => setKeys(false)} footer={null} title="Keys">
        <KeyList />
      </Modal>
      {history && <HistoryPanel onClose={() => setHistory(false)} />}
    </div>
  );
}

/** The keys of the stand; they rest while something is typed. */
function useStandKeys(showKeys: () => void) {
  const { view, goTo, act, point, pointed, shown, measureItem, stage } = useJob();
  const { toggleSystem } = useSettings();
  const step = (by: 1 | -1) => {
    const open = view.findings.filter(isOpen);
    const all = open.length > 0 ? open : view.findings;
    if (all.length === 0) return;
    const at = all.findIndex((finding) => finding.key === pointed);
    point(all[at < 0 ? (by > 0 ? 0 : all.length - 1) : (at + by + all.length) % all.length]!.key);
    if (stage !== "Fit") goTo("Fit");
  };
  useHotkeys("1,2,3,4,5,6,7,8,9,0", (event) => goTo(STAGE_NAMES[(Number(event.key) + 9) % 10]!));
  // With Alt the stages are reached out of a box too.
  useHotkeys(
    "alt+1,alt+2,alt+3,alt+4,alt+5,alt+6,alt+7,alt+8,alt+9,alt+0",
    (event) => (event.preventDefault(), goTo(STAGE_NAMES[(Number(event.code.slice(-1)) + 9) % 10]!)),
    { enableOnFormTags: true },
  );
  useHotkeys("f", () => step(1));
  useHotkeys("shift+f", () => step(-1));
  useHotkeys("m", (event) => {
    event.preventDefault();
    const first = stage === "Fit" && shown?.verdict === "measure" ? shown.settle[0] : undefined;
    if (first) measureItem(first);
    else goTo("Survey");
  });
  useHotkeys("u", toggleSystem);
  useHotkeys("z", () => void act({ do: "undo" }));
  useHotkeys("mod+z", (event) => {
    event.preventDefault();
    void act({ do: "undo" });
  });
  useHotkeys("p", () => window.open(`/api/jobs/${view.job.id}/${stage === "Build" ? "work" : "sheet"}.pdf`, "_blank"));
  useHotkeys("?,shift+?", showKeys, { useKey: true });
}

function KeyList() {
  const rows: [string, string][] = [
    ["1 … 0", "a stage: Ask, Survey, Drive …; with Alt also while typing"],
    ["f  F", "next and previous finding that is open"],
    ["Enter", "in Fit: accept the first remedy; in Survey: keep the reading and go on"],
    ["m", "the next measurement"],
    ["/", "find"],
    ["u", "millimetres or inches"],
    ["p", "print: the sheet, or in Build the work order"],
    ["z", "undo the last edit"],
    ["n", "in Jobs: a new job"],
    ["?", "this list"],
  ];
  return (
    <dl className="key-list">
      {rows.map(([key, says]) => (
        <div key={key}>
          <dt>
            <Key>{key}</Key>
          </dt>
          <dd>{says}</dd>
        </div>
      ))}
    </dl>
  );
}
