"use client";

import { Input } from "antd";
import Link from "next/link";
import { useEffect, useState } from "react";
import { formatDay } from "@/core/units/date";
import { tagNumber } from "@/core/units/tagNumber";
import { Field } from "@/ui/boxes";
import { VerdictMark } from "@/ui/VerdictMark";
import { PickPart } from "../parts/PickPart";
import type { Recall } from "@/core/logbook/pages";

const MARK = { named: "stop", perhaps: "measure", not: "clear" } as const;
const WORD = {
  named: "call this customer",
  perhaps: "look at its label: number or lot is not known",
  not: "another piece",
} as const;

/** A maker calls a part back: which bikes have it, and in which of them is a piece that is meant. */
export function Recalls({ part: asked }: { part: string }) {
  const [part, setPart] = useState(asked);
  const [numbers, setNumbers] = useState("");
  const [found, setFound] = useState<Recall | null>(null);
  const [says, setSays] = useState("");
  useEffect(() => {
    if (part === "") return;
    const stop = new AbortController();
    const timer = setTimeout(
      () =>
        void fetch(`/api/logbook/recall?part=${encodeURIComponent(part)}&numbers=${encodeURIComponent(numbers)}`, {
          signal: stop.signal,
        })
          .then(async (answer) => {
            const told = (await answer.json()) as Recall | { error: string };
            setFound("error" in told ? null : told);
            setSays("error" in told ? told.error : "");
          })
          .catch(() => undefined),
      150,
    );
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [part, numbers]);
  const named = numbers.trim() !== "";
  return (
    <>
      <div className="recall-asks">
        <Field label="Part">
          <PickPart value={part} name={found?.part} label="Part that is called back" wrong={says !== ""} onPick={setPart} />
        </Field>
        <Field label="Numbers or lot on the notice, if it names any">
          <Input
            value={numbers}
            onChange={(event) => setNumbers(event.target.value)}
            aria-label="Numbers or lot on the notice"
            placeholder="each after a comma; empty for every piece"
            maxLength={2000}
          />
        </Field>
      </div>
      {says && <p className="wrong">{says}</p>}
      {found && found.bikes.length === 0 && <p>No bike has {found.part}, finished or not.</p>}
      {found && found.bikes.length > 0 && (
        <>
          <p>
            <b className="num">
              {found.bikes.filter(({ is }) => is === "named").length} of {found.bikes.length}{" "}
              {found.bikes.length === 1 ? "bike" : "bikes"}
            </b>{" "}
            with {found.part}
            {named ? " have a piece that the notice names" : ""}.
          </p>
          <table className="lines card">
            <thead>
              <tr>
                <th>Bike</th>
                <th>Reached by</th>
                <th>Where it is</th>
                <th>Piece</th>
                <th>What to do</th>
              </tr>
            </thead>
            <tbody>
              {found.bikes.map((bike) => (
                <tr key={bike.id}>
                  <td>
                    <Link prefetch={false} href={bike.handedAt ? `/logbook/${bike.id}` : `/jobs/${bike.id}`} className="log-bike">
                      <span className="num">{tagNumber(bike.number)}</span> <b>{bike.customer}</b>
                    </Link>
                    <span className="soft block small">{bike.bike}</span>
                  </td>
                  <td>{bike.contact || <span className="soft">nothing noted</span>}</td>
                  <td>
                    {bike.handedAt ? `handed over ${formatDay(bike.handedAt)}` : "in the shop"}
                    {bike.goesOnIn !== null && (
                      <span className="block small">
                        renewed in job {tagNumber(bike.goesOnIn)}: it may have come off, ask where it went
                      </span>
                    )}
                  </td>
                  <td className="num">
                    {bike.serials.length === 0 ? (
                      <span className="soft">number not noted</span>
                    ) : (
                      bike.serials.map(({ serial, lot }) => `${serial}${lot ? `, lot ${lot}` : ""}`).join("; ")
                    )}
                  </td>
                  <td>
                    <VerdictMark verdict={MARK[bike.is]} size={16} /> {named || bike.is !== "named" ? WORD[bike.is] : "has it"}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      <p className="small soft">
        What the notice says of riding on, charging and sending back goes before what stands here; a pack that is called back is
        not sent by ordinary post.
      </p>
    </>
  );
}
