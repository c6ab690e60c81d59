"use client";

import { tagNumber } from "@/core/units/tagNumber";
import { Input, Segmented, Select } from "antd";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { useKeys } from "@/ui/useKeys";
import { ONLY, SORTS } from "@/core/job/listing";
import type { JobList, JobsShown, JobTicket, Listing } from "@/core/job/summary";
import { STAGE_NAMES } from "@/core/job/stageNames";
import { formatDay } from "@/core/units/date";
import { useNotices } from "../notices";
import { Only } from "../Only";
import { asOneWish } from "@/ui/asOneWish";
import { useSettings } from "../settings";
import { Knots } from "@/ui/Knots";
import { money } from "@/ui/format";
import { Behind } from "@/ui/Behind";
import { useListing } from "@/ui/useListing";
import { useSent } from "@/ui/Sent";
import { VerdictMark } from "@/ui/VerdictMark";
import { VERDICTS } from "@/core/fit/finding";
import type { FileIssue } from "./FileIssues";
import "./jobs.css";

const TakeIn = dynamic(() => import("./TakeIn").then((m) => m.TakeIn), { ssr: false });
const FileIssues = dynamic(() => import("./FileIssues").then((m) => m.FileIssues), { ssr: false });

const PAGE = 24;

const ONLY_SAYS: Readonly<Record<Listing["only"], string>> = {
  all: "all",
  stop: "with a stop",
  measure: "to measure",
  adapt: "to adapt",
  clear: "all clear",
  over: "over the budget",
  late: "not ready in time",
  signed: "signed",
};
const SORT_SAYS: Readonly<Record<Listing["sort"], string>> = {
  touched: "touched last",
  number: "newest number",
  customer: "by customer",
  promised: "promised first",
  price: "dearest first",
};

type TakeJobFile = (
  text: string,
  by: string,
  request: string,
) => Promise<{ ok: true; id: string } | { ok: false; issues: FileIssue[] }>;

const isBehind = (list: JobList): boolean => list.behind > 0;

type JobsProps = { takeJobFile: TakeJobFile; sample: Sample };

/**
 * Every job as its hang-tag, found by typing; a new job in one step.
 * @param sent what is shown at first, as JSON; null where it is filled in after the page was rendered
 */
export function JobsScreen({ sent: given, ...props }: JobsProps & { sent: string | null }) {
  const sent = useSent(given);
  const first = useMemo(() => (sent === null ? null : (JSON.parse(sent) as JobsShown)), [sent]);
  if (first === null)
    return (
      <div className="page" aria-busy>
        <div className="page-head">
          <h1>Jobs</h1>
        </div>
      </div>
    );
  return <Jobs key={`${first.find} ${first.sample}`} {...props} first={first} />;
}

function Jobs({ first, takeJobFile, sample }: JobsProps & { first: JobsShown }) {
  const [find, setFind] = useState(first.find);
  const [limit, setLimit] = useState(PAGE);
  const [aside, setAside] = useState(false);
  const [only, setOnly] = useState<Listing["only"]>("all");
  const [at, setAt] = useState("");
  const [sort, setSort] = useState<Listing["sort"]>("touched");
  const [taking, setTaking] = useState(false);
  useKeys("n", () => setTaking(true));
  const shown = useListing<JobList>(
    `/api/jobs?${new URLSearchParams({ find, limit: String(limit), ...(aside && { aside: "1" }), only, at, sort }).toString()}`,
    first.list,
    isBehind,
  );
  return (
    <div className="page">
      <div className="page-head">
        <h1>Jobs</h1>
        <Input
          className="jobs-find"
          value={find}
          onChange={(event) => setFind(event.target.value)}
          placeholder="Customer, bike or number"
          aria-label="Find among the jobs"
          allowClear
          maxLength={80}
        />
        <Segmented
          value={aside ? "aside" : "open"}
          onChange={(value) => setAside(value === "aside")}
          options={[
            { value: "open", label: aside ? "Open" : `${shown.total} open` },
            { value: "aside", label: aside ? `${shown.total} put aside` : "Put aside" },
          ]}
          aria-label="Which jobs"
        />
        <Select
          value={only}
          onChange={setOnly}
          options={ONLY.map((value) => ({ value, label: ONLY_SAYS[value] }))}
          aria-label="Only jobs"
          popupMatchSelectWidth={false}
        />
        <Select
          value={at}
          onChange={setAt}
          options={[
            { value: "", label: "any stage" },
            ...STAGE_NAMES.map((name) => ({ value: name, label: `${name} not done` })),
          ]}
          aria-label="Stage not done"
          popupMatchSelectWidth={false}
        />
        <Select
          value={sort}
          onChange={setSort}
          options={SORTS.map((value) => ({ value, label: SORT_SAYS[value] }))}
          aria-label="Sorted by"
          popupMatchSelectWidth={false}
        />
        <span className="fill" />
        <Only may="take in job file">
          <ReadFile takeJobFile={takeJobFile} />
        </Only>
        <Only may="new job">
          <button className="button main-action" onClick={() => setTaking(true)}>
            New job
          </button>
        </Only>
      </div>
      {shown.rows.length === 0 &&
        (shown.total === 0 && !find && !aside && only === "all" && at === "" ? (
          <FirstDay putIn={sample.putIn} />
        ) : (
          <p className="card jobs-none">
            {find
              ? `No job holds “${find}”.`
              : aside
                ? "No job is put aside. It is done in a job, where its history opens at the bottom of the screen."
                : "No job is like that."}
          </p>
        ))}
      {first.sample && <SampleIsIn takeOut={sample.takeOut} />}
      <Behind jobs={shown.behind} what="the tickets" />
      <div className="tickets">
        {shown.rows.map((job) => (
          <Ticket key={job.id} job={job} />
        ))}
      </div>
      {shown.total > shown.rows.length && (
        <button className="button" onClick={() => setLimit(limit + PAGE)}>
          Show {Math.min(PAGE, shown.total - shown.rows.length)} more
        </button>
      )}
      {taking && <TakeIn onClose={() => setTaking(false)} />}
    </div>
  );
}

type Told = { ok: true; value: string } | { ok: false; says: string };
type Sample = { putIn: (by: string) => Promise<Told>; takeOut: () => Promise<Told> };

const NO_ANSWER: Told = { ok: false, says: "The bench does not answer: try again." };

/** An empty shop: what to do first. */
const FirstDay = ({ putIn }: { putIn: Sample["putIn"] }) => (
  <ol className="card first-day">
    <li>
      <Link prefetch={false} href="/house">
        House rules
      </Link>
      : the shop&apos;s name, currency, tax and what an hour costs.
    </li>
    <li>
      <Link prefetch={false} href="/parts">
        Parts
      </Link>
      : the kits, motors and packs that you fit, with what they cost and from whom.
    </li>
    <li>
      <b>New job</b>, above: who it is for and which bike; then Ask, Survey, Drive, Fit, from left to right.
    </li>
    <li>
      To try it first: <PutSampleIn putIn={putIn} /> with its parts and suppliers, all invented. It is taken out again with one
      click.
    </li>
  </ol>
);

function PutSampleIn({ putIn }: { putIn: Sample["putIn"] }) {
  const { by } = useSettings();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [says, setSays] = useState("");
  const put = async () => {
    setBusy(true);
    const answer = await putIn(by).catch(() => NO_ANSWER);
    if (answer.ok) return router.push(`/jobs/${answer.value}/fit`);
    setSays(answer.says);
    setBusy(false);
  };
  return (
    <>
      <button className="button" disabled={busy} onClick={() => void put()}>
        Put a sample job in
      </button>
      {says && <span className="bad"> {says}</span>}
    </>
  );
}

/** The way out of the sample, asked once more before it goes. */
function SampleIsIn({ takeOut }: { takeOut: Sample["takeOut"] }) {
  const router = useRouter();
  const notices = useNotices();
  const [asks, setAsks] = useState(false);
  const { may } = useSettings();
  const out = async () => {
    const answer = await takeOut().catch(() => NO_ANSWER);
    notices.open({ title: answer.ok ? answer.value : answer.says, placement: "bottomLeft" });
    setAsks(false);
    if (answer.ok) router.refresh();
  };
  return (
    <p className="card sample-line" role="status">
      A sample job and its parts are here to be tried. Nothing of it is real.
      {!may("sample") ? null : asks ? (
        <>
          <button className="button" onClick={() => void out()}>
            Take it out, with all that was done to it
          </button>{" "}
          <button className="button quiet" onClick={() => setAsks(false)}>
            Leave it
          </button>
        </>
      ) : (
        <button className="button quiet" onClick={() => setAsks(true)}>
          Take the sample out
        </button>
      )}
    </p>
  );
}

/** Reads a job file in as a new job; what is wrong with it is told by its path, and nothing is stored. */
function ReadFile({ takeJobFile }: { takeJobFile: TakeJobFile }) {
  const { by } = useSettings();
  const router = useRouter();
  const [issues, setIssues] = useState<readonly FileIssue[]>([]);
  const read = async (file: File | undefined) => {
    if (!file) return;
    const text = await file.text();
    const taken = await asOneWish(text, (request) => takeJobFile(text, by, request)).catch(() => ({
      ok: false as const,
      issues: [{ path: "", message: "the bench does not answer: try again" }],
    }));
    if (taken.ok) router.push(`/jobs/${taken.id}`);
    else setIssues(taken.issues);
  };
  return (
    <>
      <label className="button quiet">
        Read a job file
        <input
          type="file"
          accept="application/json,.json"
          hidden
          onChange={(event) => {
            void read(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      {issues.length > 0 && <FileIssues issues={issues} onClose={() => setIssues([])} />}
    </>
  );
}

function Ticket({ job }: { job: JobTicket }) {
  const { summary } = job;
  const next = summary.stages.find((stage) => stage.knot === "open" || stage.knot === "half");
  const over = summary.budgetMinor !== null && summary.allInMinor > summary.budgetMinor;
  return (
    <Link prefetch={false} href={`/jobs/${job.id}`} className="tag card">
      <span className="tag-hole" aria-hidden />
      <span className="tag-number num">{tagNumber(job.number)}</span>
      <span className="tag-who">
        <b>{job.customer}</b>
        <span className="soft">{job.bike || "no bike named yet"}</span>
      </span>
      <span className="tag-build soft small">{summary.build || "nothing chosen yet"}</span>
      <Knots stages={summary.stages} />
      {next && <span className="tag-next small soft">next: {next.name}</span>}
      <span className="tag-foot">
        {VERDICTS.map((verdict) =>
          summary.verdicts[verdict] > 0 ? <Count key={verdict} verdict={verdict} n={summary.verdicts[verdict]} /> : null,
        )}
        {job.broken !== null && <b className="bad small">does not read: open it to see what</b>}
        {summary.signature === "stands" && <b className="good small">signed</b>}
        {summary.signature === "changed" && <b className="bad small">changed since it was signed</b>}
      </span>
      <span className="tag-foot">
        {summary.readyBy && (
          <span className={`small ${summary.late ? "bad" : "soft"}`}>
            promised {formatDay(summary.readyBy)}
            {summary.late && ", not in time"}
          </span>
        )}
        {summary.allInMinor > 0 && (
          <span className="tag-money">
            <b className="num">{money(summary.allInMinor, summary.currency)}</b>
            {over && (
              <span className="num small bad">{money(summary.allInMinor - summary.budgetMinor!, summary.currency)} over</span>
            )}
          </span>
        )}
      </span>
    </Link>
  );
}

const Count = ({ verdict, n }: { verdict: (typeof VERDICTS)[number]; n: number }) => (
  <span className="tag-count" title={`${n} ${verdict}`}>
    <VerdictMark verdict={verdict} size={15} /> <span className="num">{n}</span> <span className="small soft">{verdict}</span>
  </span>
);
