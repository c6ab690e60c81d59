"use client";

import { Input, Select } from "antd";
import { Refusal } from "@/ui/Refusal";
import { useEffect, useState } from "react";
import { LINES, type LineKind } from "@/core/settings/lines";
import type { Health } from "@/core/settings/health";
import { lastRead } from "@/core/settings/lastRead";
import type { Parameter } from "@/core/settings/sheetSchema";
import { formatMoment } from "@/core/units/date";
import { plainFigure } from "@/core/units/plainFigure";
import { formatNumber } from "@/core/units/formatQuantity";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";

const STATE = {
  read: "Read",
  verified: "Written and read back",
  "nothing written": "Nothing was written",
  unknown: "Not known what it holds",
} as const;

/** The whole step of a setting at or under a figure. */
const stepUnder = ({ step }: Parameter, figure: number): number => Number((step * Math.floor(figure / step + 1e-9)).toFixed(6));

/** The controller's parameters: what it holds, what this build wants and why, written only once nothing speaks against it. */
export function Settings() {
  const { view, act, busy, rides } = useJob();
  const { by } = useSettings();
  const { sheet, wanted, why, heldWrong } = view.settings;
  const last = view.job.talks.findLast(({ family }) => family === sheet.family);
  const held = lastRead(view.job.talks, sheet);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [line, setLine] = useState<LineKind>("as it should be");
  const [says, setSays] = useState("");
  const [asks, setAsks] = useState("");
  const [health, setHealth] = useState<Health | null | undefined>(undefined);
  const { health: ofRoad } = rides;
  useEffect(() => {
    let old = false;
    void ofRoad().then((found) => !old && setHealth(found));
    return () => {
      old = true;
    };
  }, [ofRoad]);
  const textOf = ({ id }: Parameter) => typed[id] ?? (wanted[id] === undefined ? "" : String(wanted[id]));
  const valueOf = (parameter: Parameter): number | null => {
    const text = textOf(parameter);
    return text.trim() === "" ? null : (plainFigure(text) ?? Number.NaN);
  };
  const current = sheet.parameters.find(({ purpose }) => purpose === "battery current");
  const unread = sheet.parameters.filter((parameter) => Number.isNaN(valueOf(parameter)));
  const told = (outcome: Awaited<ReturnType<typeof act>>) => {
    setAsks(outcome.done ? "" : (outcome.ask?.says ?? ""));
    setSays(outcome.done || outcome.ask ? "" : (outcome.says ?? ""));
    if (outcome.done && outcome.view.job.talks.at(-1)?.state === "verified") setTyped({});
  };
  const read = async () => told(await act({ do: "read settings", line }, "says here"));
  const write = async (confirmed: boolean) => {
    if (unread.length > 0) return setSays(`${unread[0]!.says}: a figure in ${unread[0]!.unit}.`);
    const values = Object.fromEntries(
      sheet.parameters.flatMap((parameter) => {
        const value = valueOf(parameter);
        return value === null ? [] : [[parameter.id, value]];
      }),
    );
    told(await act({ do: "write settings", values, line, ...(confirmed && { confirmed: true }) }, "says here"));
  };
  // What it held before the last writing: put into the boxes, to be written like any other.
  const before = view.job.talks.findLast(({ state }) => state === "verified")?.before;
  return (
    <article className="step-card">
      <h1>Settings</h1>
      <p>
        {sheet.family}, version {sheet.version}. A stand-in answers in its place: no cable is opened here yet. Wheel off the
        ground and guarded while a controller is written to; its maker&apos;s limits go before these.
      </p>
      {last && (
        <p
          className={last.state === "unknown" ? "steps-held stop" : last.state === "nothing written" ? "steps-held" : "good"}
          role="status"
        >
          <b>{STATE[last.state]}</b>, {last.by}, {formatMoment(last.at)}
          {last.says && `. ${last.says}`}
        </p>
      )}
      {heldWrong.length > 0 && (
        <div className="steps-held stop" role="status">
          <b>What it holds speaks against riding it:</b>
          <ul>
            {heldWrong.map((wrong) => (
              <li key={wrong}>{wrong}</li>
            ))}
          </ul>
        </div>
      )}
      <table className="proof-table settings-table">
        <thead>
          <tr>
            <th>Setting</th>
            <th>It holds</th>
            <th>To be written</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {sheet.parameters.map((parameter) => {
            const now = held?.[parameter.id];
            const other = now !== undefined && wanted[parameter.id] !== undefined && Math.abs(now - wanted[parameter.id]!) > 1e-6;
            return (
              <tr key={parameter.id}>
                <td>
                  {parameter.says}
                  <span className="soft small block">{parameter.does}</span>
                </td>
                <td className={`num${other ? " bad" : ""}`}>
                  {now === undefined ? "not read" : `${formatNumber(now, 2)} ${parameter.unit}`}
                  {other && <span className="small block words">not as wanted</span>}
                </td>
                <td>
                  <Input
                    className="num"
                    value={textOf(parameter)}
                    suffix={parameter.unit}
                    inputMode="decimal"
                    aria-label={`${parameter.says}, ${parameter.unit}`}
                    placeholder="left as it is"
                    onChange={(event) => setTyped({ ...typed, [parameter.id]: event.target.value })}
                  />
                  <span className="soft small block">
                    {formatNumber(parameter.min, 1)} to {formatNumber(parameter.max, 1)}, by {formatNumber(parameter.step, 2)};
                    delivered {formatNumber(parameter.delivered, 1)}
                  </span>
                </td>
                <td className="small">{why[parameter.id] ?? "nothing of this build asks for it"}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {health && (
        <p className="steps-held">
          The winding would come to {formatNumber(health.windingC, 0)} °C on this road, {formatNumber(health.limitC, 0)} is its
          limit:{" "}
          {health.batteryA === null
            ? "no current that still comes up the hill keeps it."
            : `at most ${formatNumber(health.batteryA, 1)} A from the pack keeps it, and takes ${formatNumber(health.minutesMore, 1)} min more.`}{" "}
          {health.batteryA !== null && current && (
            <Only may="write settings">
              <button
                className="button quiet"
                onClick={() => setTyped({ ...typed, [current.id]: String(stepUnder(current, health.batteryA!)) })}
              >
                Put {formatNumber(stepUnder(current, health.batteryA), 1)} A into the box
              </button>
            </Only>
          )}
        </p>
      )}
      <Only may="write settings">
        <div className="weigh-boxes">
          <label className="field">
            <span>The stand-in&apos;s line</span>
            <Select
              value={line}
              onChange={setLine}
              aria-label="The stand-in's line"
              options={LINES.map((value) => ({ value, label: value }))}
            />
          </label>
          <button className="button" disabled={busy || by.trim() === ""} onClick={() => void read()}>
            Read
          </button>
          {before && (
            <button
              className="button quiet"
              disabled={busy}
              onClick={() => setTyped(Object.fromEntries(Object.entries(before).map(([id, value]) => [id, String(value)])))}
            >
              What it held before
            </button>
          )}
          <button className="button main-action" disabled={busy || by.trim() === ""} onClick={() => void write(false)}>
            {by.trim() === "" ? "Name first" : "Write and read back"}
          </button>
          <a className="button quiet" href={`/api/jobs/${view.job.id}/settings.pdf`} target="_blank" rel="noreferrer">
            Settings PDF
          </a>
        </div>
        {asks && (
          <button className="button" disabled={busy} onClick={() => void write(true)}>
            {asks}
          </button>
        )}
      </Only>
      <Refusal says={says} />
    </article>
  );
}
