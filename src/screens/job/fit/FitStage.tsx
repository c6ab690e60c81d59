"use client";

import { useEffect, useRef } from "react";
import { countVerdicts, isOpen } from "@/core/fit/finding";
import type { FindingView } from "@/core/job/view";
import type { Pin } from "@/draw/pins";
import { figure } from "@/ui/format";
import { VerdictMark } from "@/ui/VerdictMark";
import { useSettings } from "../../settings";
import { Drawings } from "./Drawings";
import { FindingCard } from "./FindingCard";
import { useJob } from "../JobContext";
import "./fit.css";

/** Every finding, the drawing it is pinned on, and what makes it go. */
export function FitStage() {
  const { view, shown, setAt } = useJob();
  const { findings } = view;
  const counts = countVerdicts(findings);
  const open = findings.filter(isOpen);
  const pins: Pin[] = (open.length > 0 ? open : findings.slice(0, 6)).slice(0, 12).map((finding, index) => ({
    key: finding.key,
    place: finding.place,
    verdict: finding.verdict,
    number: index + 1,
    here: finding.key === shown?.key,
    title: finding.title,
  }));
  return (
    <>
      <section className="hands findings" aria-label="Findings">
        <div className="findings-head">
          <b>
            {findings.length} {findings.length === 1 ? "check" : "checks"}
          </b>
          <span className="soft">
            {counts.stop} stop, {counts.adapt} adapt, {counts.measure} measure
          </span>
        </div>
        <ol>
          {findings.map((finding) => (
            <FindingRow
              key={finding.key}
              finding={finding}
              number={pins.find((pin) => pin.key === finding.key)?.number}
              here={finding.key === shown?.key}
              onPick={() => setAt(finding.key)}
            />
          ))}
        </ol>
        <Leftovers />
      </section>
      <section className="eyes fit">
        <Drawings place={shown?.place} pins={pins} />
        {shown && <FindingCard key={shown.key} finding={shown} />}
      </section>
    </>
  );
}

function FindingRow({
  finding,
  number,
  here,
  onPick,
}: {
  finding: FindingView;
  number: number | undefined;
  here: boolean;
  onPick: () => void;
}) {
  const { system } = useSettings();
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: "nearest" });
  }, [here]);
  return (
    <li ref={row}>
      <button className={`finding${here ? " here" : ""}${isOpen(finding) ? "" : " closed"}`} onClick={onPick} aria-current={here}>
        <VerdictMark verdict={finding.verdict} settled={finding.settled} />
        <span className="finding-text">
          <b>
            {number !== undefined && <span className="finding-number num">{number}</span>}
            {finding.title}
          </b>
          <span className="soft small">{finding.says}</span>
        </span>
        <span className={`num finding-margin${finding.margin && finding.margin.value < 0 && isOpen(finding) ? " bad" : ""}`}>
          {finding.verdict === "measure" && !finding.margin
            ? "?"
            : finding.margin && finding.margin.value !== 0
              ? figure(finding.margin.value, finding.margin.unit, system, 1)
              : ""}
        </span>
      </button>
    </li>
  );
}

/** What was accepted or overridden once and has nothing to hold on to now. */
function Leftovers() {
  const { view } = useJob();
  if (view.idle.length + view.unusedOverrides.length === 0) return null;
  return (
    <div className="note leftovers small">
      {view.idle.length > 0 && (
        <p>
          {view.idle.length} accepted {view.idle.length === 1 ? "remedy is" : "remedies are"} not offered any more and{" "}
          {view.idle.length === 1 ? "adds" : "add"} nothing to the sheet.
        </p>
      )}
      {view.unusedOverrides.length > 0 && (
        <p>
          {view.unusedOverrides.length} {view.unusedOverrides.length === 1 ? "override has" : "overrides have"} nothing to
          override.
        </p>
      )}
    </div>
  );
}
