"use client";

import { Fragment } from "react";
import { CAUTIONS } from "@/core/standards/cautions";
import { AT } from "@/core/standards/stepPlaces";
import { formatMoment } from "@/core/units/date";
import { hours } from "@/ui/format";
import { useJob } from "../JobContext";
import { SerialNumbers } from "./SerialNumbers";
import type { StepView } from "./stepView";

/** One step, large: what can go wrong first, then the torques, the parts with where they lie, and how it is done. */
export function StepCard({ step, number, of }: { step: StepView; number: number; of: number }) {
  const { view, act, busy, goTo } = useJob();
  const tick = view.job.ticks[step.id];
  const again = tick ? undefined : view.job.reopened[step.id];
  const overrides = view.findings.filter((finding) => finding.overridden);
  return (
    <article className="step-card">
      <p className="soft">
        Step {number} of {of}, {AT[step.place]}, about {hours(step.minutes)} ± {Math.round(step.spread)}
      </p>
      <h1>{step.title}</h1>
      {again && (
        <p className="note" role="status">
          <b>Open again</b> since {formatMoment(again.at)}, {again.by || "no name"}: {again.why}.
        </p>
      )}
      {step.cautions.map((id) => (
        <p key={id} className={`caution${CAUTIONS[id].severity === 3 ? " severe" : ""}`}>
          <b>Take care.</b> {CAUTIONS[id].says} Defer to {CAUTIONS[id].deferTo}.
        </p>
      ))}
      {step.torques.length > 0 && (
        <div className="step-torques">
          <ul>
            {step.torques.map((row) => (
              <li key={row.id}>
                <b className="num torque">
                  {row.lowNm === row.highNm ? row.lowNm : `${row.lowNm}–${row.highNm}`}
                  <span>N·m</span>
                </b>
                <span>
                  {row.says}
                  {row.hand && <b className="bad">{row.hand}</b>}
                </span>
              </li>
            ))}
          </ul>
          <p className="small soft">The figure on the part governs.</p>
        </div>
      )}
      <div className="step-columns">
        <div>
          <h3>Parts</h3>
          {step.parts.length === 0 && <p className="soft">none</p>}
          <ul>
            {step.parts.map((part) => (
              <li key={part.id + part.from}>
                {part.quantity > 1 && <span className="num">{part.quantity} × </span>}
                {part.name}{" "}
                {part.bin !== "" && !part.waits && !tick && (
                  <span className="step-bin">
                    in <b>{part.bin}</b>
                  </span>
                )}
                {part.waits && <b className="bad">{part.waits}</b>}
                {part.theirs === "awaited" && (
                  <button className="button" disabled={busy} onClick={() => void act({ do: "brought", partId: part.id })}>
                    It is here
                  </button>
                )}
                {part.numbered && <SerialNumbers part={part} />}
              </li>
            ))}
          </ul>
        </div>
        <div>
          <h3>Tools</h3>
          <p>
            {step.tools.length === 0 && <span className="soft">the ordinary bench</span>}
            {step.tools.map((tool, i) => (
              <Fragment key={tool}>
                {i > 0 && ", "}
                <span className="step-tool">{tool}</span>
              </Fragment>
            ))}
          </p>
          {step.uses.length > 0 && <p className="small">Uses up {step.uses.map((one) => one.says).join("; ")}.</p>}
        </div>
      </div>
      {step.because.length > 0 && (
        <ul className="step-because">
          {step.because.map((remedy) => (
            <li key={remedy.finding + remedy.title}>
              <b>{remedy.title}</b>: {remedy.says}{" "}
              <button
                className="link"
                onClick={() => {
                  void goTo("Fit", remedy.finding);
                }}
              >
                its finding
              </button>
            </li>
          ))}
        </ul>
      )}
      {step.does.length > 0 && (
        <ul className="step-does">
          {step.does.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {step.waits.map((wait) => (
        <p key={wait.says} className="step-wait">
          <b>Wait.</b> {wait.says}.
        </p>
      ))}
      {step.id === "survey" && overrides.length > 0 && (
        <ul className="note">
          {overrides.map((finding) => (
            <li key={finding.key}>
              {finding.title} overridden by {finding.overridden!.by || "somebody"}: {finding.overridden!.reason}
            </li>
          ))}
        </ul>
      )}
    </article>
  );
}
