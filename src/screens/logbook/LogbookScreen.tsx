"use client";

import { Input } from "antd";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useState } from "react";
import type { LogbookPage } from "@/core/logbook/pages";
import { formatDay } from "@/core/units/date";
import { formatNumber } from "@/core/units/formatQuantity";
import { daysBetween } from "@/core/units/days";
import { tagNumber } from "@/core/units/tagNumber";
import { Behind } from "@/ui/Behind";
import { figure } from "@/ui/format";
import { useListing } from "@/ui/useListing";
import { useInBrowser } from "@/ui/useDraft";
import { VerdictMark } from "@/ui/VerdictMark";
import { useSettings } from "../settings";
import "./logbook.css";

// Each look's code comes when it is opened.
const Recalls = dynamic(() => import("./Recalls").then((m) => m.Recalls), { ssr: false });
const Faults = dynamic(() => import("./Faults").then((m) => m.Faults), { ssr: false });
const Learned = dynamic(() => import("./Learned").then((m) => m.Learned), { ssr: false });

const LOOKS = [
  ["", "Finished bikes"],
  ["recall", "A part is called back"],
  ["faults", "Faults and what helped"],
  ["learned", "What they taught"],
] as const;

const isBehind = (page: LogbookPage) => page.behind > 0;

/** Every bike that left the shop: when it is due, which have a part, what was wrong, and what all of them teach. */
export function LogbookScreen({
  find: asked,
  look: first_,
  part,
  first,
}: {
  find: string;
  look: string;
  part: string;
  first: LogbookPage;
}) {
  const [look, setLook] = useState(first_);
  return (
    <div className="logbook">
      <div className="page-head">
        <h1>Logbook</h1>
        <div className="logbook-looks" role="tablist" aria-label="What to look at">
          {LOOKS.map(([id, name]) => (
            <button
              key={id}
              role="tab"
              aria-selected={look === id}
              className={`chip${look === id ? " on" : ""}`}
              onClick={() => {
                setLook(id);
                window.history.replaceState(null, "", id === "" ? "/logbook" : `/logbook?look=${id}`);
              }}
            >
              {name}
            </button>
          ))}
        </div>
      </div>
      {look === "recall" ? (
        <Recalls part={part} />
      ) : look === "faults" ? (
        <Faults />
      ) : look === "learned" ? (
        <Learned />
      ) : (
        <Bikes asked={asked} first={first} />
      )}
    </div>
  );
}

function Bikes({ asked, first }: { asked: string; first: LogbookPage }) {
  const [find, setFind] = useState(asked);
  const { system } = useSettings();
  const page = useListing<LogbookPage>(`/api/logbook?find=${encodeURIComponent(find)}`, first, isBehind);
  // The day is this machine's: the server may stand before midnight.
  const today = useInBrowser() ? new Date().toISOString().slice(0, 10) : null;
  return (
    <>
      <div className="page-head">
        <Input
          className="jobs-find"
          value={find}
          onChange={(event) => setFind(event.target.value)}
          placeholder="Customer, bike or number"
          aria-label="Find among the finished bikes"
          allowClear
          maxLength={80}
        />
        <span className="soft">
          {page.total > page.rows.length
            ? `${page.rows.length} of ${page.total}: type to narrow`
            : `${page.total} ${page.total === 1 ? "bike" : "bikes"} handed over`}
        </span>
      </div>
      <Behind jobs={page.behind} what="the state" />
      {page.rows.length === 0 ? (
        <p className="soft">
          {find === ""
            ? "No bike is handed over yet: in a job, under Hand over, it comes here by itself."
            : "None of the finished bikes."}
        </p>
      ) : (
        <table className="lines card">
          <thead>
            <tr>
              <th>Bike</th>
              <th>Drive</th>
              <th>Handed over</th>
              <th>Last seen</th>
              <th>Due</th>
              <th>State</th>
            </tr>
          </thead>
          <tbody>
            {page.rows.map(({ id, number, customer, bike, line }) => {
              const late = today === null ? 0 : daysBetween(line.due.day, today);
              return (
                <tr key={id}>
                  <td>
                    <Link prefetch={false} href={`/logbook/${id}`} className="log-bike">
                      <span className="num">{tagNumber(number)}</span> <b>{customer}</b>
                    </Link>
                    <span className="soft block small">{bike}</span>
                  </td>
                  <td>
                    {line.motor?.name ?? "none"}
                    <span className="soft block small">{line.battery?.name}</span>
                  </td>
                  <td>{formatDay(line.handedAt)}</td>
                  <td>
                    {line.last ? (
                      <>
                        {formatDay(line.last.day)}
                        <span className="soft block small num">
                          {line.last.km === null ? "way not read" : figure(line.last.km, "km", system)}, {line.visits}{" "}
                          {line.visits === 1 ? "visit" : "visits"}
                        </span>
                      </>
                    ) : (
                      <span className="soft">not since</span>
                    )}
                  </td>
                  <td className={late > 0 ? "bad" : ""}>
                    {formatDay(line.due.day)}
                    <span className="block small">
                      {late > 0 ? `${formatNumber(late, 0)} ${late === 1 ? "day" : "days"} late: ` : ""}
                      {line.due.when}
                    </span>
                  </td>
                  <td>
                    {line.notRidden.length > 0 ? (
                      <span className="bad">
                        <VerdictMark verdict="stop" size={16} /> not to be ridden: {line.notRidden[0]}
                        {line.notRidden.length > 1 && ` (and ${line.notRidden.length - 1} more)`}
                      </span>
                    ) : line.readBetter.length > 0 ? (
                      <>
                        <VerdictMark verdict="measure" size={16} /> to be read better: {line.readBetter.join("; ").toLowerCase()}
                      </>
                    ) : line.soon.length > 0 ? (
                      <>
                        <VerdictMark verdict="adapt" size={16} /> {line.soon[0]!.says.toLowerCase()}: limit from{" "}
                        {formatDay(line.soon[0]!.soonest)} on
                      </>
                    ) : (
                      <>
                        <VerdictMark verdict="clear" size={16} /> nothing known against it
                      </>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </>
  );
}
