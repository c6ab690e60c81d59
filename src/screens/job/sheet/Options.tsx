"use client";

import { Input, Popconfirm } from "antd";
import dynamic from "next/dynamic";
import { useState } from "react";
import { isOnBench, onlyHere, toTell } from "@/core/job/given";
import { letterOf } from "@/core/job/letters";
import type { GivenSheet } from "@/core/job/givenSheet";
import type { Promise } from "@/core/promise/promises";
import { ridePromises } from "@/core/promise/ridePromises";
import { promiseFigure } from "@/core/promise/promiseText";
import { formatDay } from "@/core/units/date";
import { hours, money, signedMoney } from "@/ui/format";
import { useSettings } from "../../settings";
import { Only } from "../../Only";
import { useJob } from "../JobContext";

const Accepting = dynamic(() => import("./Accepting").then((m) => m.Accepting), { ssr: false });

/** So many stand beside each other: the latest, and the one that was accepted. */
const MOST_SHOWN = 4;

type Shown = { readonly index: number; readonly one: GivenSheet; readonly here: boolean };

/** The sheets that were given, beside each other: what each is, costs and promises, and what the customer says to it. */
export function Options() {
  const { view, rides } = useJob();
  const { job, sheet, agreed } = view;
  const now: readonly Promise[] =
    rides.forecast && view.ride.input
      ? [...view.promises, ...ridePromises(rides.forecast, view.ride.input.asked)]
      : view.promises;
  const [accepting, setAccepting] = useState<number | null>(null);
  if (job.given.length === 0) return null;
  const all = job.given.map((one, index): Shown => ({ index, one, here: isOnBench(one, job) }));
  const latest = all.slice(-MOST_SHOWN);
  const taken = agreed && !latest.some(({ index }) => index === agreed.index) ? all[agreed.index] : undefined;
  const shown = taken ? [taken, ...latest.slice(1)] : latest;
  const only = onlyHere(shown.map(({ one }) => one));
  const bench = shown.some(({ here, one }) => here && one.allInMinor === sheet.allInMinor);
  const rows: [string, (of: Shown, at: number) => React.ReactNode, React.ReactNode][] = [
    ["What it is", ({ one }) => one.whole?.title ?? "not kept", bench ? null : "as it stands now"],
    [
      "All in",
      ({ one }) => <b className="num">{money(one.allInMinor, one.currency)}</b>,
      bench ? null : <b className="num">{money(sheet.allInMinor, sheet.currency)}</b>,
    ],
    [
      "Deposit",
      ({ one }) => one.whole && <span className="num">{money(one.whole.sheet.depositMinor, one.currency)}</span>,
      bench ? null : <span className="num">{money(sheet.depositMinor, sheet.currency)}</span>,
    ],
    ...PROMISED.filter((id) =>
      id !== "range" && id !== "hill" ? true : shown.some(({ one }) => one.whole?.promises.some((p) => p.id === id)),
    ).map((id): [string, (of: Shown) => React.ReactNode, React.ReactNode] => [
      TITLES[id],
      ({ one }) => {
        const promise = one.whole?.promises.find((p) => p.id === id);
        return promise && <Promised {...promise} />;
      },
      bench ? null : <Now promise={now.find((p) => p.id === id)} />,
    ]),
    ...(only.some((lines) => lines.length > 0)
      ? [
          [
            "Only in this one",
            (_of: Shown, at: number) => only[at]!.slice(0, 5).map((line) => <div key={line}>{line}</div>),
            null,
          ] as [string, (of: Shown, at: number) => React.ReactNode, React.ReactNode],
        ]
      : []),
  ];
  return (
    <section className="card options">
      <Standing />
      <div className="options-scroll">
        <table>
          <thead>
            <tr>
              <td />
              {shown.map(({ index, one }) => (
                <th key={index} scope="col">
                  {letterOf(index)} <span className="soft small">given {formatDay(one.at)}</span>
                </th>
              ))}
              {!bench && (
                <th scope="col">
                  On the bench <span className="soft small">not given yet</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map(([says, of, now]) => (
              <tr key={says}>
                <th scope="row">{says}</th>
                {shown.map((one, at) => (
                  <td key={one.index}>{of(one, at)}</td>
                ))}
                {!bench && <td>{now}</td>}
              </tr>
            ))}
            <tr>
              <th scope="row">The customer</th>
              {shown.map(({ index, one }) => (
                <td key={index}>
                  <Answered one={one} />
                </td>
              ))}
              {!bench && <td className="soft">nothing yet</td>}
            </tr>
            <tr>
              <th scope="row" className="sr-only">
                To do
              </th>
              {shown.map((one) => (
                <td key={one.index}>
                  <Deeds of={one} onAccept={() => setAccepting(one.index)} />
                </td>
              ))}
              {!bench && <td />}
            </tr>
          </tbody>
        </table>
      </div>
      {accepting !== null && <Accepting index={accepting} onClose={() => setAccepting(null)} />}
    </section>
  );
}

const PROMISED = ["mass", "ready", "assist", "range", "hill"] as const;
const TITLES = { mass: "Mass", ready: "Ready", assist: "Assist ends", range: "Range on this road", hill: "Up the hill" } as const;

const Now = ({ promise }: { promise: React.ComponentProps<typeof Promised> | undefined }) =>
  promise ? <Promised {...promise} /> : <span className="soft">not reckoned</span>;

function Promised({ id, predicted, kept }: { id: string; predicted: number | string | null; kept: boolean | null }) {
  const { currency } = useJob().view.sheet;
  return (
    <span className={kept === false ? "bad" : ""}>
      {promiseFigure(id, predicted, currency)}
      {kept === false && " (not kept)"}
    </span>
  );
}

/** Whether what was agreed still holds, and what it costs the shop since. */
function Standing() {
  const { view } = useJob();
  const { turned } = useSettings();
  const { agreed, job, sheet } = view;
  if (!agreed) {
    const last = job.given.at(-1)!;
    const change = sheet.allInMinor - last.allInMinor;
    return (
      <p className={change === 0 ? "soft" : "note"}>
        {letterOf(job.given.length - 1)} was given on {formatDay(last.at)} at {money(last.allInMinor, last.currency)}
        {change === 0
          ? "; nothing has changed since."
          : `; since then ${signedMoney(change, sheet.currency)}. Tell the customer.`}
      </p>
    );
  }
  const tell = toTell(agreed);
  if (tell)
    return (
      <div className={`note${tell.call ? " stop" : ""}`}>
        {tell.says}.{" "}
        {tell.call
          ? "That is over a tenth more: stop, and call the customer before anything goes on."
          : "Ask the customer, and give a new sheet."}
        <ul>
          {agreed.changes.slice(0, 6).map((change) => (
            <li key={change}>{change}</li>
          ))}
          {agreed.changes.length > 6 && <li className="soft">and {agreed.changes.length - 6} more</li>}
        </ul>
      </div>
    );
  const drift = agreed.todayMinor - agreed.allInMinor;
  return (
    <>
      <p className="soft">
        <b>{letterOf(agreed.index)} stands</b>: accepted by {agreed.name} on {formatDay(agreed.at)} at{" "}
        {money(agreed.allInMinor, agreed.currency)}.
        {!turned && drift !== 0 && (
          <span className="shop-only">
            {" "}
            At today&rsquo;s prices and rules it would be {money(Math.abs(drift), agreed.currency)} {drift > 0 ? "more" : "less"}{" "}
            ({agreed.drift.map(({ says, minor }) => `${says.toLowerCase()} ${signedMoney(minor, agreed.currency)}`).join(", ")}):
            that is the shop&rsquo;s own affair.
          </span>
        )}
      </p>
      {!turned && <Left />}
    </>
  );
}

/** What the agreed price leaves for the work, as it was agreed and as it comes out: for the shop alone. */
function Left() {
  const { agreed } = useJob().view;
  if (!agreed) return null;
  const { earned, costsMoved: moved, currency } = agreed;
  const m = (minor: number) => money(minor, currency);
  const less = earned.now.leftMinor - earned.agreed.leftMinor;
  return (
    <div className="shop-only options-left">
      <p>
        <b>Left for {hours(earned.agreed.minutes)} of work</b>: {m(earned.agreed.leftMinor)} as it was agreed
        {earned.agreed.hourMinor !== null && ` (${m(earned.agreed.hourMinor)} an hour)`}
        {less === 0 ? ", and so it stands." : ", "}
        {less !== 0 && (
          <>
            <b className={less < 0 ? "bad" : "good"}>{m(earned.now.leftMinor)} as it comes out</b>
            {earned.now.hourMinor !== null && ` (${m(earned.now.hourMinor)} an hour)`}.
          </>
        )}
        {earned.now.unknown > 0 && ` ${earned.now.unknown} lines have no known cost: less is left by them.`}
      </p>
      {less !== 0 && (
        <p className="small soft">
          {[
            ...moved.slice(0, 4).map(({ says, minor }) => `${says} ${signedMoney(minor, currency)}`),
            ...(moved.length > 4 ? [`${moved.length - 4} more lines`] : []),
            ...(earned.now.carriageMinor === earned.agreed.carriageMinor
              ? []
              : [`carriage ${signedMoney(earned.now.carriageMinor - earned.agreed.carriageMinor, currency)}`]),
          ].join(", ")}
          : what parts and carriage cost now, or did when they were ordered, against the day it was given.
        </p>
      )}
    </div>
  );
}

function Answered({ one }: { one: GivenSheet }) {
  const { answer } = one;
  if (answer === null) return <span className="soft">has not answered</span>;
  if (answer.how === "declined")
    return (
      <>
        declined {formatDay(answer.at)}
        {answer.why && <span className="soft">: {answer.why}</span>}
      </>
    );
  return (
    <>
      <b className="good">accepted</b> {formatDay(answer.at)}, {answer.name}
      {answer.strokes === null && <span className="soft"> on paper</span>}
    </>
  );
}

function Deeds({ of: { index, one, here }, onAccept }: { of: Shown; onAccept: () => void }) {
  const { view, act, busy } = useJob();
  const [why, setWhy] = useState("");
  const { id } = view.job;
  const answer = (is: object | null) =>
    void act({ do: "answer sheet", given: index, expectMinor: one.allInMinor, answer: is as null });
  return (
    <div className="options-deeds">
      {one.whole && (
        <a className="button quiet" href={`/api/jobs/${id}/sheet.pdf?given=${index}`} target="_blank" rel="noreferrer">
          Paper
        </a>
      )}
      {one.whole && !here && (
        <Only may="take up sheet">
          <button className="button quiet" disabled={busy} onClick={() => void act({ do: "take up sheet", given: index })}>
            Take it up
          </button>
        </Only>
      )}
      <Only may="answer sheet">
        {one.answer === null ? (
          <>
            {one.whole && here && (
              <button className="button" disabled={busy} onClick={onAccept}>
                Accept {letterOf(index)}
              </button>
            )}
            <Popconfirm
              title={`The customer does not take ${letterOf(index)}`}
              description={
                <Input
                  value={why}
                  onChange={(event) => setWhy(event.target.value)}
                  placeholder="Why, if they said so"
                  aria-label="Why the customer does not take it"
                  maxLength={200}
                />
              }
              okText="Declined"
              cancelText="Leave it"
              onConfirm={() => answer({ how: "declined", why: why.trim() })}
            >
              <button className="button quiet" disabled={busy}>
                Declined
              </button>
            </Popconfirm>
          </>
        ) : (
          <button className="button quiet" disabled={busy} onClick={() => answer(null)}>
            Open again
          </button>
        )}
      </Only>
    </div>
  );
}
