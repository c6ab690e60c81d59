"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import { strokesPath, PAD } from "@/core/job/signaturePad";
import { formatDay, formatMoment } from "@/core/units/date";
import { Only } from "../../Only";
import { useSettings } from "../../settings";
import { useJob } from "../JobContext";
import { ProofTable } from "../prove/ProofTable";
import "../prove/prove.css";
import "./handOver.css";

// The pad comes when somebody signs.
const Receiving = dynamic(() => import("./Receiving").then((m) => m.Receiving), { ssr: false });

/** The bike goes to its rider: what they are told, what was proved, which pieces are in it, and both names. The tag comes off. */
export function HandOverStage() {
  const { view, busy } = useJob();
  const { by } = useSettings();
  const { handOver, job } = view;
  const { rider, warranty, holds } = handOver;
  const [signs, setSigns] = useState(false);
  const paper = `/api/jobs/${job.id}/hand-over.pdf`;
  return (
    <>
      <section className="hands hand-over" aria-label="Hand over">
        <div className="findings-head">
          <b>Hand over</b>
          <span className="soft">{job.handed ? "done" : holds.length === 0 ? "ready" : "not yet"}</span>
        </div>
        <div className="hand-over-now">
          {job.handed ? (
            <>
              <p className="good">
                Handed over to {job.handed.customer} by {job.handed.by}, {formatMoment(job.handed.at)}. The tag comes off.
              </p>
              {job.handed.strokes ? (
                <svg viewBox={`0 0 ${PAD.width} ${PAD.height}`} className="hand-over-sign" role="img" aria-label="Signature">
                  <path d={strokesPath(job.handed.strokes)} fill="none" stroke="#1B2A32" strokeWidth="2.4" />
                </svg>
              ) : (
                <p className="soft">Signed on paper.</p>
              )}
            </>
          ) : (
            <>
              {holds.map((why) => (
                <p key={why} className="steps-held small">
                  {why}.
                </p>
              ))}
              {holds.length === 0 && (
                <p>All checks have passed and the work is signed. Go through the sheet with the rider, then both sign.</p>
              )}
              <Only may="hand over">
                <button
                  className="button main-action"
                  disabled={busy || holds.length > 0 || by.trim() === ""}
                  onClick={() => setSigns(true)}
                >
                  {by.trim() === "" ? "Name first" : "Hand it over"}
                </button>
              </Only>
            </>
          )}
          <a className="button" href={paper} target="_blank" rel="noreferrer">
            Hand-over PDF
          </a>
          <a className="button quiet" href={`/api/jobs/${job.id}/commissioning.pdf`} target="_blank" rel="noreferrer">
            Checks PDF
          </a>
          <a className="button quiet" href={`/api/jobs/${job.id}/settings.pdf`} target="_blank" rel="noreferrer">
            Settings PDF
          </a>
          {job.handed && (
            <a className="button" href={`/logbook/${job.id}`}>
              Its logbook
            </a>
          )}
          <a className="button quiet" href={`/api/jobs/${job.id}/work.pdf`} target="_blank" rel="noreferrer">
            Work order PDF
          </a>
          <h3>When it is looked at again</h3>
          <ul className="visits">
            {rider.visits.map(({ when, day, what }) => (
              <li key={when}>
                <b>{day === null ? when : formatDay(day)}</b>
                {day !== null && <span className="soft"> {when}</span>}
                <span className="block small">{what}</span>
              </li>
            ))}
          </ul>
        </div>
      </section>
      <section className="eyes build" aria-label="What the rider is given" tabIndex={0}>
        <div className="build-body">
          <article className="step-card">
            <h1>For the rider</h1>
            {rider.sections.map(({ title, lines }) => (
              <section key={title} className={`rider-part${title === "Stop" ? " stop" : ""}`}>
                <h3>{title}</h3>
                <ul>
                  {lines.map((line) => (
                    <li key={line}>{line}</li>
                  ))}
                </ul>
              </section>
            ))}
            {rider.label && (
              <section className="rider-part" aria-label="Label for the bike">
                <h3>Label for the bike</h3>
                <p className="bike-label">{rider.label.text}</p>
                <p className="soft small">The law here wants, as far as it is known: {rider.label.wants}. Confirm it locally.</p>
              </section>
            )}
            <h3>Asked, predicted, proved</h3>
            <ProofTable />
            <h3>Pieces by their numbers</h3>
            <table className="proof-table">
              <thead>
                <tr>
                  <th>Piece</th>
                  <th>Number</th>
                  <th>From</th>
                </tr>
              </thead>
              <tbody>
                {warranty.map(({ part, serials, from }) => (
                  <tr key={part}>
                    <td>{part}</td>
                    <td className="num">{serials.join(", ") || <span className="bad">not noted</span>}</td>
                    <td>{from}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </article>
        </div>
      </section>
      {signs && <Receiving onClose={() => setSigns(false)} />}
    </>
  );
}
