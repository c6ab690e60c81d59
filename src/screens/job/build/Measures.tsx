"use client";

import { Input } from "antd";
import { useState } from "react";
import { formatNumber } from "@/core/units/formatQuantity";
import type { MeasureView } from "@/core/job/view";
import { isGoing, useKeptText } from "@/ui/useDraft";
import { VerdictMark } from "@/ui/VerdictMark";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import type { StepView } from "./stepView";

/** What is read at this step, against its limit. */
export function Measures({ step }: { step: StepView }) {
  // What is read for a check is read where the check is made.
  const here = step.measures.filter(({ check }) => check === undefined);
  return (
    <>
      {(step.id === "checks" || step.id === "roadTest") && <InProve step={step.id} />}
      <MeasureList measures={here} label="Readings of this step" />
    </>
  );
}

/** The checks of commissioning have a stage of their own: how far they are, and the way there. */
function InProve({ step }: { step: "checks" | "roadTest" }) {
  const { view, goTo } = useJob();
  const mine = view.checks.filter(({ check }) => (check.stage === "road") === (step === "roadTest"));
  const next = mine.find(({ stands }) => stands !== "passed");
  return (
    <section className="in-prove" aria-label="Checks">
      <b className="num">
        {mine.filter(({ stands }) => stands === "passed").length} of {mine.length} checks passed
      </b>
      <button className="button" onClick={() => void goTo("Prove", next?.check.id)}>
        {next ? `Make them in Prove: ${next.check.title}` : "Look at them in Prove"}
      </button>
    </section>
  );
}

export function MeasureList({ measures, label }: { measures: readonly MeasureView[]; label: string }) {
  if (measures.length === 0) return null;
  return (
    <section className="measures" aria-label={label}>
      <h3>Read and keep</h3>
      <ul>
        {measures.map((measure) => (
          <MeasureLine key={measure.key} measure={measure} />
        ))}
      </ul>
    </section>
  );
}

/** On to the next box of the readings, and after the last one to the note under them. */
function goOn(from: HTMLElement) {
  const boxes = [...document.querySelectorAll<HTMLElement>(".measures input, .stand-bar .step-foot input")];
  boxes[boxes.indexOf(from) + 1]?.focus();
}

const MARK = { clear: "clear", unsure: "measure", red: "stop" } as const;
const WORD = { clear: "within", unsure: "too near to tell: read it better", red: "outside" } as const;

function MeasureLine({ measure }: { measure: MeasureView }) {
  const { view, act, busy } = useJob();
  const { may } = useSettings();
  const [text, setText, stored] = useKeptText(`${view.job.id} ${measure.key} reading`);
  const [says, setSays] = useState("");
  const [asks, setAsks] = useState("");
  const { taken } = measure;
  const keep = async (confirmed: boolean, from?: HTMLElement) => {
    // Left empty by Enter: the next one.
    if (text.trim() === "") return from && goOn(from);
    const outcome = await act(
      { do: "note reading", measure: measure.key, text, ...(confirmed && { confirmed: true }) },
      "says here",
    );
    setAsks(outcome.done ? "" : (outcome.ask?.says ?? ""));
    setSays(outcome.done ? "" : outcome.ask ? "" : (outcome.says ?? ""));
    if (outcome.done) stored(text);
    if (outcome.done && from) goOn(from);
  };
  return (
    <li>
      <span className="measure-says">
        {measure.says}
        <span className="soft small">
          {measure.limit}; {measure.with}
          {measure.plusMinus > 0 && `, ± ${formatNumber(measure.plusMinus, 2)} ${measure.unit}`}
        </span>
      </span>
      <span className="measure-taken">
        {taken && (
          <>
            <VerdictMark verdict={MARK[taken.passes]} size={18} />
            <b className="num">
              {formatNumber(taken.value, 2)} {measure.unit}
            </b>
            <span className={taken.passes === "red" ? "bad" : "soft small"}>{WORD[taken.passes]}</span>
          </>
        )}
      </span>
      {may("note reading") && (
        <span className="measure-box">
          <Input
            className="num"
            value={text}
            onChange={(event) => setText(event.target.value)}
            onPressEnter={(event) => void keep(false, event.currentTarget)}
            onBlur={() => {
              if (!isGoing()) void keep(false);
            }}
            inputMode="decimal"
            suffix={measure.unit}
            placeholder={taken ? "again" : "read"}
            aria-label={`Reading: ${measure.says}`}
            status={says ? "error" : ""}
            maxLength={40}
          />
          {asks && (
            <button className="button" disabled={busy} onClick={() => void keep(true)}>
              {asks} Keep it
            </button>
          )}
          {says && (
            <span className="bad small" role="status">
              {says}
            </span>
          )}
        </span>
      )}
    </li>
  );
}
