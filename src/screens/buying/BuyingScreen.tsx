"use client";

import { tagNumber } from "@/core/units/tagNumber";
import { Slider } from "antd";
import Link from "next/link";
import { SHELF } from "@/core/supply/needs";
import { atDesk } from "@/core/supply/pieces";
import { Behind } from "@/ui/Behind";
import { Instead } from "@/ui/Instead";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Searching } from "@/core/supply/searchStep";
import { missingPieces, orderedPieces } from "@/core/supply/pieces";
import type { Purchase } from "@/core/supply/purchaseSchema";
import type { Landed } from "@/core/supply/landed";
import { LANDED_ROWS } from "@/core/supply/landedRows";
import { OTHERWISE_JOINT } from "@/core/supply/notTaken";
import { formatDay } from "@/core/units/date";
import { asOneWish, whyNoAnswer } from "@/ui/asOneWish";
import { money, signedMoney } from "@/ui/format";
import { ForUsAlone } from "../ForUsAlone";
import { Only } from "../Only";
import { useSettings } from "../settings";
import { SearchUnderWay } from "./SearchUnderWay";
import { useDeskNews } from "./useDeskNews";
import "./buying.css";

type Job = {
  jobId: string;
  number: number;
  customer: string;
  bike: string;
  due: string | null;
  notYet: string;
  stopped: boolean;
  pieces: number;
  included: boolean;
  arrives: string | null;
  waitsFor: string | null;
};
type Planned = {
  supplierId: string;
  supplier: string;
  sendTo: string;
  lines: readonly {
    partId: string;
    name: string;
    packs: number;
    packSize: number;
    priceMinor: number;
    offerCurrency: string;
    totalMinor: number;
    for: readonly number[];
  }[];
  landed: Landed;
  totalMinor: number;
  dangerousGoods: boolean;
  unweighed: readonly string[];
  notTaken: string;
  arrives: string;
};
export type Buying = {
  currency: string;
  jobs: readonly Job[];
  moreJobs: number;
  behind: number;
  orders: readonly Planned[];
  totalMinor: number;
  apartMinor: number | null;
  searching: Searching | null;
  stopped: string | null;
  says: string;
  proved: boolean;
  withinPercent: number | null;
  unpriced: readonly { name: string; quantity: number; why: string }[];
  frontier: readonly { days: number; arrives: string; totalMinor: number; notTaken: number }[];
  days: number | null;
  later: readonly string[];
  purchases: readonly Purchase[];
  closed: readonly Purchase[];
  unreadable: readonly string[];
  single: readonly {
    jobId: string;
    jobNumber: number;
    customer: string;
    number: string;
    supplierName: string;
    totalMinor: number;
    currency: string;
    due: string;
    late: boolean;
  }[];
  boundMinor: number;
  today: string;
};
export type PlaceJointOrder = (raw: unknown, by: string) => Promise<{ ok: true; value: string } | { ok: false; says: string }>;

const NO_ANSWER = "The bench does not answer: what stands here may be old.";
const AGAIN_MS = 1_500;
/** A search is asked for sooner: its answer waits by itself. */
const SEARCH_AGAIN_MS = 300;

/** A job's number as on its ticket; the shelf has none. */
export const tag = (number: number | undefined) => (number ? tagNumber(number) : "shelf");

/** Whether two pages buy for the same. */
const forSame = (one: readonly Job[], other: readonly Job[]) => {
  const included = (jobs: readonly Job[]) => jobs.flatMap((job) => (job.included ? [job.jobId] : [])).join();
  return included(one) === included(other);
};

function forWhom(all: readonly Job[]): string {
  const jobs = all.filter((job) => job.included && job.number > 0).length;
  const shelf = all.some((job) => job.included && job.number === 0);
  return [...(jobs > 0 ? [jobs === 1 ? "1 job" : `${jobs} jobs`] : []), ...(shelf ? ["our shelf"] : [])].join(" and ");
}

/** What all open jobs want, from whom it is bought for least or soonest, and what is on its way. */
export function BuyingScreen({ first, placeJointOrder }: { first: Buying; placeJointOrder: PlaceJointOrder }) {
  const [asked, setAsked] = useState<{ jobs: string[] | null; days: number | null }>({ jobs: null, days: null });
  const [page, setPage] = useState(first);
  const [says, setSays] = useState<{ ok: boolean; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const { by } = useSettings();
  const turn = useRef(0);
  const load = async (wish: typeof asked & { stop?: string; on?: string }) => {
    const mine = (turn.current += 1);
    const answer = await fetch("/api/buying", { method: "POST", body: JSON.stringify(wish) }).catch(() => null);
    if (mine !== turn.current) return;
    if (!answer?.ok) {
      setSays({ ok: false, text: NO_ANSWER });
      // A page that follows by itself asks again, as soon as somebody answers.
      return setPage((last) => ({ ...last }));
    }
    setSays((said) => (said?.text === NO_ANSWER ? null : said));
    const next = (await answer.json()) as Buying;
    // Of the same jobs the days are known already: the slider stays under the hand while one of them is looked for.
    setPage((last) =>
      next.searching && forSame(next.jobs, last.jobs) ? { ...next, frontier: last.frontier, days: wish.days ?? last.days } : next,
    );
  };
  // Another proposal is asked for once the hand rests.
  useEffect(() => {
    if (asked.jobs === null && asked.days === null) return;
    const timer = setTimeout(() => void load(asked), 120);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is asked alone decides what is loaded
  }, [asked]);
  // As long as needs or the proposal are being worked out, they are asked for again.
  useEffect(() => {
    if (page.behind === 0 && !page.searching) return;
    const timer = setTimeout(() => void load(asked), page.searching && says?.text !== NO_ANSWER ? SEARCH_AGAIN_MS : AGAIN_MS);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the page that came last decides, and what is asked now: an older wish is asked no more
  }, [page, asked]);
  const included = page.jobs.filter((job) => job.included).map((job) => job.jobId);
  // What is ticked runs ahead of the proposal: of two quick clicks neither is lost.
  const ticked = asked.jobs ?? included;
  const toggle = (jobId: string) =>
    setAsked({
      days: asked.days,
      jobs: ticked.includes(jobId) ? ticked.filter((one) => one !== jobId) : [...ticked, jobId],
    });
  const place = async (order: Planned) => {
    setBusy(true);
    const wish = { supplierId: order.supplierId, jobs: included, days: page.days, expectMinor: order.totalMinor };
    const answer = await asOneWish(JSON.stringify(wish), (request) => placeJointOrder({ ...wish, request }, by)).catch(
      async () => ({ ok: false as const, says: (await whyNoAnswer()).says }),
    );
    setBusy(false);
    setSays(answer.ok ? { ok: true, text: answer.value } : { ok: false, text: answer.says });
    await load({ ...asked, jobs: ticked });
  };
  const pieces = page.orders.flatMap((order) => order.lines).reduce((sum, line) => sum + line.packs * line.packSize, 0);
  const saved = page.apartMinor === null ? 0 : page.apartMinor - page.totalMinor;
  const { turned, may } = useSettings();
  useDeskNews(may("receive") ? page.purchases.filter(atDesk).map((one) => one.supplierId) : [], (text) => {
    setSays({ ok: true, text });
    void load({ ...asked, jobs: ticked });
  });
  if (turned) return <ForUsAlone />;
  return (
    <div className="page buying">
      <div className="page-head">
        <h1>Buying</h1>
        <span className="soft">
          {page.searching
            ? "The cheapest orders are being looked for."
            : page.behind > 0
              ? "The needs are being worked out."
              : page.orders.length === 0
                ? "Nothing is to be ordered for the jobs that are ticked."
                : `${pieces} pieces in ${page.orders.length} ${page.orders.length === 1 ? "order" : "orders"}, for ${forWhom(page.jobs)}.`}
        </span>
        <span className="fill" />
        <FindOrder />
        <Link prefetch={false} className="button" href="/suppliers">
          Suppliers
        </Link>
      </div>
      {says && (
        <p className={`note${says.ok ? "" : " stop"}`} role="status">
          {says.text}
        </p>
      )}
      <Behind jobs={page.behind} what="the needs" />
      <div className="buying-panes">
        <section className="buying-jobs">
          <h2>For whom</h2>
          {page.jobs.length === 0 && <p className="soft">No open job has anything left to buy.</p>}
          {page.jobs.map((job) => (
            <label key={job.jobId} className={`buying-job${job.included ? " in" : ""}`}>
              <input
                type="checkbox"
                checked={ticked.includes(job.jobId)}
                disabled={job.stopped}
                onChange={() => toggle(job.jobId)}
                aria-label={job.number ? `Buy for job ${job.number}, ${job.customer}` : "Buy for our shelf"}
              />
              <span className="ticket-number num">{tag(job.number)}</span>
              <span className="buying-who">
                <b>{job.customer}</b>
                <span className="small soft">
                  {job.pieces} {job.pieces === 1 ? "piece" : "pieces"}
                  {job.number > 0 && (job.due ? `, promised ${shortDay(job.due)}` : ", no date promised")}
                </span>
                {job.notYet && <span className={`small ${job.stopped ? "bad" : "doubt"}`}>{job.notYet}</span>}
                {job.included && job.arrives && (
                  <span className={`small${job.due && job.arrives > job.due ? " bad" : ""}`}>
                    here {shortDay(job.arrives)}: {job.waitsFor}
                  </span>
                )}
              </span>
            </label>
          ))}
          {page.moreJobs > 0 && <p className="small soft">and {page.moreJobs} more, later or without a date.</p>}
        </section>
        <section className="buying-plan">
          {page.searching && (
            <SearchUnderWay
              step={page.searching}
              currency={page.currency}
              onStop={() => void load({ ...asked, stop: page.searching!.id })}
            />
          )}
          {(page.orders.length > 0 || page.frontier.length > 0) && (
            <div className="card buying-sum">
              {page.orders.length > 0 && (
                <div className="buying-total">
                  <b className="num">{money(page.totalMinor, page.currency)}</b>
                  <span className="soft">
                    {saved > 0 && <>{money(saved, page.currency)} less than job by job. </>}
                    {howNear(page)}
                  </span>
                  {page.stopped !== null && (
                    <span className="buying-stopped">
                      The search was stopped: days that are missing below were not weighed.
                      <button className="button quiet small" onClick={() => void load({ ...asked, on: page.stopped! })}>
                        Search on
                      </button>
                    </span>
                  )}
                </div>
              )}
              <Hurry page={page} asked={asked.days} onDays={(days) => setAsked({ jobs: ticked, days })} />
              {page.later.length > 0 && (
                <p className="small soft">
                  Nobody has sooner: {page.later.slice(0, 3).join("; ")}
                  {page.later.length > 3 && ` and ${page.later.length - 3} more`}.
                </p>
              )}
            </div>
          )}
          {page.orders.length > 0 && (
            <Instead
              ask={{ jobs: ticked.filter((id) => id !== SHELF) }}
              none="Nothing else in the books fits these jobs as well and costs less or comes sooner."
            />
          )}
          {page.says && <p className="note stop">{page.says}</p>}
          {page.unpriced.length > 0 && (
            <p className="note stop">
              On no order: {page.unpriced.map((one) => `${one.quantity} × ${one.name} (${one.why})`).join("; ")}.
            </p>
          )}
          {page.orders.map((order) => (
            <Order key={order.supplierId} order={order} currency={page.currency} busy={busy} onPlace={() => void place(order)} />
          ))}
        </section>
        <section className="buying-way">
          <h2>On its way</h2>
          <p className="small soft">{money(page.boundMinor, page.currency)} bound in orders that are not here yet.</p>
          {page.unreadable.length > 0 && (
            <p className="note stop">Does not read in the database: {page.unreadable.join(", ")}.</p>
          )}
          {page.purchases.map((one) => (
            <OnItsWay key={one.id} purchase={one} today={page.today} />
          ))}
          {page.single.map((order) => (
            <Link key={order.number} prefetch={false} className="card buying-parcel" href={`/jobs/${order.jobId}/order`}>
              <span>
                <b className="num">{order.number}</b> {order.supplierName}
              </span>
              <span className="small soft">for {order.customer} alone</span>
              <span className={`small${order.late ? " bad" : ""}`}>
                {order.late ? "late, was due" : "due"} {formatDay(order.due)}
              </span>
              <span className="num small">{money(order.totalMinor, order.currency)}</span>
            </Link>
          ))}
          {page.purchases.length === 0 && page.single.length === 0 && <p className="soft">Nothing is on its way.</p>}
          {page.closed.length > 0 && (
            <>
              <h3>Closed</h3>
              {page.closed.map((one) => (
                <Link key={one.id} prefetch={false} className="buying-closed small" href={`/buying/${one.number}`}>
                  <b className="num">{one.number}</b> {one.supplierName}: {one.closed!.how}
                </Link>
              ))}
            </>
          )}
        </section>
      </div>
    </div>
  );
}

/** By hand or from a scanner: an order's number, and its page opens. */
function FindOrder() {
  const router = useRouter();
  const [text, setText] = useState("");
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const number = text.trim().toUpperCase();
        if (/^B-\d+$/.test(number)) router.push(`/buying/${number}`);
      }}
    >
      <input
        className="buying-find num"
        value={text}
        onChange={(event) => setText(event.target.value)}
        placeholder="scan or type B-0001"
        aria-label="A parcel came: the order's number"
        maxLength={20}
      />
    </form>
  );
}

/** How near the proposal is proved to be to the cheapest. */
function howNear({ proved, withinPercent, orders }: Buying): string {
  if (proved)
    return orders.some((one) => one.notTaken !== "")
      ? "Proved: not fewer orders can be too small, and with as few nothing is cheaper within these days."
      : "Proved: nothing is cheaper within these days.";
  return withinPercent === null
    ? "Not every way was weighed: a cheaper one may exist."
    : `Proved: nothing is cheaper by more than ${withinPercent} % within these days.`;
}

/** From the cheapest to the earliest: what each day sooner costs. */
function Hurry({ page, asked, onDays }: { page: Buying; asked: number | null; onDays: (days: number) => void }) {
  const points = page.frontier;
  const placeOf = (days: number | null) => points.findIndex((point) => point.days === days);
  // It goes with the hand, not with the answer.
  const at = Math.max(0, placeOf(asked) < 0 ? placeOf(page.days) : placeOf(asked));
  if (points.length < 2) return <p className="small soft">Nothing comes sooner for more money.</p>;
  const cheapest = points.at(-1)!.totalMinor;
  return (
    <div className="buying-hurry">
      <span className="small">earliest</span>
      <Slider
        min={0}
        max={points.length - 1}
        value={at}
        onChange={(next) => onDays(points[next]!.days)}
        tooltip={{ open: false }}
        marks={Object.fromEntries(
          points.map((point, i) => [
            i,
            i === at || i === 0 || i === points.length - 1 ? (
              <>
                {shortDay(point.arrives)}
                {point.totalMinor !== cheapest && `, ${signedMoney(point.totalMinor - cheapest, page.currency)}`}
                {point.notTaken > points.at(-1)!.notTaken && <div className="bad">not all are taken</div>}
              </>
            ) : (
              " "
            ),
          ]),
        )}
        ariaLabelForHandle="From the earliest to the cheapest"
      />
      <span className="small">cheapest</span>
    </div>
  );
}

/** A day of the coming weeks: its year is plain. */
const shortDay = (iso: string) => formatDay(iso).slice(0, -5);

/** Why an order costs so much: each of its parts that is not nothing. */
export function WhySoMuch({ landed, currency }: { landed: Landed; currency: string }) {
  return (
    <span className="small soft">
      {LANDED_ROWS.filter(([, key]) => landed[key] !== 0)
        .map(([label, key]) => `${label} ${money(landed[key], currency)}`)
        .join(" + ")}
    </span>
  );
}

function Order({ order, currency, busy, onPlace }: { order: Planned; currency: string; busy: boolean; onPlace: () => void }) {
  return (
    <article className="card buying-order">
      <header>
        <h3>
          <Link prefetch={false} href={`/suppliers/${order.supplierId}`}>
            {order.supplier}
          </Link>
        </h3>
        <span className="soft">here {formatDay(order.arrives)}</span>
        {order.dangerousGoods && (
          <span className="tag-danger" title="A battery: by special carriage">
            dangerous goods
          </span>
        )}
        {order.unweighed.length > 0 && (
          <span className="bad small">
            they ask by mass, and nobody noted that of {order.unweighed.slice(0, 3).join(", ")}: the carriage may be more
          </span>
        )}
        <span className="fill" />
        <b className="num">{money(order.totalMinor, currency)}</b>
        <Only may="place joint order">
          <button className="button main-action" disabled={busy || order.notTaken !== ""} onClick={onPlace}>
            Mark as placed
          </button>
        </Only>
      </header>
      {order.notTaken !== "" && (
        <p className="note stop">
          {order.notTaken} {OTHERWISE_JOINT}
        </p>
      )}
      <table className="lines">
        <tbody>
          {order.lines.map((line) => (
            <tr key={`${line.partId} ${line.packSize}`}>
              <td>
                <Link prefetch={false} href={`/parts/${line.partId}`}>
                  {line.name}
                </Link>
              </td>
              <td className="num small soft">{line.for.map(tag).join(", ")}</td>
              <td className="right num">
                {line.packs} {line.packSize > 1 ? `× ${line.packSize}` : ""}
              </td>
              <td className="right num">{money(line.priceMinor * line.packs, line.offerCurrency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        <WhySoMuch landed={order.landed} currency={currency} />
        {order.sendTo && <span className="small soft">. How it goes to them: {order.sendTo}.</span>}
      </p>
    </article>
  );
}

function OnItsWay({ purchase, today }: { purchase: Purchase; today: string }) {
  const late = purchase.dueDay < today;
  const came = purchase.lines.reduce((sum, line) => sum + Math.min(line.came, orderedPieces(line)), 0);
  const ordered = purchase.lines.reduce((sum, line) => sum + orderedPieces(line), 0);
  const missing = purchase.lines.reduce((sum, line) => sum + missingPieces(line), 0);
  const broken = purchase.lines.reduce((sum, line) => sum + line.broken, 0);
  return (
    <Link prefetch={false} className="card buying-parcel" href={`/buying/${purchase.number}`}>
      <span>
        <b className="num">{purchase.number}</b> {purchase.supplierName}
      </span>
      <span className="small soft">
        {came === 0 ? `${ordered} pieces` : `${came} of ${ordered} came, ${missing} missing`}
        {broken > 0 && <span className="bad">, {broken} came broken</span>}
      </span>
      <span className={`small${late ? " bad" : ""}`}>
        {late ? "late, was due" : "due"} {formatDay(purchase.dueDay)}
      </span>
      <span className="num small">{money(purchase.goodsMinor + purchase.carriageMinor, purchase.currency)}</span>
    </Link>
  );
}
