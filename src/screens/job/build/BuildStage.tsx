"use client";

import { Input, type InputRef } from "antd";
import { useEffect, useRef } from "react";
import { CAUTIONS } from "@/core/standards/cautions";
import { AT, placeOf } from "@/core/standards/stepPlaces";
import { formatMoment } from "@/core/units/date";
import { typedNumber } from "@/core/figures/schema";
import { AskBefore, useEnterAsks } from "@/ui/AskBefore";
import { askTook, MOST_TOOK_MINUTES } from "@/core/work/took";
import { AFTER_SIGNING } from "@/core/work/signature";
import { hours } from "@/ui/format";
import { useKeptText } from "@/ui/useDraft";
import { useSettings } from "../../settings";
import { Only } from "../../Only";
import { useJob } from "../JobContext";
import { Photos } from "../Photos";
import { Course } from "./Course";
import { DryRun } from "./DryRun";
import { NumbersApart, SerialNumbers } from "./SerialNumbers";
import "./build.css";

/** The work order at arm's length: one step large, the rest as a list; ticked and signed by name. */
export function BuildStage() {
  const { view, at: picked, setAt: setPicked } = useJob();
  const { steps, job } = view;
  const next = steps.find((step) => !job.ticks[step.id]);
  const top = useRef<HTMLDivElement>(null);
  useEffect(() => void top.current?.parentElement?.scrollTo(0, 0), [picked]);
  const shown = steps.find((step) => step.id === picked) ?? next ?? steps[steps.length - 1];
  if (!shown)
    return (
      <section className="eyes wide build">
        <p className="card empty">No work order yet: choose a kit or a motor in Drive.</p>
      </section>
    );
  const index = steps.indexOf(shown);
  return (
    <>
      <section className="hands steps" aria-label="Steps">
        <div className="findings-head">
          <b>{steps.length} steps</b>
          <span className="soft">{hours(view.sheet.labourMinutes)} quoted</span>
        </div>
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
                onClick={() => setPicked(step.id)}
              >
                <StepMark done={Boolean(job.ticks[step.id])} number={i + 1} />
                <span className="step-title">
                  {step.title}
                  {!job.ticks[step.id] && step.parts.some((part) => part.waits) && (
                    <span className="bad small">a part is not here yet</span>
                  )}
                </span>
                <span className="num soft small">{hours(step.minutes)}</span>
              </button>
            </li>
          ))}
        </ol>
      </section>
      <section className="eyes build">
        {view.work.changed.length > 0 && <Changed />}
        <div ref={top} />
        <DryRun />
        <Course />
        <StepCard key={shown.id} step={shown} number={index + 1} onDone={() => setPicked(null)} />
        <Photos key={`photos ${shown.id}`} step={shown.id} />
        <NumbersApart />
        <SignOff />
        {!view.work.signHeld.stop && (
          <>
            <LeftOver title="Stays in the box" lines={view.work.staysInBox} />
            <LeftOver title="Goes back to the customer" lines={view.work.goesBack} />
          </>
        )}
      </section>
    </>
  );
}

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

function StepMark({ done, number }: { done: boolean; number: number }) {
  return <span className={`step-mark num${done ? " done" : ""}`}>{done ? "✓" : number}</span>;
}

type StepView = ReturnType<typeof useJob>["view"]["steps"][number];

function StepCard({ step, number, onDone }: { step: StepView; number: number; onDone: () => void }) {
  const { view, act, busy, goTo } = useJob();
  const [note, setNote, noteStored] = useKeptText(`${view.job.id} ${step.id} note`);
  const tick = view.job.ticks[step.id];
  // Ready for the note, without scrolling the step's title and cautions away.
  const box = useRef<InputRef>(null);
  useEffect(() => {
    // A keypad that opens by itself would cover the step.
    if (!window.matchMedia("(pointer: coarse)").matches) box.current?.focus({ preventScroll: true });
  }, []);
  const { by } = useSettings();
  const [despite, setDespite, despiteStored] = useKeptText(`${view.job.id} ${step.id} despite`);
  const [took, setTook, tookStored] = useKeptText(`${view.job.id} ${step.id} minutes`);
  const minutes = readTook(took);
  const asks = minutes === "wrong" ? null : askTook(minutes, step.minutes);
  const [doneButton, enterDone] = useEnterAsks();
  const overrides = view.findings.filter((finding) => finding.overridden);
  const held = step.held.why.length > 0;
  const ready = by.trim() !== "" && minutes !== "wrong" && (!held || (!step.held.stop && despite.trim().length >= 8));
  const done = async (confirmed: boolean) => {
    if (!ready) return;
    const outcome = await act({
      do: "tick",
      step: step.id,
      note: note.trim(),
      minutes,
      ...(confirmed && { confirmed: true }),
      ...(held && { despite: despite.trim() }),
    });
    if (!outcome.done) return;
    tookStored(took);
    noteStored(note);
    despiteStored(despite);
    onDone();
  };
  return (
    <article className="step-card">
      <p className="soft">
        Step {number}, {AT[placeOf(step.id)]}, about {hours(step.minutes)} ± {Math.round(step.spread)}
      </p>
      <h1>{step.title}</h1>
      {step.cautions.map((id) => (
        <p key={id} className={`caution${CAUTIONS[id].severity === 3 ? " severe" : ""}`}>
          <b>Take care.</b> {CAUTIONS[id].says} Defer to {CAUTIONS[id].deferTo}.
        </p>
      ))}
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
      <div className="step-columns">
        <div>
          <h3>Parts</h3>
          {step.parts.length === 0 && <p className="soft">none</p>}
          <ul>
            {step.parts.map((part) => (
              <li key={part.id + part.from}>
                {part.quantity > 1 && <span className="num">{part.quantity} × </span>}
                {part.name} {part.bin !== "" && !part.waits && !tick && <span className="soft small">in {part.bin}</span>}
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
          <h3>Torques</h3>
          {step.torques.length === 0 && <p className="soft">none</p>}
          <ul>
            {step.torques.map((row) => (
              <li key={row.id}>
                {row.says} <b className="num torque">{row.lowNm === row.highNm ? row.lowNm : `${row.lowNm}–${row.highNm}`} N·m</b>
                {row.hand && <span className="bad small"> {row.hand}</span>}
              </li>
            ))}
          </ul>
          {step.torques.length > 0 && <p className="small soft">The figure on the part governs.</p>}
        </div>
        <div>
          <h3>Tools</h3>
          <p>{step.tools.join(", ") || <span className="soft">the ordinary bench</span>}</p>
          {step.uses.length > 0 && <p className="small">Uses up {step.uses.map((one) => one.says).join("; ")}.</p>}
        </div>
      </div>
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
      {!tick && held && (
        <div className={`note step-held${step.held.stop ? " stop" : ""}`}>
          <b>{step.held.stop ? "Not before that is settled." : "Held back."}</b>
          <ul>
            {step.held.why.map((why) => (
              <li key={why}>{why}</li>
            ))}
          </ul>
          {!step.held.stop && (
            <Input
              value={despite}
              onChange={(event) => setDespite(event.target.value)}
              placeholder="Reason to do it all the same: it is kept on the work order"
              aria-label="Reason to do it all the same"
              maxLength={400}
            />
          )}
        </div>
      )}
      <div className="step-foot">
        {tick ? (
          <>
            <span className="good">
              Done by {tick.by || "no name"}, {formatMoment(tick.at)}
              {tick.note && `: ${tick.note}`}
              {tick.despite && `. All the same: ${tick.despite}`}
            </span>
            <Took step={step} />
            <Only may="untick">
              <button
                className="button quiet"
                disabled={busy || (view.job.signed !== null && view.work.changed.length === 0 && !AFTER_SIGNING.has(step.id))}
                onClick={() => void act({ do: "untick", step: step.id })}
              >
                Open it again
              </button>
            </Only>
          </>
        ) : (
          <Only may="tick">
            <Input
              ref={box}
              value={note}
              onChange={(event) => setNote(event.target.value)}
              placeholder="What was set, what was torqued"
              aria-label="Note on this step"
              maxLength={200}
              onPressEnter={enterDone}
            />
            <TookBox text={took} onChange={setTook} onEnter={enterDone} />
            <AskBefore
              asks={asks}
              yes="It took that"
              disabled={busy || !ready}
              buttonRef={doneButton}
              onYes={(asked) => void done(asked)}
            >
              {by.trim() === "" ? "Name first" : "Done"}
            </AskBefore>
          </Only>
        )}
      </div>
    </article>
  );
}

/** Minutes as typed; null where nothing is. */
function readTook(text: string): number | null | "wrong" {
  if (text.trim() === "") return null;
  const minutes = typedNumber(text);
  return typeof minutes === "number" && minutes >= 0 && minutes <= MOST_TOOK_MINUTES ? minutes : "wrong";
}

/** The box for the minutes that a step took. */
function TookBox({
  text,
  onChange,
  onEnter,
}: {
  text: string;
  onChange: (text: string) => void;
  onEnter: ReturnType<typeof useEnterAsks>[1];
}) {
  const wrong = readTook(text) === "wrong";
  return (
    <span className="step-took">
      <Input
        className="num"
        value={text}
        inputMode="decimal"
        onChange={(event) => onChange(event.target.value)}
        onPressEnter={onEnter}
        placeholder="took"
        suffix="min"
        aria-label="Minutes that the step took"
        status={wrong ? "error" : ""}
        maxLength={7}
      />
      {wrong && (
        <span className="bad small" role="status">
          minutes, such as 35; at most {MOST_TOOK_MINUTES}
        </span>
      )}
    </span>
  );
}

/** How long a step that is done took: noted now or later, signed or not. */
function Took({ step }: { step: StepView }) {
  const { view, act, busy } = useJob();
  const { may } = useSettings();
  const [took, setTook, tookStored] = useKeptText(`${view.job.id} ${step.id} minutes`);
  const [noteButton, enterNote] = useEnterAsks();
  const noted = view.job.ticks[step.id]!.tookMinutes;
  if (noted !== null)
    return (
      <span>
        took <b className="num">{Math.round(noted)} min</b>, quoted {Math.round(step.minutes)}{" "}
        {may("note minutes") && (
          <button className="link" disabled={busy} onClick={() => void act({ do: "note minutes", step: step.id, minutes: null })}>
            not so
          </button>
        )}
      </span>
    );
  if (!may("note minutes")) return null;
  const minutes = readTook(took);
  const usable = minutes !== null && minutes !== "wrong";
  return (
    <>
      <TookBox text={took} onChange={setTook} onEnter={enterNote} />
      <AskBefore
        asks={usable ? askTook(minutes, step.minutes) : null}
        yes="It took that"
        quiet
        buttonRef={noteButton}
        disabled={busy || !usable}
        onYes={(asked) =>
          void act({
            do: "note minutes",
            step: step.id,
            minutes: usable ? minutes : null,
            ...(asked && { confirmed: true }),
          }).then(({ done }) => done && tookStored(took))
        }
      >
        Note the time
      </AskBefore>
    </>
  );
}

/** What comes once the bike is signed for: the paper, what goes back, the visit. */
function AfterSigning() {
  const { view } = useJob();
  const { job, steps, work } = view;
  const visit = steps.find((step) => AFTER_SIGNING.has(step.id));
  const back = work.goesBack.length;
  return (
    <span>
      Next: print the work order for the customer
      {back > 0 && `, hand back what came off (${back} ${back === 1 ? "thing" : "things"}, listed below)`}
      {visit && !job.ticks[visit.id] && `, and agree the day of the visit: ${visit.title.toLowerCase()}`}.
    </span>
  );
}

function SignOff() {
  const { view, act, busy } = useJob();
  const { by } = useSettings();
  const { job, steps } = view;
  const { work } = view;
  const [despite, setDespite, despiteStored] = useKeptText(`${job.id} sign despite`);
  const left = steps.filter((step) => !job.ticks[step.id] && !AFTER_SIGNING.has(step.id)).length;
  const held = work.signHeld.why.length > 0;
  const ready = left === 0 && (!held || (!work.signHeld.stop && despite.trim().length >= 8));
  return (
    <div className="sign card">
      {job.signed && (
        <b className={work.changed.length === 0 ? "good" : "bad"}>
          Signed by {job.signed.by}, {formatMoment(job.signed.at)}
          {work.changed.length > 0 && ", for another state"}
        </b>
      )}
      {job.signed && work.changed.length === 0 && <AfterSigning />}
      {(!job.signed || work.changed.length > 0) && (
        <>
          <span>
            {left > 0
              ? `${left} ${left === 1 ? "step" : "steps"} left before it can be signed.`
              : by
                ? `All done. Signing as ${by}.`
                : "All done. Put your name at the top right to sign."}
          </span>
          {left === 0 && held && !work.signHeld.stop && (
            <Input
              value={despite}
              onChange={(event) => setDespite(event.target.value)}
              placeholder={`${work.signHeld.why[0]}. Reason to sign all the same`}
              aria-label="Reason to sign all the same"
              maxLength={400}
            />
          )}
          <Only may="sign">
            <button
              className="button main-action"
              disabled={busy || !ready}
              onClick={() =>
                void act({ do: "sign", ...(held && { despite: despite.trim() }) }).then(
                  ({ done }) => done && despiteStored(despite),
                )
              }
            >
              {job.signed ? "Sign it anew" : "Sign the work order"}
            </button>
          </Only>
        </>
      )}
      <span className="fill" />
      <a className="button quiet" href={`/api/jobs/${job.id}/labels.pdf`} target="_blank" rel="noreferrer">
        Labels PDF
      </a>
      <a className="button" href={`/api/jobs/${job.id}/work.pdf`} target="_blank" rel="noreferrer">
        Work order PDF
      </a>
    </div>
  );
}
