"use client";

import { Input } from "antd";
import Link from "next/link";
import { useState } from "react";
import type { FaultFound } from "@/core/logbook/pages";
import { formatDay } from "@/core/units/date";
import { tagNumber } from "@/core/units/tagNumber";
import { useListing } from "@/ui/useListing";

const NONE: readonly FaultFound[] | null = null;

/** What was wrong before, why, and what helped: found by the words of a symptom. */
export function Faults() {
  const [words, setWords] = useState("");
  const found = useListing<readonly FaultFound[] | null>(
    `/api/logbook/faults?words=${encodeURIComponent(words)}`,
    NONE,
    (list) => list === null,
  );
  return (
    <>
      <div className="page-head">
        <Input
          className="fault-words"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          placeholder="What it does: cuts out on hills, clicks, no help"
          aria-label="Find a fault by its symptom"
          allowClear
          maxLength={200}
          autoFocus
        />
        <span className="soft">{found === null ? "looking …" : `${found.length} found`}</span>
      </div>
      {found !== null && found.length === 0 ? (
        <p className="soft">
          {words === ""
            ? "Nothing was ever noted as wrong."
            : "Nothing like that was noted before: what helps this time is the first."}
        </p>
      ) : (
        <table className="lines card">
          <thead>
            <tr>
              <th>Symptom</th>
              <th>Cause</th>
              <th>What helped</th>
              <th>Bike</th>
            </tr>
          </thead>
          <tbody>
            {(found ?? []).map((fault, i) => (
              <tr key={i}>
                <td>
                  <b>{fault.symptom}</b>
                  <span className="soft block small">{formatDay(fault.day)}</span>
                </td>
                <td>{fault.cause || <span className="soft">not known</span>}</td>
                <td>
                  {fault.helped || <span className="soft">nothing noted</span>}
                  {!fault.over && <span className="bad block small">not put right</span>}
                </td>
                <td>
                  <Link prefetch={false} href={`/logbook/${fault.id}`} className="log-bike">
                    <span className="num">{tagNumber(fault.number)}</span> {fault.customer}
                  </Link>
                  <span className="soft block small">{fault.bike}</span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
