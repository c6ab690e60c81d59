"use client";

import { tagNumber } from "@/core/units/tagNumber";
import { Input } from "antd";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Currency } from "@/core/parts/part";
import type { LedgerLine, Worth } from "@/core/supply/shelfMoves";
import { formatMoment } from "@/core/units/date";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { money } from "@/ui/format";
import { useKeptText } from "@/ui/useDraft";
import { Only } from "../Only";
import { useSettings } from "../settings";

export type ShelfOf = {
  readonly ledger: readonly LedgerLine[];
  readonly worth: Worth;
  readonly holders: readonly {
    readonly jobId: string;
    readonly number: number;
    readonly customer: string;
    readonly pieces: number;
  }[];
  readonly currency: Currency;
};
export type CountOnShelf = (raw: unknown, by: string) => Promise<{ ok: true; value: string } | { ok: false; says: string }>;

/** What lies on the shelf of a part: who holds it, what it is worth, what moved, and a box to count into. */
export function Shelf({
  partId,
  version,
  shelf: { ledger, worth, holders, currency },
  countOnShelf,
}: {
  partId: string;
  version: number;
  shelf: ShelfOf;
  countOnShelf: CountOnShelf;
}) {
  const { by, turned } = useSettings();
  const router = useRouter();
  const [counted, setCounted, countedStored] = useKeptText(`${partId} counted`);
  const [why, setWhy, whyStored] = useKeptText(`${partId} counted why`);
  const [says, setSays] = useState({ text: "", bad: false });
  const [busy, setBusy] = useState(false);
  const held = holders.reduce((sum, one) => sum + one.pieces, 0);
  const count = async () => {
    if (!/^\d{1,5}$/.test(counted.trim()))
      return setSays({ text: "Write how many pieces lie there: a whole number.", bad: true });
    setBusy(true);
    const wish = { partId, counted: Number(counted), why: why.trim(), version };
    const answer = await asOneWish(JSON.stringify(wish), () => countOnShelf(wish, by)).catch(async () => ({
      ok: false as const,
      says: (await whyNoAnswer()).says,
    }));
    setBusy(false);
    if (!answer.ok) return setSays({ text: answer.says, bad: true });
    countedStored(counted);
    whyStored(why);
    setSays({ text: answer.value, bad: false });
    router.refresh();
  };
  return (
    <section className="card shelf">
      <h2>On our shelf</h2>
      <p>
        <b className="num">{worth.pieces}</b> {worth.pieces === 1 ? "piece" : "pieces"}
        {held > 0 && (
          <>
            , {held} held for{" "}
            {holders.map(({ jobId, number, customer, pieces }, i) => (
              <span key={jobId}>
                {i > 0 && ", "}
                <Link prefetch={false} href={`/jobs/${jobId}/sheet`}>
                  {tagNumber(number)} {customer}
                </Link>
                {pieces > 1 && ` (${pieces})`}
              </span>
            ))}
          </>
        )}
        {!turned && worth.averageMinor !== null && (
          <span className="shop-only">
            ; worth {money(worth.worthMinor!, currency)} at {money(Math.round(worth.averageMinor), currency)} each, by moving
            average
          </span>
        )}
        .
      </p>
      <Only may="count">
        <form
          className="shelf-count"
          onSubmit={(event) => {
            event.preventDefault();
            void count();
          }}
        >
          <Input
            className="num"
            value={counted}
            onChange={(event) => setCounted(event.target.value)}
            placeholder="such as 4"
            aria-label="Pieces counted on the shelf"
            inputMode="numeric"
            maxLength={5}
          />
          <Input
            value={why}
            onChange={(event) => setWhy(event.target.value)}
            placeholder="why, if it is known: one bent, thrown away"
            aria-label="Why the count is another"
            maxLength={120}
          />
          <button className="button" disabled={busy}>
            Counted
          </button>
        </form>
      </Only>
      {says.text && (
        <p className={says.bad ? "bad small" : "good small"} role="status">
          {says.text}
        </p>
      )}
      {ledger.length === 0 ? (
        <p className="soft">Nothing was ever there.</p>
      ) : (
        <table className="lines">
          <thead>
            <tr>
              <th>When</th>
              <th>What moved, and what was put by</th>
              <th className="right">Moved</th>
              <th className="right">Held</th>
              <th className="right">There then</th>
              <th className="right">Free then</th>
              {!turned && <th className="right shop-only">Cost</th>}
            </tr>
          </thead>
          <tbody>
            {ledger.map((line, i) => (
              <tr key={`${line.at} ${i}`}>
                <td className="num small soft">{formatMoment(line.at)}</td>
                <td>
                  {line.job && <HeldFor line={line} job={line.job} />}
                  {line.says}
                  {line.by && <span className="soft">, {line.by}</span>}
                </td>
                <td className="right num">{signed(line.moved)}</td>
                <td className="right num">{signed(line.held)}</td>
                <td className="right num">{line.there}</td>
                <td className="right num">{line.there - line.heldThen}</td>
                {!turned && (
                  <td className="right num shop-only">{line.costMinor === null ? "" : money(line.costMinor, currency)}</td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

const signed = (pieces: number): string => (pieces === 0 ? "" : pieces > 0 ? `+${pieces}` : `−${-pieces}`);

function HeldFor({ line, job }: { line: LedgerLine; job: NonNullable<LedgerLine["job"]> }) {
  return (
    <>
      {line.held > 0 ? "Put by for " : "Let go by "}
      {job.number === null ? (
        "a job that is gone"
      ) : (
        <Link prefetch={false} href={`/jobs/${job.jobId}/sheet`}>
          {String(job.number).padStart(4, "0")} {job.customer}
        </Link>
      )}
      :{" "}
    </>
  );
}
