"use client";

import { useEffect, useState } from "react";
import type { JobOnBoard } from "@/core/bench/board";
import type { BenchPage, WhatIf } from "@/core/bench/page";
import { clockAt, dayAt } from "@/core/bench/wall";
import { formatDay } from "@/core/units/date";
import { hours } from "@/ui/format";
import { tagNumber } from "@/core/units/tagNumber";
import { Only } from "../Only";
import { asked, type MoveWish } from "./asked";

/** One job on the bench: how it comes out, what would be sooner, and its pieces of work. */
export function JobCard({
  job,
  page,
  busy,
  onFreeze,
  onMove,
}: {
  job: JobOnBoard;
  page: BenchPage;
  busy: boolean;
  onFreeze: (frozen: boolean) => void;
  onMove: (wish: MoveWish) => Promise<boolean>;
}) {
  const [what, setWhat] = useState<WhatIf | { says: string } | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    void asked<WhatIf>("/api/bench/what-if", { jobId: job.id }, abort.signal).then((answer) => {
      if (!abort.signal.aborted) setWhat(answer.ok ? answer.value : { says: answer.says });
    });
    return () => abort.abort();
  }, [job.id, page.version, page.nowMin]);
  const own = page.bars.filter((bar) => bar.job === job.id);
  const nameOf = (id: string) => page.people.find((one) => one.id === id)?.name ?? "";
  const placeOf = (id: string) => page.places.find((one) => one.id === id)?.name ?? "";
  return (
    <section className="card bench-card" aria-label={`No. ${tagNumber(job.number)}`}>
      <h2>
        <span className="num">{tagNumber(job.number)}</span> {job.name}
      </h2>
      <p>
        {job.due ? `Promised for ${formatDay(job.due)}.` : "No day is promised."}{" "}
        {job.doneMin === null ? "" : `Planned to be ready ${formatDay(dayAt(job.doneMin - 1))}.`}
      </p>
      {job.cause !== "" && (
        <p className="bad">
          {job.lateDays > 0 ? `${job.lateDays} day${job.lateDays === 1 ? "" : "s"} late: ` : "No day: "}
          {job.cause}.{job.wouldKeep !== "" && ` What would keep it: ${job.wouldKeep}.`}
        </p>
      )}
      {job.lacks !== "" && <p className="small soft">Not settled yet: {job.lacks}. The plan takes it as it stands.</p>}
      <div className="bench-actions">
        <Only may="plan the bench">
          <button className="button" onClick={() => onFreeze(!job.frozen)} disabled={busy || job.doneMin === null}>
            {job.frozen ? "Let it move again" : "Freeze where it stands"}
          </button>
        </Only>
        <a className="button quiet" href={`/jobs/${job.id}/build`}>
          To its work order
        </a>
      </div>
      <h3>When may it be promised?</h3>
      {what === null ? (
        <p className="soft">A thousand weeks are gone through …</p>
      ) : "says" in what ? (
        <p className="bad">{what.says}</p>
      ) : what.days.length === 0 ? (
        <p className="bad">{what.cause || "It has no day."}</p>
      ) : (
        <>
          <ul className="bench-days" aria-label="Days, and how likely it is ready by then">
            {what.days.slice(0, 8).map(({ day, share }) => (
              <li key={day} className={share >= 0.9 ? "safe" : ""}>
                <span>{formatDay(day).slice(0, -5)}</span>
                <i style={{ width: `${Math.round(share * 100)}%` }} />
                <b className="num">{Math.floor(share * 100)} %</b>
              </li>
            ))}
          </ul>
          {what.safe && (
            <p>
              <b>{formatDay(what.safe)}</b> is kept in nine weeks of ten.
            </p>
          )}
          {what.first.safe && what.safe && what.first.safe < what.safe && (
            <p>
              Taken before all that is not frozen: <b>{formatDay(what.first.safe)}</b>.{" "}
              {what.first.moved.length === 0 ? "Nobody else moves to another day." : "That moves:"}
            </p>
          )}
          {what.first.safe && what.safe && what.first.safe < what.safe && (
            <ul className="bench-told small">
              {what.first.moved.map((one) => (
                <li key={`${one.job} ${one.says}`} className={one.hit ? "bad" : ""}>
                  {one.says}
                </li>
              ))}
            </ul>
          )}
        </>
      )}
      <h3>Its pieces of work</h3>
      <ol className="bench-pieces">
        {own.map((bar) => (
          <li key={bar.from}>
            <b>
              {formatDay(dayAt(bar.from)).slice(0, -5)}, {clockAt(bar.from)}–{clockAt(bar.to)}
            </b>{" "}
            {nameOf(bar.person)}
            {bar.place && `, ${placeOf(bar.place)}`}
            <span className="small soft">
              {" "}
              {bar.steps.map(({ title, minutes }) => `${title} (${hours(minutes)})`).join("; ")}
            </span>
            {!job.frozen && page.people.length > 1 && (
              <Only may="plan the bench">
                <select
                  aria-label={`Give ${bar.steps[0]!.title} to`}
                  value={bar.person}
                  disabled={busy}
                  onChange={(event) =>
                    void onMove({
                      jobId: job.id,
                      steps: bar.steps.map(({ id }) => id),
                      personId: event.target.value,
                      startMin: bar.from,
                    })
                  }
                >
                  {page.people.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.name}
                    </option>
                  ))}
                </select>
              </Only>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
