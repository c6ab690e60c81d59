"use client";

import { useState } from "react";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { formatMoment, parseDay } from "@/core/units/date";
import { Only } from "../Only";
import { useSettings } from "../settings";

type Told = Promise<{ ok: true; value: string } | { ok: false; says: string }>;
export type DeskDoors = Readonly<Record<"send" | "ask" | "noteDay", (raw: unknown, by: string) => Told>>;

/** What the supplier says of an order: heard from their desk, or told by telephone; and the way to send it there. */
export function FromThem({
  purchase,
  hasDesk,
  doors,
  act,
  busy,
}: {
  purchase: Purchase;
  hasDesk: boolean;
  doors: DeskDoors;
  act: (wish: object, send: (request: string) => Told) => Promise<boolean>;
  busy: boolean;
}) {
  const [day, setDay] = useState("");
  const [why, setWhy] = useState("");
  const [wrong, setWrong] = useState("");
  const { by } = useSettings();
  const open = purchase.closed === null;
  const note = async () => {
    const read = parseDay(day, new Date().toISOString());
    if (!read.ok) return setWrong(read.error);
    setWrong("");
    const wish = { purchaseId: purchase.id, version: purchase.version, day: read.value, why: why.trim() };
    if (!(await act(wish, () => doors.noteDay(wish, by)))) return;
    setDay("");
    setWhy("");
  };
  return (
    <section className="card from-them">
      <h2>What they say</h2>
      {hasDesk && open && (
        <div className="from-them-desk">
          <Only may="place joint order">
            <button
              className="button"
              disabled={busy}
              onClick={() => void act({ send: purchase.id }, () => doors.send({ purchaseId: purchase.id }, by))}
            >
              {purchase.desk === null ? "Send it to their desk" : "Send it again"}
            </button>
          </Only>
          <button
            className="button"
            disabled={busy}
            onClick={() => void act({ ask: purchase.supplierId }, () => doors.ask({ supplierId: purchase.supplierId }, by))}
          >
            Ask what is new
          </button>
          <span className={purchase.desk?.state === "unsure" ? "bad small" : "soft small"}>
            {purchase.desk === null
              ? "not sent there yet"
              : purchase.desk.state === "sent"
                ? `sent ${formatMoment(purchase.desk.at)}; again is the same order`
                : "not known whether they have it: send it again"}
          </span>
        </div>
      )}
      {purchase.news.length === 0 && <p className="soft">Nothing yet.</p>}
      {[...purchase.news].reverse().map((news, i) => (
        <p key={`${news.seq} ${i}`}>
          <span className="num small soft">{formatMoment(news.at)}</span>{" "}
          <span className={news.red ? "bad" : undefined}>{news.says}</span>
        </p>
      ))}
      {open && (
        <Only may="receive">
          <form
            className="from-them-day"
            onSubmit={(event) => {
              event.preventDefault();
              void note();
            }}
          >
            <input
              value={day}
              onChange={(event) => setDay(event.target.value)}
              placeholder="comes on 18 Dec"
              aria-label="The day on which they say it comes"
              maxLength={40}
            />
            <input
              value={why}
              onChange={(event) => setWhy(event.target.value)}
              placeholder="why"
              aria-label="Why it comes then"
              maxLength={200}
            />
            <button className="button" disabled={busy || day.trim() === ""}>
              Note the day
            </button>
            {wrong && (
              <span className="bad small" role="status">
                {wrong}
              </span>
            )}
          </form>
        </Only>
      )}
    </section>
  );
}
