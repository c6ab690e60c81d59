"use client";

import { useEffect, useRef, useState } from "react";
import { running } from "@/core/work/timers";
import { hours } from "@/ui/format";
import { useJob } from "../JobContext";
import { Photos } from "../Photos";
import { Course } from "./Course";
import { DryRun } from "./DryRun";
import { FoundHere } from "./FoundHere";
import { Marks } from "./Marks";
import { Measures } from "./Measures";
import { NumbersApart } from "./SerialNumbers";
import { SignOff } from "./SignOff";
import { StandBar } from "./StandBar";
import { StepCard } from "./StepCard";
import { TellThem } from "./TellThem";
import type { StepView } from "./stepView";
import "./build.css";

/** The work order at arm's length: one step large, the next one small, the rest as a list; the next action always in one place. */
export function BuildStage() {
  const { view, at: picked, setAt: setPicked } = useJob();
  const { steps, job } = view;
  const next = steps.find((step) => !job.ticks[step.id]);
  const top = useRef<HTMLDivElement>(null);
  // What was just found stands on top.
  useEffect(() => void top.current?.scrollTo(0, 0), [picked, job.found.length]);
  // On a tablet the list is one line that opens.
  const [listed, setListed] = useState(false);
  const shown = steps.find((step) => step.id === picked) ?? next ?? steps[steps.length - 1];
  if (!shown)
    return (
      <section className="eyes wide build">
        <p className="card empty">No work order yet: choose a kit or a motor in Drive.</p>
      </section>
    );
  const index = steps.indexOf(shown);
  const after = steps.find((step, i) => i > index && !job.ticks[step.id]);
  const pick = (id: string) => {
    setPicked(id);
    setListed(false);
  };
  const begun = steps.some((step) => job.ticks[step.id]);
  return (
    <>
      <section className={`hands steps${listed ? " listed" : ""}`} aria-label="Steps">
        <div className="findings-head">
          <b>{steps.length} steps</b>
          <span className="soft">{hours(view.sheet.labourMinutes)} quoted</span>
        </div>
        <button className="steps-open" aria-expanded={listed} onClick={() => setListed(!listed)}>
          <b>
            Step {index + 1} of {steps.length}
          </b>
          <span className="soft">{listed ? "Close the list" : "All steps"}</span>
        </button>
        {view.work.signHeld.why.map((why) => (
          <p key={why} className={`steps-held small${view.work.signHeld.stop ? " stop" : ""}`}>
            {why}
          </p>
        ))}
        <ol>
          {steps.map((step, i) => (
            <li key={step.id}>
              <button
                className={`step${step === shown ? " here" : ""}${job.ticks[step.id] ? " done" : ""}`}
                onClick={() => pick(step.id)}
              >
                <StepMark step={step} number={i + 1} />
                <span className="step-title">
                  {step.title}
                  {!job.ticks[step.id] && step.parts.some((part) => part.waits) && (
                    <span className="bad small">a part is not here yet</span>
                  )}
                  {step.measures.some((measure) => measure.taken?.passes === "red") && (
                    <span className="bad small">a reading is outside its limit</span>
                  )}
                </span>
                <span className="num soft small">{hours(step.minutes)}</span>
              </button>
            </li>
          ))}
        </ol>
      </section>
      <section className="eyes build">
        <div className="build-body" ref={top}>
          {view.work.changed.length > 0 && <Changed />}
          <TellThem />
          {!begun && <Before />}
          <FoundHere step={shown} />
          <StepCard key={shown.id} step={shown} number={index + 1} of={steps.length} />
          <Measures step={shown} />
          <Marks step={shown} />
          {after && (
            <button className="step-next" onClick={() => pick(after.id)}>
              <span className="soft">Next</span> {after.title} <span className="num soft">{hours(after.minutes)}</span>
            </button>
          )}
          <Photos key={`photos ${shown.id}`} step={shown.id} />
          {begun && <Before />}
          <NumbersApart />
          <SignOff />
          {!view.work.signHeld.stop && (
            <>
              <LeftOver title="Stays in the box" lines={view.work.staysInBox} />
              <LeftOver title="Goes back to the customer" lines={view.work.goesBack} />
            </>
          )}
        </div>
        <StandBar key={`bar ${shown.id}`} step={shown} next={after?.id} onDone={() => setPicked(null)} />
      </section>
    </>
  );
}

/** What lies there before the first bolt, and how the work hangs together. */
const Before = () => (
  <>
    <DryRun />
    <Course />
  </>
);

/** The signature stands for a state that is not any more. */
function Changed() {
  const { view } = useJob();
  return (
    <div className="note" role="status">
      <b>Changed since {view.job.signed!.by} signed: a new signature is wanted.</b>
      <ul>
        {view.work.changed.slice(0, 8).map((line) => (
          <li key={line}>{line}</li>
        ))}
        {view.work.changed.length > 8 && <li>and {view.work.changed.length - 8} more</li>}
      </ul>
    </div>
  );
}

function LeftOver({ title, lines }: { title: string; lines: ReturnType<typeof useJob>["view"]["work"]["goesBack"] }) {
  if (lines.length === 0) return null;
  return (
    <div className="left-over">
      <h3>{title}</h3>
      <ul>
        {lines.map((line) => (
          <li key={line.says}>
            {line.says} <span className="soft">{line.why}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function StepMark({ step, number }: { step: StepView; number: number }) {
  const { job } = useJob().view;
  const done = Boolean(job.ticks[step.id]);
  const run = done ? undefined : running(job.timers[step.id]);
  return (
    <span className={`step-mark num${done ? " done" : ""}${run ? " runs" : ""}`} title={run && `${run.by} is at it`}>
      {done ? "✓" : number}
    </span>
  );
}
