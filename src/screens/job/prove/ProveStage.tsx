"use client";

import dynamic from "next/dynamic";
import { useEffect, useRef, useState } from "react";
import { useJob } from "../JobContext";
import { CheckCard } from "./CheckCard";
import { CheckBar } from "./CheckBar";
import "../build/build.css";
import "./prove.css";

// What is no check comes when it is looked at: charts and the reading of files, the scales, the controller, the promises.
const Proof = dynamic(() => import("./Proof").then((m) => m.Proof), { ssr: false });
const Weighing = dynamic(() => import("./Weighing").then((m) => m.Weighing), { ssr: false });
const Rides = dynamic(() => import("./Rides").then((m) => m.Rides), { ssr: false });

const Settings = dynamic(() => import("./Settings").then((m) => m.Settings), { ssr: false });

const STAGES = { "pack out": "Pack out", power: "Power, wheel raised", road: "On the road" } as const;
const OTHERS = [
  { id: "weigh", says: "Weighing" },
  { id: "ride", says: "The ride" },
  { id: "settings", says: "Settings" },
  { id: "promises", says: "Promises" },
] as const;

/** The finished bike: checked in a safe order, weighed, ridden, and held against what was promised. */
export function ProveStage() {
  const { view, at: picked, setAt } = useJob();
  const { checks, job } = view;
  const top = useRef<HTMLDivElement>(null);
  useEffect(() => void top.current?.scrollTo(0, 0), [picked]);
  const [listed, setListed] = useState(false);
  if (checks.length === 0)
    return (
      <section className="eyes wide build">
        <p className="card empty">No work order yet: choose a kit or a motor in Drive.</p>
      </section>
    );
  const next = checks.find(({ stands }) => stands !== "passed");
  // With all checks passed there are the promises to look at.
  const other = OTHERS.find(({ id }) => id === (picked ?? (next ? "" : "promises")));
  const shown = other ? undefined : (checks.find(({ check }) => check.id === picked) ?? next ?? checks.at(-1)!);
  const pick = (id: string) => {
    setAt(id);
    setListed(false);
  };
  const passed = checks.filter(({ stands }) => stands === "passed").length;
  const done: Record<string, boolean> = {
    weigh: job.weighed !== null,
    ride: job.rides.length > 0,
    settings: job.talks.at(-1)?.state === "verified",
  };
  return (
    <>
      <section className={`hands steps${listed ? " listed" : ""}`} aria-label="Checks">
        <div className="findings-head">
          <b>{checks.length} checks</b>
          <span className="soft">{passed} passed</span>
        </div>
        <button className="steps-open" aria-expanded={listed} onClick={() => setListed(!listed)}>
          <b>{shown ? `Check ${shown.number} of ${checks.length}` : other!.says}</b>
          <span className="soft">{listed ? "Close the list" : "All checks, weighing, ride"}</span>
        </button>
        <div className="whole-bike">
          {OTHERS.map(({ id, says }) => (
            <button key={id} className={`chip${other?.id === id ? " on" : ""}`} onClick={() => pick(id)}>
              {done[id] && "✓ "}
              {says}
            </button>
          ))}
        </div>
        <ol>
          {checks.map((state, i) => (
            <li key={state.check.id}>
              {state.check.stage !== checks[i - 1]?.check.stage && <h3 className="check-stage">{STAGES[state.check.stage]}</h3>}
              <button
                className={`step${state === shown ? " here" : ""}${state.stands === "passed" ? " done" : ""}`}
                onClick={() => pick(state.check.id)}
              >
                <span className={`step-mark num${state.stands === "passed" ? " done" : ""}`}>
                  {state.stands === "passed" ? "✓" : state.number}
                </span>
                <span className="step-title">
                  {state.check.title}
                  {state.stands === "again" && <span className="bad small">to be made again</span>}
                  {state.measures.some(({ taken }) => taken?.passes === "red") && (
                    <span className="bad small">a reading is outside its limit</span>
                  )}
                </span>
                {state.stands !== "passed" && state.waits.length > 0 && <span className="soft small">waits</span>}
              </button>
            </li>
          ))}
        </ol>
        {checks.length > 0 && (
          <a className="button quiet" href={`/api/jobs/${view.job.id}/commissioning.pdf`} target="_blank" rel="noreferrer">
            Checks PDF
          </a>
        )}
      </section>
      <section className="eyes build">
        <div className="build-body" ref={top}>
          {shown && <CheckCard key={shown.check.id} state={shown} of={checks.length} />}
          {other?.id === "weigh" && <Weighing />}
          {other?.id === "ride" && <Rides />}
          {other?.id === "settings" && <Settings />}
          {other?.id === "promises" && <Proof />}
        </div>
        {shown && <CheckBar key={`bar ${shown.check.id}`} state={shown} onDone={() => setAt(null)} />}
      </section>
    </>
  );
}
