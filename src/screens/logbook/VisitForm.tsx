"use client";

import { Checkbox, Input, Select } from "antd";
import { useState } from "react";
import { limitText } from "@/core/fit/measures";
import type { Logbook } from "@/core/logbook/logbook";
import { openFaults } from "@/core/logbook/openFaults";
import type { Fault } from "@/core/logbook/visitSchema";
import { VISITS, type VisitId } from "@/core/standards/visits";
import { formatDay } from "@/core/units/date";
import { shownUnit } from "@/core/units/dimension";
import { formatNumber } from "@/core/units/formatQuantity";
import { Field } from "@/ui/boxes";
import { useDraft } from "@/ui/useDraft";
import { Refusal } from "@/ui/Refusal";
import { useJob } from "../job/JobContext";
import { useSettings } from "../settings";

type Typed = {
  readonly kind: VisitId;
  readonly day: string;
  readonly way: string;
  readonly readings: Readonly<Record<string, string>>;
  readonly faults: readonly Fault[];
  readonly did: string;
  readonly minutes: string;
};

const NO_FAULT: Fault = { symptom: "", cause: "", helped: "", over: true, hurts: false };

/** The bike is here: what is read, what is wrong and what was done. What is typed outlives a reload. */
export function VisitForm({ logbook, onDone }: { logbook: Logbook; onDone: () => void }) {
  const { view, act, busy } = useJob();
  const { system } = useSettings();
  const [today] = useState(() => formatDay(new Date().toISOString()));
  const fresh: Typed = {
    kind: logbook.next.id,
    day: today,
    way: "",
    readings: {},
    // What no visit has settled stands in the next one, to be settled there.
    faults: openFaults(logbook.visits),
    did: "",
    minutes: "",
  };
  const { text, put, stored } = useDraft(`${view.job.id} visit`, JSON.stringify(fresh));
  const typed = JSON.parse(text) as Typed;
  const set = (more: Partial<Typed>) => put(JSON.stringify({ ...typed, ...more }));
  const [says, setSays] = useState("");
  const [asks, setAsks] = useState("");
  const setFault = (i: number, more: Partial<Fault>) =>
    set({ faults: typed.faults.map((fault, k) => (k === i ? { ...fault, ...more } : fault)) });
  const keep = async (confirmed: boolean) => {
    const minutes = typed.minutes.trim() === "" ? null : Number(typed.minutes.replace(",", "."));
    if (minutes !== null && !Number.isFinite(minutes)) return setSays("Minutes: a number is wanted, such as 40.");
    const outcome = await act(
      {
        do: "note visit",
        kind: typed.kind,
        day: typed.day,
        way: typed.way,
        system,
        readings: { ...typed.readings },
        faults: typed.faults.filter(({ symptom }) => symptom.trim() !== ""),
        did: typed.did,
        minutes,
        ...(confirmed && { confirmed: true }),
      },
      "says here",
    );
    setAsks(outcome.done ? "" : (outcome.ask?.says ?? ""));
    setSays(outcome.done || outcome.ask ? "" : (outcome.says ?? ""));
    if (!outcome.done) return;
    stored(text);
    onDone();
  };
  return (
    <form
      className="visit-form"
      aria-label="Note a visit"
      onSubmit={(event) => {
        event.preventDefault();
        void keep(false);
      }}
    >
      <h2>Note a visit</h2>
      <div className="visit-head">
        <Field label="Which visit">
          <Select
            value={typed.kind}
            onChange={(kind) => set({ kind })}
            options={[...VISITS.map(({ id, when }) => ({ value: id, label: when })), { value: "other", label: "between two" }]}
            aria-label="Which visit"
          />
        </Field>
        <Field label="Day">
          <Input
            value={typed.day}
            onChange={(event) => set({ day: event.target.value })}
            aria-label="Day of the visit"
            maxLength={40}
          />
        </Field>
        <Field label="Way on its counter">
          <Input
            value={typed.way}
            onChange={(event) => set({ way: event.target.value })}
            aria-label="Way on its counter"
            suffix={shownUnit("distance", system)}
            inputMode="decimal"
            maxLength={40}
          />
        </Field>
      </div>
      <p className="soft small">{VISITS.find(({ id }) => id === typed.kind)?.what}</p>
      <h3>Read</h3>
      <table className="visit-readings">
        <tbody>
          {logbook.wear.map(({ measure, points }) => {
            const last = points.at(-1);
            return (
              <tr key={measure.key}>
                <td>
                  {measure.says}
                  <span className="soft small block">
                    {limitText(measure)}; {measure.with}
                    {measure.plusMinus > 0 && `, ± ${formatNumber(measure.plusMinus, 2)} ${measure.unit}`}
                  </span>
                </td>
                <td className="num soft small">
                  {last &&
                    `${formatNumber(last.value, 2)} ${measure.unit} ${last.asNew ? "as new" : `on ${formatDay(last.day)}`}`}
                </td>
                <td>
                  <Input
                    className="num"
                    value={typed.readings[measure.key] ?? ""}
                    onChange={(event) => set({ readings: { ...typed.readings, [measure.key]: event.target.value } })}
                    aria-label={`Reading: ${measure.says}`}
                    suffix={measure.unit}
                    inputMode="decimal"
                    maxLength={40}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <h3>Wrong with it</h3>
      {typed.faults.map((fault, i) => (
        <fieldset key={i} className="card visit-fault" aria-label={`Fault ${i + 1}`}>
          <Field label="What it does">
            <Input
              value={fault.symptom}
              onChange={(event) => setFault(i, { symptom: event.target.value })}
              aria-label={`Symptom ${i + 1}`}
              maxLength={160}
            />
          </Field>
          <Field label="Why, if it is known">
            <Input
              value={fault.cause}
              onChange={(event) => setFault(i, { cause: event.target.value })}
              aria-label={`Cause ${i + 1}`}
              maxLength={200}
            />
          </Field>
          <Field label="What helped">
            <Input
              value={fault.helped}
              onChange={(event) => setFault(i, { helped: event.target.value })}
              aria-label={`What helped ${i + 1}`}
              maxLength={200}
            />
          </Field>
          <div className="visit-ticks">
            <Checkbox checked={fault.over} onChange={(event) => setFault(i, { over: event.target.checked })}>
              Put right
            </Checkbox>
            <Checkbox checked={fault.hurts} onChange={(event) => setFault(i, { hurts: event.target.checked })}>
              Nobody may ride it like that
            </Checkbox>
            <button type="button" className="link" onClick={() => set({ faults: typed.faults.filter((_, k) => k !== i) })}>
              take out
            </button>
          </div>
        </fieldset>
      ))}
      {typed.faults.length < 12 && (
        <button type="button" className="button" onClick={() => set({ faults: [...typed.faults, NO_FAULT] })}>
          Something is wrong
        </button>
      )}
      <h3>Done</h3>
      <Field label="What was done">
        <Input.TextArea
          value={typed.did}
          onChange={(event) => set({ did: event.target.value })}
          aria-label="What was done"
          autoSize={{ minRows: 2, maxRows: 6 }}
          maxLength={600}
        />
      </Field>
      <div className="visit-foot">
        <Field label="Minutes">
          <Input
            value={typed.minutes}
            onChange={(event) => set({ minutes: event.target.value })}
            aria-label="Minutes of the visit"
            suffix="min"
            inputMode="decimal"
            maxLength={10}
          />
        </Field>
        <span className="fill" />
        <button
          type="button"
          className="button quiet"
          onClick={() => {
            put(null);
            setSays("");
            setAsks("");
            onDone();
          }}
        >
          Drop what is typed
        </button>
        <button className="button main-action" disabled={busy}>
          Keep the visit
        </button>
      </div>
      {asks && (
        <p className="note" role="alert">
          {asks}{" "}
          <button type="button" className="button" disabled={busy} onClick={() => void keep(true)}>
            It is right: keep it
          </button>
        </p>
      )}
      <Refusal says={says} />
    </form>
  );
}
