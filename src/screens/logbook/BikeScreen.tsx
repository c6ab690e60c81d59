"use client";

import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { promiseBound, promiseFigure, promisePlusMinus, PROMISE_TITLES } from "@/core/promise/promiseText";
import type { JobView } from "@/core/job/view";
import type { Logbook } from "@/core/logbook/logbook";
import { formatDay } from "@/core/units/date";
import { daysBetween } from "@/core/units/days";
import { formatNumber } from "@/core/units/formatQuantity";
import { tagNumber } from "@/core/units/tagNumber";
import { figure } from "@/ui/format";
import { useInBrowser } from "@/ui/useDraft";
import { VerdictMark } from "@/ui/VerdictMark";
import { JobProvider, useJob, type ActOnJob, type Invoicing, type Links } from "../job/JobContext";
import { Only } from "../Only";
import { useSettings } from "../settings";
import { VisitList } from "./VisitList";
import type { StartUpgrade } from "./Upgrade";
import "./logbook.css";

// Charts, the form and the upgrade come when they are wanted.
const WearCharts = dynamic(() => import("./WearCharts").then((m) => m.WearCharts), { ssr: false });
const VisitForm = dynamic(() => import("./VisitForm").then((m) => m.VisitForm), { ssr: false });
const Upgrade = dynamic(() => import("./Upgrade").then((m) => m.Upgrade), { ssr: false });

/** A finished bike: what was promised of it, how its figures move, when it is due, and what comes next for it. */
export function BikeScreen({
  sent,
  actOnJob,
  links,
  invoicing,
  startUpgrade,
  later,
}: {
  /** The job's view as JSON. @see JobScreen */
  sent: string;
  actOnJob: ActOnJob;
  links: Links;
  invoicing: Invoicing;
  startUpgrade: StartUpgrade;
  later: Later;
}) {
  const [first] = useState(() => JSON.parse(sent) as JobView);
  const router = useRouter();
  return (
    <JobProvider
      first={first}
      actOnJob={actOnJob}
      links={links}
      invoicing={invoicing}
      stage="Hand over"
      at={null}
      show={(stage) => router.push(`/jobs/${first.job.id}/${stage.toLowerCase().replace(" ", "-")}`)}
    >
      <Bike startUpgrade={startUpgrade} later={later} />
    </JobProvider>
  );
}

function Bike({ startUpgrade, later }: { startUpgrade: StartUpgrade; later: Later }) {
  const { view } = useJob();
  const { job, logbook } = view;
  const [open, setOpen] = useState<"visit" | "upgrade" | null>(null);
  return (
    <div className="logbook">
      <div className="page-head">
        <h1>
          <span className="num">{tagNumber(job.number)}</span> {job.wish.customer}
        </h1>
        <span className="soft">{job.wish.bike}</span>
        <span className="fill" />
        <Link prefetch={false} className="button" href={`/jobs/${job.id}/hand-over`}>
          Its job
        </Link>
        <Link prefetch={false} className="button" href="/logbook">
          All bikes
        </Link>
      </div>
      {logbook === null ? (
        <p>
          This bike is not handed over yet: its logbook begins then.{" "}
          <Link prefetch={false} href={`/jobs/${job.id}`}>
            To its job
          </Link>
        </p>
      ) : (
        <>
          <Renewed later={later} />
          <div className="bike-columns">
            <section className="bike-hands" aria-label="Visits">
              <Now logbook={logbook} />
              <div className="bike-deeds">
                <Only may="note visit">
                  <button className="button main-action" onClick={() => setOpen(open === "visit" ? null : "visit")}>
                    {open === "visit" ? "Back to its readings" : "Note a visit"}
                  </button>
                </Only>
                <Only may="new job">
                  <button className="button" onClick={() => setOpen(open === "upgrade" ? null : "upgrade")}>
                    {open === "upgrade" ? "Back to its readings" : "Upgrade or renew"}
                  </button>
                </Only>
              </div>
              <VisitList visits={logbook.visits} />
            </section>
            <section className="bike-eyes" aria-label="Readings over time">
              {open === "visit" ? (
                <VisitForm logbook={logbook} onDone={() => setOpen(null)} />
              ) : open === "upgrade" ? (
                <Upgrade startUpgrade={startUpgrade} />
              ) : (
                <WearCharts wear={logbook.wear} />
              )}
            </section>
            <section className="bike-tally" aria-label="What it is">
              <Kept />
              <Pieces />
            </section>
          </div>
        </>
      )}
    </div>
  );
}

/** The handed-over job that renewed a bike; null where none did. */
type Later = { readonly id: string; readonly number: number } | null;

/** Where the logbook of a bike that was renewed goes on, and where it was before. */
function Renewed({ later }: { later: Later }) {
  const { renews } = useJob().view.job;
  if (later === null && renews === null) return null;
  return (
    <p className="note">
      {later && (
        <>
          It was renewed: its logbook goes on in{" "}
          <Link prefetch={false} href={`/logbook/${later.id}`}>
            job {tagNumber(later.number)}
          </Link>
          .{" "}
        </>
      )}
      {renews && (
        <>
          Before it was renewed it was{" "}
          <Link prefetch={false} href={`/logbook/${renews.jobId}`}>
            job {tagNumber(renews.number)}
          </Link>
          .
        </>
      )}
    </p>
  );
}

/** When it is due, and whether anything speaks against riding it. */
function Now({ logbook }: { logbook: Logbook }) {
  const { system } = useSettings();
  const { next, kmPerDay, notRidden, readBetter, built } = logbook;
  const today = useInBrowser() ? new Date().toISOString().slice(0, 10) : null;
  const late = today === null ? 0 : daysBetween(next.day, today);
  return (
    <div className="card bike-now">
      {notRidden.length > 0 && (
        <div className="note stop" role="alert">
          <b>Not to be ridden as it stands</b>
          {notRidden.map((why) => (
            <p key={why}>{why}.</p>
          ))}
        </div>
      )}
      {readBetter.length > 0 && (
        <p className="note">Too near its limit to tell, to be read better: {readBetter.join("; ").toLowerCase()}.</p>
      )}
      <p>
        <span className="soft">Handed over</span> {formatDay(built)} <span className="soft">to {logbook.customer}</span>
      </p>
      <p className={late > 0 ? "bad" : ""}>
        <span className="soft">Due</span> <b>{formatDay(next.day)}</b>
        {late > 0 && `, ${late} ${late === 1 ? "day" : "days"} late`}
        <span className="block small">
          {next.when}
          {next.byWay && ", by its counter"}: {next.what}
        </span>
      </p>
      {kmPerDay !== null && <p className="soft small">About {figure(7 * kmPerDay, "km", system, 0)} a week, by its counter.</p>}
    </div>
  );
}

const MARK = { kept: "clear", "not kept": "stop", "too near to tell": "measure" } as const;

/** What was promised and proved, as it stood when it was handed over. */
function Kept() {
  const { view } = useJob();
  const { proved } = view.job.handed!;
  const money = view.sheet.currency;
  const agreed = new Set(view.job.less.map(({ promise }) => promise));
  return (
    <div className="card bike-kept">
      <h2>As it was handed over</h2>
      {proved.length === 0 && <p className="soft">Its promises were not kept with the hand-over then.</p>}
      {proved.map((one) => (
        <p key={one.promise}>
          <b>{PROMISE_TITLES[one.promise]}</b>
          <span className="block num">
            {one.proved === null ? "not proved" : promiseFigure(one.promise, one.proved, money)}{" "}
            {promisePlusMinus(one.promise, one.plusMinus ?? undefined)}
          </span>
          <span className="soft small block">
            {one.asked === null
              ? "not asked"
              : `asked ${promiseBound(one.promise)}${promiseFigure(one.promise, one.asked, money)}`}
            , predicted {promiseFigure(one.promise, one.predicted, money)}
          </span>
          {one.stands && (
            <span className="small block">
              <VerdictMark verdict={MARK[one.stands]} size={15} /> {one.stands}
              {one.stands === "not kept" && agreed.has(one.promise) && ", agreed to"}
            </span>
          )}
        </p>
      ))}
    </div>
  );
}

/** Its pieces by their numbers: what a warranty or a recall goes by. */
function Pieces() {
  const { view } = useJob();
  return (
    <div className="card bike-kept">
      <h2>Pieces by their numbers</h2>
      {view.handOver.warranty.map(({ part, serials, from }) => (
        <p key={part}>
          <b>{part}</b>
          <span className="num block">{serials.join(", ") || <span className="soft">number not noted</span>}</span>
          <span className="soft small block">{from}</span>
        </p>
      ))}
      <p className="soft small">{formatNumber(view.parts.length, 0)} parts in all, in its job under Sheet.</p>
    </div>
  );
}
