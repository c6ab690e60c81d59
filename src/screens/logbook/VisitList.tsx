"use client";

import { Popconfirm } from "antd";
import type { Visit } from "@/core/logbook/visitSchema";
import { limitText } from "@/core/fit/measures";
import { VISITS } from "@/core/standards/visits";
import { formatDay } from "@/core/units/date";
import { formatNumber } from "@/core/units/formatQuantity";
import { figure } from "@/ui/format";
import { VerdictMark } from "@/ui/VerdictMark";
import { useJob } from "../job/JobContext";
import { Only } from "../Only";
import { useSettings } from "../settings";

const MARK = { clear: "clear", unsure: "measure", red: "stop" } as const;

/** Visits, the latest first: what was read, wrong and done. */
export function VisitList({ visits }: { visits: readonly Visit[] }) {
  const { view, act, busy } = useJob();
  const { system } = useSettings();
  if (visits.length === 0) return <p className="soft">It was not here since.</p>;
  const wear = view.logbook!.wear;
  return (
    <ol className="visit-list" aria-label="Visits, the latest first">
      {visits.toReversed().map((visit) => (
        <li key={visit.id} className="card">
          <p>
            <b>{formatDay(visit.day)}</b>
            {visit.km !== null && <span className="num"> {figure(visit.km, "km", system, 0)}</span>}
            <span className="soft small block">
              {VISITS.find(({ id }) => id === visit.kind)?.when ?? "between two"}; {visit.by}
              {visit.minutes !== null && `, ${formatNumber(visit.minutes, 0)} min`}
            </span>
          </p>
          {wear.flatMap(({ measure, points }) => {
            const reading = visit.readings[measure.key];
            const point = points.find(({ day, asNew, value }) => !asNew && day === visit.day && value === reading?.value);
            return reading && point ? (
              <p key={measure.key} className="small">
                <VerdictMark verdict={MARK[point.passes]} size={14} /> {measure.says}{" "}
                <b className="num">
                  {formatNumber(reading.value, 2)} {measure.unit}
                </b>
                {point.passes !== "clear" && <span className="soft"> ({limitText(measure)})</span>}
              </p>
            ) : (
              []
            );
          })}
          {visit.faults.map((fault) => (
            <p key={fault.symptom} className="small">
              <b>{fault.symptom}</b>
              {fault.cause && `: ${fault.cause}`}
              {fault.helped && ` → ${fault.helped}`}
              {!fault.over && <span className="bad"> not put right</span>}
            </p>
          ))}
          {visit.did && <p className="small">{visit.did}</p>}
          <Only may="take out visit">
            <Popconfirm
              title="Take this visit out?"
              okText="Take it out"
              cancelText="Keep it"
              onConfirm={() => void act({ do: "take out visit", id: visit.id })}
            >
              <button className="link small" disabled={busy} aria-label={`Take out the visit of ${formatDay(visit.day)}`}>
                take out
              </button>
            </Popconfirm>
          </Only>
        </li>
      ))}
    </ol>
  );
}
