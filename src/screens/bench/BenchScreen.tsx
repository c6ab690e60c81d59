"use client";

import { Dialog } from "@/ui/Dialog";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { BenchPage, Told } from "@/core/bench/page";
import { DAY_MIN, dayAt, midnightOf, weekdayAt } from "@/core/bench/wall";
import { money } from "@/ui/format";
import { formatDay } from "@/core/units/date";
import { useNotices } from "../notices";
import { Only } from "../Only";
import { useSettings } from "../settings";
import { Board } from "./Board";
import { JobCard } from "./JobCard";
import { JobTable } from "./JobTable";
import { Owner } from "./Owner";
import { PlanSearch } from "./PlanSearch";
import type { CalendarsOf } from "./Calendars";
import { asked, type MoveWish } from "./asked";
import "./bench.css";

const Calendars = dynamic(() => import("./Calendars").then((all) => all.Calendars), { ssr: false });
const FloorForm = dynamic(() => import("./FloorForm").then((all) => all.FloorForm), { ssr: false });

type Answer<T = string> = { ok: true; value: T } | { ok: false; says: string };
type Does = {
  keepPlan: (version: number, by: string) => Promise<Answer>;
  takeBack: (version: number, by: string) => Promise<Answer>;
  freeze: (wish: { jobId: string; frozen: boolean }, version: number, by: string) => Promise<Answer>;
  move: (wish: MoveWish, version: number, by: string) => Promise<Answer>;
  keepFloor: (floor: unknown, version: number, by: string) => Promise<Answer<number>>;
};

/** The week of the workshop: people and places, and the jobs' tags on them. */
export function BenchScreen({
  first,
  does,
  calendars,
}: {
  first: { page: BenchPage } | { says: string };
  does: Does;
  calendars: CalendarsOf;
}) {
  const [page, setPage] = useState("page" in first ? first.page : null);
  const [says, setSays] = useState("says" in first ? first.says : "");
  const [week, setWeek] = useState(0);
  const [day, setDay] = useState<number | null>(null);
  const [picked, setPicked] = useState<string | null>(null);
  const [isFloorOpen, setFloorOpen] = useState(false);
  const [isCalendarOpen, setCalendarOpen] = useState(false);
  const [busy, setBusy] = useState(false);
  const { by } = useSettings();
  const notices = useNotices();

  const again = async () => {
    const answer = await asked<BenchPage>("/api/bench/page", {});
    if (answer.ok) setPage(answer.value);
    setSays(answer.ok ? "" : answer.says);
  };
  const doing = async (work: Promise<Answer>) => {
    setBusy(true);
    const answer = await work.catch((): Answer => ({
      ok: false,
      says: "The bench does not answer. Nothing is lost: try again.",
    }));
    await again();
    setBusy(false);
    if (answer.ok) notices.success({ title: answer.value });
    else notices.error({ title: answer.says });
    return answer.ok;
  };
  if (!page)
    return (
      <div className="page">
        <div className="page-head">
          <h1>Bench</h1>
        </div>
        <p className="card note bad">{says}</p>
        <button className="button" onClick={() => void again()}>
          Look again
        </button>
      </div>
    );
  const { version } = page;
  const monday = midnightOf(page.nowMin) - weekdayAt(page.nowMin) * DAY_MIN + week * 7 * DAY_MIN;
  const lastWeek = Math.max(0, page.weeks.length - 1);
  const job = page.jobs.find(({ id }) => id === picked) ?? null;
  const late = page.jobs.filter((one) => one.lateDays > 0 || one.doneMin === null);
  return (
    <div className="page bench">
      <div className="page-head">
        <h1>Bench</h1>
        <div className="bench-week" role="group" aria-label="Week">
          <button
            className="button quiet"
            onClick={() => (setWeek(week - 1), setDay(null))}
            disabled={week === 0}
            aria-label="The week before"
          >
            ←
          </button>
          <span>{weekOf(dayAt(monday), dayAt(monday + 6 * DAY_MIN))}</span>
          <button
            className="button quiet"
            onClick={() => (setWeek(week + 1), setDay(null))}
            disabled={week >= lastWeek}
            aria-label="The week after"
          >
            →
          </button>
        </div>
        <span className={late.length > 0 ? "bad" : "good"}>
          {late.length > 0 ? `${late.length} of ${page.jobs.length} not in time` : `all ${page.jobs.length} in time`}
        </span>
        <span className="fill" />
        <a className="button quiet" href={`/api/bench/days.pdf?week=${week}`}>
          Day lists
        </a>
        <button className="button quiet" onClick={() => setCalendarOpen(true)}>
          Calendar
        </button>
        <Only may="save people and places">
          <button className="button" onClick={() => setFloorOpen(true)}>
            People and places
          </button>
        </Only>
        <Only may="plan the bench">
          <PlanSearch
            page={page}
            busy={busy}
            onKeep={(found) => doing(found === null ? does.keepPlan(version, by) : keepFound(found, by))}
            onBack={() => doing(does.takeBack(version, by))}
          />
        </Only>
      </div>
      {says !== "" && <p className="card note bad">{says}</p>}
      {page.behind > 0 && (
        <p className="card note">
          {page.behind} jobs are being worked out anew; the bench shows them as they were.{" "}
          <button className="link" onClick={() => void again()}>
            Look again
          </button>
        </p>
      )}
      <Board
        page={page}
        monday={monday}
        day={day}
        onDay={setDay}
        picked={picked}
        busy={busy}
        onPick={(id) => setPicked(id === picked ? null : id)}
        onMove={(wish) => doing(does.move(wish, version, by))}
      />
      <div className="bench-below">
        <JobTable
          page={page}
          picked={picked}
          onPick={(id) => {
            setPicked(id === picked ? null : id);
            setDay(null);
            const own = page.bars.find((bar) => bar.job === id);
            if (own && id !== picked)
              setWeek(
                Math.max(
                  0,
                  Math.floor((own.from - (midnightOf(page.nowMin) - weekdayAt(page.nowMin) * DAY_MIN)) / (7 * DAY_MIN)),
                ),
              );
          }}
        />
        <aside>
          {job ? (
            <JobCard
              key={job.id}
              job={job}
              page={page}
              busy={busy}
              onFreeze={(frozen) => void doing(does.freeze({ jobId: job.id, frozen }, version, by))}
              onMove={(wish) => doing(does.move(wish, version, by))}
            />
          ) : (
            <>
              {page.moved.length > 0 && <Moved told={page.moved} />}
              <Owner page={page} />
            </>
          )}
        </aside>
      </div>
      <p className="small soft">
        Minutes are those that are quoted, parts come on the day that their supplier names: neither is certain. Lateness costs{" "}
        {money(page.floor.lateDayMinor, page.currency)} a day and bike, as set under People and places, where the wish of a job
        says nothing else.
      </p>
      {isCalendarOpen && <Calendars people={page.people} calendars={calendars} onClose={() => setCalendarOpen(false)} />}
      {isFloorOpen && (
        <Dialog open footer={null} width={980} title="People and places" onCancel={() => setFloorOpen(false)} destroyOnHidden>
          <FloorForm
            floor={page.floor}
            currency={page.currency}
            onKeep={async (floor) => {
              const answer = await does.keepFloor(floor, page.floorVersion, by);
              if (!answer.ok) return answer.says;
              setFloorOpen(false);
              await again();
              notices.success({ title: "People and places are kept." });
              return "";
            }}
          />
        </Dialog>
      )}
    </div>
  );
}

/** @example weekOf("2026-11-30", "2026-12-06") // => "Mon 30 Nov to Sun 6 Dec 2026" */
const weekOf = (from: string, to: string) => {
  const first = formatDay(from);
  return `${from.slice(0, 4) === to.slice(0, 4) ? first.slice(0, -5) : first} to ${formatDay(to)}`;
};

async function keepFound(id: string, by: string): Promise<Answer> {
  const answer = await asked<{ says: string }>("/api/bench/planning", { id, keep: true, by });
  return answer.ok ? { ok: true, value: answer.value.says } : answer;
}

/** What stands elsewhere than the plan that was kept says. */
function Moved({ told }: { told: readonly Told[] }) {
  return (
    <section className="card bench-card">
      <h2>Moved since the plan was kept</h2>
      <ul className="bench-told">
        {told.map((one) => (
          <li key={`${one.job} ${one.says}`} className={one.hit ? "bad" : ""}>
            {one.says}
          </li>
        ))}
      </ul>
      <p className="small soft">
        Work not done yet, late parts and people away move it; “Keep as it stands” makes this the plan.
      </p>
    </section>
  );
}
